import { barBeatWords, findById, type Id } from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { NameField } from '../../../controls/NameField';
import { Press } from '../../../controls/Press';
import { SheetFrame, SheetLine } from '../SheetFrame';
import { openSheet } from '../../../acts/open-sheet';
import type { SectionOf } from '../../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { selectInBars } from '../../../acts/song/stretch';
import {
  addBar,
  copySection,
  nameSection,
  newSection,
  removeSection,
  SECTION_NAMES,
  setLoop,
  shiftSection,
  stretchOf,
} from '../../../acts/song/sections';

interface SectionSheetProps {
  readonly of: SectionOf;
  readonly isPanel: boolean;
}

/** A section: its name, copies that change with it or alone, its place, its bars. A stretch without a name can be given one. */
export function SectionSheet({ of, isPanel }: SectionSheetProps) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  const span = document && stretchOf(document, of);
  if (!document || !span) return null;
  const section = 'sectionId' in of ? findById(document.sections, of.sectionId) : undefined;
  const name = (wanted: string) => dispatch(nameSection(of, wanted));
  return (
    <SheetFrame
      title={section?.name ?? 'Without a name'}
      note={`from bar ${barBeatWords(document.song.meters, span.start)}`}
      isPanel={isPanel}
    >
      <SheetLine title="Name">
        <NameField key={section?.id ?? 'none'} of="the section" name={section?.name ?? ''} onKeep={name} />
      </SheetLine>
      {section ? null : <NamePresses onName={name} />}
      {section ? <SectionPresses id={section.id} name={section.name} /> : null}
      <TimePresses span={span} of={of} />
    </SheetFrame>
  );
}

function NamePresses({ onName }: { readonly onName: (name: string) => void }) {
  return (
    <XStack gap={4} flexWrap="wrap">
      {SECTION_NAMES.map((name) => (
        <Press key={name} label={name} look="raised" onPress={() => onName(name)} />
      ))}
    </XStack>
  );
}

function SectionPresses({ id, name }: { readonly id: Id; readonly name: string }) {
  const dispatch = useAppDispatch();
  return (
    <XStack gap={4} flexWrap="wrap">
      <Press
        label={`Duplicate, linked: ${name}`}
        shown="Duplicate, linked"
        look="strong"
        onPress={() => dispatch(copySection(id, 'linked'))}
      />
      <Press label={`Duplicate, own: ${name}`} shown="Duplicate, own" look="raised" onPress={() => dispatch(copySection(id, 'own'))} />
      <Press label={`Twice, linked: ${name}`} shown="Twice, linked" look="raised" onPress={() => dispatch(copySection(id, 'linked', 2))} />
      <Press label={`Earlier: move ${name}`} shown="Earlier" look="raised" onPress={() => dispatch(shiftSection(id, -1))} />
      <Press label={`Later: move ${name}`} shown="Later" look="raised" onPress={() => dispatch(shiftSection(id, 1))} />
      <Press label={`Delete ${name}`} shown="Delete" look="raised" onPress={() => dispatch(removeSection(id))} />
    </XStack>
  );
}

function TimePresses({ span, of }: { readonly span: { readonly start: number; readonly end: number }; readonly of: SectionOf }) {
  const dispatch = useAppDispatch();
  return (
    <XStack gap={4} flexWrap="wrap">
      <Press label="Select all in it" look="raised" onPress={() => dispatch(selectInBars(span, null))} />
      <Press label="Loop it" look="raised" onPress={() => dispatch(setLoop({ ...span, on: true }))} />
      <Press label="A bar more before it" look="raised" onPress={() => dispatch(addBar(span, 'before'))} />
      <Press label="To the shelf …" look="raised" onPress={() => dispatch(openSheet({ kind: 'shelf', saves: of }))} />
      <Press label="A bar more at its end" look="raised" onPress={() => dispatch(addBar(span, 'at its end'))} />
    </XStack>
  );
}

/** A new section at the end of the song, by its name. */
export function AddSectionSheet({ isPanel }: { readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  return (
    <SheetFrame title="New section" note="8 bars at the end of the song" isPanel={isPanel}>
      <NamePresses onName={(name) => dispatch(newSection(name))} />
    </SheetFrame>
  );
}
