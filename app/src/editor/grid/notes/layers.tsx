import { gridOfRow, isOnGrid, rowLength, type Id, type Note, type TickSpan } from '@yibbo/core';
import { memo, useMemo } from 'react';
import type { OpenPart } from '../../../state/session/selectors';
import type { GridRow } from '../../../acts/pattern/rows';
import { ladderOf } from './bend-line';
import { linesIn } from './lines';
import { NoteBlock } from './NoteBlock';
import { NotesCanvas, type PlacedNote } from './NotesCanvas';
import type { GridWindow } from '../viewport/viewport';
import { useUnheard } from '../unheard';

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
        background: groundOf(row),
        borderBottom: `1px solid var(${row.pitch % 12 === 0 ? '--line' : '--lineWeak'})`,
      }}
    />
  ));
});

/** A row's ground: rows of the scale are tinted, those where the sound is not at its best hatched, black keys shaded. */
function groundOf({ isShaded, isInScale, isUseful }: GridRow): string {
  const ground = isInScale ? 'color-mix(in srgb, var(--head) 13%, transparent)' : isShaded ? 'var(--blackRow)' : 'transparent';
  return isUseful ? ground : `repeating-linear-gradient(135deg, var(--lineWeak) 0 1px, transparent 1px 7px), ${ground}`;
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

/** Rows with a grid or a length of their own: their lines in place of the pattern's, what lies beyond their end shaded, and where they come
 *  round again. */
export const OwnRowsLayer = memo(function OwnRowsLayer({
  part,
  rows,
  window,
}: {
  readonly part: OpenPart;
  readonly rows: readonly GridRow[];
  readonly window: GridWindow;
}) {
  const { fromTick, toTick, fromRow, toRow, pixelsPerTick, rowPixels } = window;
  const place = { position: 'absolute', height: rowPixels - 1 } as const;
  return rows.slice(fromRow, toRow).map((row, index) => {
    const own = part.rowGrids.get(row.pitch);
    const end = rowLength(part.pattern, row.pitch);
    if (!own && end === part.pattern.length) return null;
    const top = index * rowPixels;
    const x = (tick: number) => (tick - fromTick) * pixelsPerTick;
    const lines = own ? linesIn(fromTick, toTick, own, part.meters, pixelsPerTick).filter(({ weight }) => weight === 'step') : [];
    return (
      <div key={row.pitch} data-testid="own-row">
        {own ? <div style={{ ...place, top, left: 0, width: x(toTick), background: 'var(--card)' }} /> : null}
        {lines.map(({ tick }) => (
          <div key={tick} style={{ ...place, top, left: x(tick), width: 1, background: 'var(--lineStrong)' }} />
        ))}
        {end < toTick ? (
          <div style={{ ...place, top, left: x(Math.max(end, fromTick)), width: x(toTick), background: 'var(--wash)', opacity: 0.75 }} />
        ) : null}
        <div style={{ ...place, top, left: x(end) - 3, width: 3, background: 'var(--act)' }} />
      </div>
    );
  });
});

/** Notes of rows that are shorter than the pattern, drawn as outlines where they sound again in its first round. */
export function repeatsIn(notes: readonly Note[], { pattern }: OpenPart): readonly Note[] {
  const loops = new Map((pattern.rowLengths ?? []).map(({ pitch, length }) => [pitch, length]));
  if (loops.size === 0) return NO_NOTES;
  return notes.flatMap((note) => {
    const loop = loops.get(note.pitch);
    if (loop === undefined || note.start >= loop) return [];
    const rounds = Math.ceil((pattern.length - note.start) / loop) - 1;
    return Array.from({ length: Math.max(0, rounds) }, (_, round) => ({
      ...note,
      id: `${note.id} ${round}`,
      start: note.start + (round + 1) * loop,
    }));
  });
}

const NO_NOTES: readonly Note[] = [];

/** Shades the time beyond the pattern's end. */
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

/** Width of a drum hit that is drawn as a mark, in pixels. */
export const MARK_WIDTH = 14;
/** With more notes selected than this, their ends are still there to drag but no longer drawn. */
const MOST_HANDLES = 40;

const NO_HANDLED: ReadonlySet<Id> = new Set();

interface NotesLayerProps {
  readonly notes: readonly Note[];
  readonly part: OpenPart;
  readonly rows: readonly GridRow[];
  readonly window: GridWindow;
  readonly selected: ReadonlySet<Id>;
  /** Notes whose ends can be taken hold of: the selected ones, else the current one. */
  readonly handled?: ReadonlySet<Id>;
  /** Notes a gesture has lifted out: it draws them itself. */
  readonly lifted: ReadonlySet<Id>;
  readonly isOutline?: boolean;
  /** Drawn as marks of one width, whatever their lengths. */
  readonly areMarks?: boolean;
  /** Whether they are there for people who hear the page, too. */
  readonly isNamed?: boolean;
}

export const NotesLayer = memo(function NotesLayer(props: NotesLayerProps) {
  const { part, rows, window, handled = NO_HANDLED, isOutline, isNamed } = props;
  const rowIndex = useMemo(() => new Map(rows.map(({ pitch }, index) => [pitch, index])), [rows]);
  const ladder = useMemo(() => ladderOf(rows), [rows]);
  const unheard = useUnheard(part.track, props.notes);
  const placed = placedIn(props, rowIndex, ladder, unheard);
  if (placed.length > MOST_BLOCKS && !isOutline) return <NotesCanvas placed={placed} window={window} colour={part.track.colour} />;
  const colour = `var(--track${part.track.colour})`;
  return placed.map((each) => (
    <NoteBlock
      key={each.note.id}
      {...each}
      colour={colour}
      isOutline={isOutline}
      isCurrent={!each.isSelected && handled.has(each.note.id)}
      hasHandles={handled.has(each.note.id) && handled.size <= MOST_HANDLES}
      named={isNamed ? { rowLabel: rows[rowIndex.get(each.note.pitch)!]!.name, meters: part.meters } : undefined}
    />
  ));
});

/** With more notes than this in the window, they are drawn as one picture. */
const MOST_BLOCKS = 300;

/** The notes of the drawn window with their places in it. */
function placedIn(
  { notes, part, window, selected, lifted, isOutline, areMarks }: NotesLayerProps,
  rowIndex: ReadonlyMap<number, number>,
  ladder: PlacedNote['ladder'],
  unheard: ReadonlySet<Id>,
): PlacedNote[] {
  return notes.flatMap((note) => {
    if (note.start >= window.toTick || note.start + note.length <= window.fromTick) return [];
    const index = rowIndex.get(note.pitch);
    if (index === undefined || index < window.fromRow || index >= window.toRow || lifted.has(note.id)) return [];
    return {
      note,
      ladder,
      left: (note.start - window.fromTick) * window.pixelsPerTick,
      top: (index - window.fromRow) * window.rowPixels,
      width: areMarks ? MARK_WIDTH : note.length * window.pixelsPerTick,
      height: window.rowPixels,
      isSelected: selected.has(note.id),
      isOffGrid: !isOutline && !isOnGrid(gridOfRow(part, note.pitch), note.start),
      isBeyond: note.start >= rowLength(part.pattern, note.pitch),
      isUnheard: !isOutline && unheard.has(note.id),
    };
  });
}
