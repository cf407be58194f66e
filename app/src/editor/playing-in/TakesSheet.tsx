import { notesOf, variantsOf, type Id, type Pattern, type TickSpan } from '@yibbo/core';
import { takesOf } from '@yibbo/core/recording';
import { useState, type CSSProperties } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { barsOf, keepOnlyThis, playVersion, requantize, takeBar } from '../../acts/playing-in/takes';
import { openSheet } from '../../acts/open-sheet';
import type { OpenPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { SheetFrame, SheetLine } from '../sheets/SheetFrame';
import { QuantizeControls } from './QuantizeControls';

interface Chosen {
  readonly from: Id;
  readonly bar: number;
}

/** The takes of the open pattern, bar by bar: one to hear, the best bars to take, and how they are quantized. */
export function TakesSheet({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const versions = document ? variantsOf(document, part.pattern.id) : [];
  const takes = document ? takesOf(document, part.pattern.id) : [];
  const bars = barsOf(part);
  const bar = chosen && bars[chosen.bar];
  const name = chosen && versions.find(({ id }) => id === chosen.from)?.name;
  return (
    <SheetFrame
      title="Takes"
      note={takes.length === 1 ? '1 take' : `${takes.length} takes`}
      isPanel={isPanel}
      tools={
        <Press label="Play in: back to the keys" shown="Play in" look="raised" onPress={() => dispatch(openSheet({ kind: 'play-in' }))} />
      }
    >
      <YStack gap={3} role="group" aria-label="Versions, bar by bar">
        {versions.map((version) => (
          <VersionLine key={version.id} version={version} part={part} bars={bars} chosen={chosen} onChoose={setChosen} />
        ))}
      </YStack>
      {chosen && bar ? (
        <XStack gap={4} flexWrap="wrap" alignItems="center">
          <Press
            label={`Bar ${chosen.bar + 1} into this one, of ${name}`}
            shown={`Bar ${chosen.bar + 1} into this one`}
            look="raised"
            disabled={chosen.from === part.pattern.id}
            onPress={() => dispatch(takeBar(chosen.from, bar, 'here'))}
          />
          <Press
            label={`Bar ${chosen.bar + 1} into every bar, of ${name}`}
            shown={`Bar ${chosen.bar + 1} into every bar`}
            look="raised"
            onPress={() => dispatch(takeBar(chosen.from, bar, 'everywhere'))}
          />
        </XStack>
      ) : (
        <Words small faded>
          Press a name to hear that version in the loop, a bar to take it into the one that plays.
        </Words>
      )}
      {part.pattern.take ? (
        <SheetLine title="Quantize">
          <QuantizeControls
            title="Quantize of this take"
            meter={part.meter}
            value={part.pattern.take.quantize ?? null}
            onChange={(to) => dispatch(requantize(to))}
          />
        </SheetLine>
      ) : null}
      <Press label="Keep only this take" look="raised" disabled={takes.length < 2} onPress={() => dispatch(keepOnlyThis())} />
    </SheetFrame>
  );
}

interface VersionLineProps {
  readonly version: Pattern;
  readonly part: OpenPart;
  readonly bars: readonly TickSpan[];
  readonly chosen: Chosen | null;
  readonly onChoose: (chosen: Chosen) => void;
}

function VersionLine({ version, part, bars, chosen, onChoose }: VersionLineProps) {
  const dispatch = useAppDispatch();
  const notes = useAppSelector((state) => (state.song.document ? notesOf(state.song.document, version.id) : NO_NOTES));
  const isOpen = version.id === part.pattern.id;
  return (
    <XStack gap={3} alignItems="center">
      <Press
        start
        width={120}
        label={`${version.name}${isOpen ? ', plays' : ': play it'}`}
        shown={shortName(version, part)}
        look={isOpen ? 'on' : 'raised'}
        pressed={isOpen}
        onPress={() => dispatch(playVersion(version.id))}
      />
      <XStack gap={3} flexGrow={1} flexWrap="wrap">
        {bars.map((bar, index) => {
          const count = notes.filter(({ start }) => start >= bar.start && start < bar.end).length;
          const isChosen = chosen?.from === version.id && chosen.bar === index;
          return (
            <button
              key={bar.start}
              type="button"
              aria-label={`Bar ${index + 1} of ${version.name}, ${count === 1 ? '1 note' : `${count} notes`}`}
              aria-pressed={isChosen}
              onClick={() => onChoose({ from: version.id, bar: index })}
              style={{ ...BAR, ...(isChosen ? BAR_CHOSEN : {}) }}
            >
              {notes
                .filter(({ start }) => start >= bar.start && start < bar.end)
                .slice(0, MOST_DRAWN)
                .map(({ id, start, pitch }) => (
                  <span
                    key={id}
                    style={{
                      ...DOT,
                      background: isChosen ? 'var(--paper)' : `var(--track${part.track.colour})`,
                      left: `${(100 * (start - bar.start)) / (bar.end - bar.start)}%`,
                      bottom: `${10 + ((pitch * 7) % 70)}%`,
                    }}
                  />
                ))}
            </button>
          );
        })}
      </XStack>
    </XStack>
  );
}

const NO_NOTES: readonly never[] = [];
const MOST_DRAWN = 64;
const BAR: CSSProperties = {
  position: 'relative',
  flex: '1 1 44px',
  minWidth: 44,
  maxWidth: 120,
  height: 44,
  padding: 0,
  border: '1px solid var(--lineStrong)',
  borderRadius: 6,
  background: 'var(--paper)',
  overflow: 'hidden',
  cursor: 'pointer',
};
const BAR_CHOSEN: CSSProperties = { background: 'var(--ink)', borderColor: 'var(--ink)' };
const DOT: CSSProperties = { position: 'absolute', width: 4, height: 4, borderRadius: 2, pointerEvents: 'none' };

/** "Take 2" under the part's own name, else the whole. */
function shortName({ name }: Pattern, part: OpenPart): string {
  const [, number] = / take (\d+)$/.exec(name) ?? [];
  const stem = part.pattern.name.replace(/ take \d+$/, '');
  return number && name.startsWith(stem) ? `take ${number}` : name;
}
