import { groupedBy, type Note } from '@yibbo/core';
import { memo, useMemo } from 'react';
import { useAppSelector } from '../../../state/store';
import type { GridRow } from '../../../acts/pattern/rows';
import type { GridWindow } from '../viewport/viewport';

interface TrialMarksProps {
  /** The notes as they are, and as the trial would have them. */
  readonly notes: readonly Note[];
  readonly shown: readonly Note[];
  readonly rows: readonly GridRow[];
  readonly window: GridWindow;
}

/** Where a trial would cut notes, and the line across all rows that it works at. */
export const TrialMarks = memo(function TrialMarks({ notes, shown, rows, window }: TrialMarksProps) {
  const line = useAppSelector(({ trial: { trial } }) => trial?.performed.line ?? null);
  const cuts = useMemo(() => cutsBetween(notes, shown), [notes, shown]);
  if (line === null && cuts.length === 0) return null;
  const { fromTick, toTick, fromRow, pixelsPerTick, rowPixels } = window;
  const rowOf = new Map(rows.map(({ pitch }, row) => [pitch, row]));
  const x = (tick: number) => Math.round((tick - fromTick) * pixelsPerTick);
  const path = cuts
    .filter(({ tick, pitch }) => tick >= fromTick && tick < toTick && rowOf.has(pitch))
    .map(({ tick, pitch }) => `M${x(tick)} ${(rowOf.get(pitch)! - fromRow) * rowPixels - 3}v${rowPixels + 4}`);
  const height = (window.toRow - fromRow) * rowPixels;
  return (
    <svg
      width={x(toTick)}
      height={height}
      style={{ position: 'absolute', left: 0, top: 0, zIndex: 3, overflow: 'visible', pointerEvents: 'none' }}
    >
      <path d={path.join('')} stroke="var(--act)" strokeWidth={2} data-testid="cuts" />
      {line === null ? null : (
        <path d={`M${x(line)} 0V${height}`} stroke="var(--act)" strokeWidth={2} strokeDasharray="6 4" data-testid="line-across" />
      )}
    </svg>
  );
});

interface Cut {
  readonly tick: number;
  readonly pitch: number;
}

/** Where notes of the one list begin inside a note of the other that is not there whole any more. */
function cutsBetween(before: readonly Note[], after: readonly Note[]): Cut[] {
  if (before === after) return [];
  const now = new Map(after.map((note) => [note.id, note]));
  const cut = before.filter(({ id, start, length }) => now.get(id)?.start === start && now.get(id)!.length < length);
  if (cut.length === 0) return [];
  const byPitch = groupedBy(cut, ({ pitch }) => pitch);
  const old = new Set(before.map(({ id }) => id));
  return after.flatMap(({ id, start: tick, pitch }) => {
    if (old.has(id)) return [];
    return byPitch.get(pitch)?.some(({ start, length }) => tick > start && tick < start + length) ? [{ tick, pitch }] : [];
  });
}
