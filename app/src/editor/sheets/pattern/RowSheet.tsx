import { stepTicks, divisionName, gridOfRow, rowLength, type Note, counted } from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { useEffects } from '../../../state/effects';
import { Choices } from '../../../controls/Choices';
import { later, WhenLoaded } from '../../../controls/later';
import { Press } from '../../../controls/Press';
import { NumberStepper } from '../../../controls/NumberStepper';
import { NameField } from '../../../controls/NameField';
import { moveRow, renameRow, setRowLength, turnRow } from '../../../acts/pattern/row-acts';
import { rowName } from '../../../acts/pattern/rows';
import { selectMore } from '../../../acts/pattern/select';
import { selectNotes, type OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { runAction, tryAction } from '../../../acts/trial/trials';
import { sheetSet } from '../../../state/session/session';
import { useActiveRow } from '../../grid/useActiveRow';
import { SheetFrame, SheetLine } from '../SheetFrame';

/** These come when they are asked for, with what reads sound files and says which drums are alike. */
const OneShotLines = later(() => import('../../recordings/OneShotLines').then((part) => part.default));
const DrumChoice = later(() => import('../../sounds/DrumChoice').then((part) => part.default));

/** One row: its hits, its name, its own grid and length, the sound it strikes. */
export function RowSheet({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const { rows, pitch } = useActiveRow(part);
  const notes = useAppSelector(selectNotes).filter((note) => note.pitch === pitch);
  const name = rowName(part, pitch);
  const own = part.view.rowDivisions[pitch];
  const others = rows.filter((row) => row.pitch !== pitch && Math.abs(row.pitch - pitch) <= (part.track.kind === 'drums' ? 127 : 12));
  return (
    <SheetFrame title={`Row ${name}`} note={counted(notes.length, 'hit')} isPanel={isPanel}>
      <HitsLine part={part} pitch={pitch} name={name} notes={notes} />
      <SheetLine title="Name">
        <NameField
          key={pitch}
          of="the row"
          name={name}
          width={150}
          canBeEmpty
          onKeep={(typed) => dispatch(renameRow(part, pitch, typed))}
        />
      </SheetLine>
      <SheetLine title="Own grid">
        <Press
          label={own ? `Own grid ${divisionName(own)}: change` : 'Own grid, as the pattern: choose'}
          shown={own ? divisionName(own) : 'as the pattern'}
          look={own ? 'on' : 'raised'}
          onPress={() => dispatch(sheetSet({ kind: 'grid', of: 'row' }))}
        />
      </SheetLine>
      <LengthLine part={part} pitch={pitch} />
      <SheetLine title="Move to">
        <Choices
          title={`Move the notes of ${name} to`}
          options={others.map((row) => ({ value: row.pitch, name: row.name }))}
          value={null}
          onChange={(to) => dispatch(moveRow(pitch, to))}
        />
      </SheetLine>
      {/* It comes in a script of its own: below all else, so that its coming moves nothing. */}
      {part.track.kind === 'drums' ? (
        <WhenLoaded>
          <OneShotLines key={`own ${pitch}`} track={part.track} pitch={pitch} />
          <DrumChoice key={pitch} track={part.track} pitch={pitch} />
        </WhenLoaded>
      ) : null}
    </SheetFrame>
  );
}

interface RowProps {
  readonly part: OpenPart;
  readonly pitch: number;
  readonly name: string;
}

function HitsLine({ part, pitch, name, notes }: RowProps & { readonly notes: readonly Note[] }) {
  const dispatch = useAppDispatch();
  const { sound } = useEffects();
  const ids = notes.map(({ id }) => id);
  const isEmpty = ids.length === 0;
  const areMuted = !isEmpty && notes.every(({ muted }) => muted);
  return (
    <XStack gap={4} flexWrap="wrap">
      <Press label={`Hear ${name}`} shown="Hear" look="raised" onPress={() => sound.audition(part.track.id, pitch, 100)} />
      <Press label={`Select row ${name}`} shown="Select" look="raised" disabled={isEmpty} onPress={() => dispatch(selectMore(ids))} />
      <Press
        label={areMuted ? `Unmute row ${name}` : `Mute row ${name}`}
        shown={areMuted ? 'Unmute' : 'Mute'}
        look={areMuted ? 'on' : 'raised'}
        disabled={isEmpty}
        onPress={() => dispatch(runAction('mute', { to: areMuted ? 'heard' : 'muted' }, ids))}
      />
      <Press label={`Rotate row ${name} back`} shown="Back" look="raised" disabled={isEmpty} onPress={() => dispatch(turnRow(pitch, -1))} />
      <Press label={`Rotate row ${name} on`} shown="On" look="raised" disabled={isEmpty} onPress={() => dispatch(turnRow(pitch, 1))} />
      <Press
        label={`Accents on every 2nd hit of ${name}`}
        shown="Accents"
        look="raised"
        disabled={isEmpty}
        onPress={() => dispatch(runAction('accents', { every: 2, which: 1 }, ids))}
      />
      <Press
        label={`Chance 75 % on row ${name}`}
        shown="Chance 75 %"
        look="raised"
        disabled={isEmpty}
        onPress={() => dispatch(runAction('chance', { percent: 75 }, ids))}
      />
      <Press label={`Fill row ${name}: try with settings`} shown="Fill …" look="raised" onPress={() => dispatch(tryAction('fill'))} />
      <Press label={`Make a rhythm on row ${name}`} shown="Make a rhythm" look="raised" onPress={() => dispatch(tryAction('rhythm'))} />
    </XStack>
  );
}

/** The longest a row is made by typing, in steps. */
const MOST_STEPS = 9999;

/** The row's own length, stepped or typed in its own steps. */
function LengthLine({ part, pitch }: Omit<RowProps, 'name'>) {
  const dispatch = useAppDispatch();
  const length = rowLength(part.pattern, pitch);
  const stepSize = Math.round(stepTicks(gridOfRow(part, pitch)));
  const isOwn = length !== part.pattern.length;
  const steps = Math.round((length / stepSize) * 100) / 100;
  const step = (direction: -1 | 1) => {
    const whole = direction === 1 ? Math.floor(length / stepSize) + 1 : Math.ceil(length / stepSize) - 1;
    dispatch(setRowLength(part, pitch, whole * stepSize));
  };
  return (
    <SheetLine title="Own length">
      <NumberStepper
        title="Length of the row"
        unit={steps === 1 ? 'step' : 'steps'}
        value={steps}
        least={1}
        most={MOST_STEPS}
        onStep={step}
        onTyped={(typed) => dispatch(setRowLength(part, pitch, Math.max(1, Math.round(typed * stepSize))))}
      />
      <Press
        label="Row as long as the pattern"
        shown="as the pattern"
        look="raised"
        disabled={!isOwn}
        onPress={() => dispatch(setRowLength(part, pitch, null))}
      />
    </SheetLine>
  );
}
