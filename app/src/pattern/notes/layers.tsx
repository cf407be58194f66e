import {
  barTicks,
  beatTicks,
  isOnGrid,
  lineAt,
  lineIndexAt,
  type Grid,
  type Id,
  type MeterAt,
  type Note,
  type TickSpan,
} from '@yibbo/core';
import { memo, useMemo } from 'react';
import type { OpenPart } from '../../store/selectors';
import type { GridRow } from '../rows';
import { NoteBlock } from './NoteBlock';
import type { GridWindow } from './viewport';

/** Shaded and plain rows behind the notes. */
export const RowsLayer = memo(function RowsLayer({ rows, window }: { readonly rows: readonly GridRow[]; readonly window: GridWindow }) {
  const width = (window.toTick - window.fromTick) * window.pixelsPerTick;
  return rows.slice(window.fromRow, window.toRow).map((row, index) => (
    <div
      key={row.pitch}
      style={{
        position: 'absolute',
        left: 0,
        width,
        top: index * window.rowPixels,
        height: window.rowPixels,
        boxSizing: 'border-box',
        background: row.isShaded ? 'var(--blackRow)' : 'transparent',
        borderBottom: `1px solid var(${row.pitch % 12 === 0 ? '--line' : '--lineWeak'})`,
      }}
    />
  ));
});

/** A line of the grid, with how much it weighs. */
interface Line {
  readonly tick: number;
  readonly weight: 'bar' | 'beat' | 'step';
}

/** Closest that two lines of one weight may stand, in pixels. */
const LEAST_GAP = 7;

/** The lines between two ticks: bars and beats by the meter, steps by the grid, those too close to tell apart left out. */
export function linesIn(fromTick: number, toTick: number, grid: Grid, meters: readonly MeterAt[], pixelsPerTick: number): Line[] {
  const byTick = new Map<number, Line['weight']>();
  if ((grid.numerator / grid.denominator) * pixelsPerTick >= LEAST_GAP) {
    for (let index = lineIndexAt(grid, fromTick); lineAt(grid, index) < toTick; index++) byTick.set(lineAt(grid, index), 'step');
  }
  meters.forEach((meter, index) => {
    const end = Math.min(toTick, meters[index + 1]?.tick ?? Infinity);
    for (const weight of ['beat', 'bar'] as const) {
      const spacing = weight === 'bar' ? barTicks(meter) : beatTicks(meter);
      let stride = spacing;
      while (stride * pixelsPerTick < (weight === 'bar' ? LEAST_GAP : 14)) stride *= weight === 'bar' ? 2 : Infinity;
      if (!Number.isFinite(stride)) continue;
      const first = meter.tick + Math.max(0, Math.floor((fromTick - meter.tick) / stride)) * stride;
      for (let tick = first; tick < end; tick += stride) byTick.set(tick, weight);
    }
  });
  return [...byTick].map(([tick, weight]) => ({ tick, weight })).filter(({ tick }) => tick >= fromTick);
}

const LINE_COLOURS = { bar: 'var(--lineStrong)', beat: 'var(--line)', step: 'var(--lineWeak)' } as const;

export const LinesLayer = memo(function LinesLayer({ part, window }: { readonly part: OpenPart; readonly window: GridWindow }) {
  const height = (window.toRow - window.fromRow) * window.rowPixels;
  return linesIn(window.fromTick, window.toTick, part.grid, part.meters, window.pixelsPerTick).map(({ tick, weight }) => (
    <div
      key={tick}
      style={{
        position: 'absolute',
        top: 0,
        height,
        left: (tick - window.fromTick) * window.pixelsPerTick,
        width: weight === 'bar' ? 2 : 1,
        background: LINE_COLOURS[weight],
      }}
    />
  ));
});

/** What lies beyond the pattern's end is shaded. */
export const BeyondLayer = memo(function BeyondLayer({
  lengthTicks,
  window,
}: {
  readonly lengthTicks: number;
  readonly window: GridWindow;
}) {
  if (lengthTicks >= window.toTick) return null;
  const left = Math.max(0, lengthTicks - window.fromTick) * window.pixelsPerTick;
  return (
    <div
      style={{
        position: 'absolute',
        top: 0,
        bottom: 0,
        left,
        width: window.toTick * window.pixelsPerTick,
        height: (window.toRow - window.fromRow) * window.rowPixels,
        background: 'var(--wash)',
        opacity: 0.75,
      }}
    />
  );
});

/** A stretch of time marked on the ruler, drawn through all rows. */
export const SpanLayer = memo(function SpanLayer({ span, window }: { readonly span: TickSpan; readonly window: GridWindow }) {
  return (
    <div
      style={{
        position: 'absolute',
        top: 0,
        left: (span.start - window.fromTick) * window.pixelsPerTick,
        width: (span.end - span.start) * window.pixelsPerTick,
        height: (window.toRow - window.fromRow) * window.rowPixels,
        boxSizing: 'border-box',
        borderLeft: '2px solid var(--act)',
        borderRight: '2px solid var(--act)',
        background: 'color-mix(in srgb, var(--act) 7%, transparent)',
        pointerEvents: 'none',
      }}
    />
  );
});

/** With more notes selected than this, their ends are still there to drag but no longer drawn. */
const MOST_HANDLES = 40;

interface NotesLayerProps {
  readonly notes: readonly Note[];
  readonly part: OpenPart;
  readonly rows: readonly GridRow[];
  readonly window: GridWindow;
  readonly selected: ReadonlySet<Id>;
  /** Notes a gesture has lifted out: it draws them itself. */
  readonly lifted: ReadonlySet<Id>;
  readonly isOutline?: boolean;
  /** Whether they are there for people who hear the page, too. */
  readonly isNamed?: boolean;
}

export const NotesLayer = memo(function NotesLayer({ notes, part, rows, window, selected, lifted, isOutline, isNamed }: NotesLayerProps) {
  const rowIndex = useMemo(() => new Map(rows.map(({ pitch }, index) => [pitch, index])), [rows]);
  const colour = `var(--track${part.track.colour})`;
  return notes
    .filter((note) => note.start < window.toTick && note.start + note.length > window.fromTick)
    .map((note) => {
      const index = rowIndex.get(note.pitch);
      if (index === undefined || index < window.fromRow || index >= window.toRow || lifted.has(note.id)) return null;
      return (
        <NoteBlock
          key={note.id}
          note={note}
          left={(note.start - window.fromTick) * window.pixelsPerTick}
          top={(index - window.fromRow) * window.rowPixels}
          width={note.length * window.pixelsPerTick}
          height={window.rowPixels}
          colour={colour}
          isOutline={isOutline}
          isSelected={selected.has(note.id)}
          hasHandles={selected.size <= MOST_HANDLES && selected.has(note.id)}
          isOffGrid={!isOutline && !isOnGrid(part.grid, note.start)}
          isBeyond={note.start >= part.pattern.length}
          named={isNamed ? { rowLabel: rows[index]!.name, meters: part.meters } : undefined}
        />
      );
    });
});
