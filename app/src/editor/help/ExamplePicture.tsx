import { counted, actionById, exampleOf, type ActionId, type Note } from '@yibbo/core';
import { memo } from 'react';
import { XStack } from '@tamagui/stacks';
import { Words } from '../../controls/words';

const WIDTH = 132;
const HEIGHT = 56;
const ROW = 4;
/** Pitches drawn, from the highest down. */
const TOP = 79;
const BOTTOM = 55;
const BAR_TICKS = 4 * 20160;

/** Shows an action's effect on a bar of four notes, before and after. Renders nothing if the two look the same. */
export const ExamplePicture = memo(function ExamplePicture({ actionId }: { readonly actionId: ActionId }) {
  const example = exampleOf(actionById(actionId));
  if (!example) return null;
  const { before, after, lengthTicks } = example;
  return (
    <XStack alignItems="center" gap={8}>
      <Bar notes={before} lengthTicks={BAR_TICKS} label={`${counted(before.length, 'note')} before`} />
      <Words aria-hidden>→</Words>
      <Bar notes={after} lengthTicks={Math.max(lengthTicks, endOf(after))} label={`${counted(after.length, 'note')} after`} />
    </XStack>
  );
});

function endOf(notes: readonly Note[]): number {
  return notes.reduce((end, { start, length }) => Math.max(end, start + length), BAR_TICKS);
}

interface BarProps {
  readonly notes: readonly Note[];
  readonly lengthTicks: number;
  readonly label: string;
}

/** Notes as blocks, filled from below as high as they are loud; muted ones are hollow, those that may rest have a broken edge. */
function Bar({ notes, lengthTicks, label }: BarProps) {
  const x = (tick: number) => (tick / lengthTicks) * WIDTH;
  const y = (pitch: number) => ((TOP - Math.min(TOP, Math.max(BOTTOM, pitch))) / (TOP - BOTTOM)) * (HEIGHT - 2 * ROW);
  return (
    <svg role="img" aria-label={label} width={WIDTH} height={HEIGHT} style={{ background: 'var(--wash)', borderRadius: 4 }}>
      {[1, 2, 3].map((beat) => (
        <path key={beat} d={`M${x(beat * 20160)} 0V${HEIGHT}`} stroke="var(--line)" />
      ))}
      {notes.map(({ id, start, length, pitch, velocity, muted, chance, bend }) => {
        const fill = muted ? 0 : (2 * ROW * velocity) / 127;
        const width = Math.max(3, x(length) - 1);
        const rises = bend ? bend.map(({ tick, cents }) => `${x(start + tick)} ${y(pitch + cents / 100) + ROW}`).join('L') : null;
        return (
          <g key={id}>
            <rect x={x(start)} y={y(pitch) + 2 * ROW - fill} width={width} height={fill} fill="var(--act)" />
            <rect
              x={x(start)}
              y={y(pitch)}
              width={width}
              height={2 * ROW}
              fill="none"
              stroke="var(--act)"
              strokeDasharray={chance === undefined ? undefined : '2 2'}
            />
            {rises ? <path d={`M${rises}`} stroke="var(--ink)" fill="none" /> : null}
          </g>
        );
      })}
    </svg>
  );
}
