import { findById, heardAt, notesOf, treatmentsAt, type Document, type Id, type Note, type Placement, type Track } from '@yibbo/core';
import Plus from 'lucide-react/dist/esm/icons/plus.mjs';
import Treated from 'lucide-react/dist/esm/icons/sliders-horizontal.mjs';
import Link from 'lucide-react/dist/esm/icons/link.mjs';
import { memo, type CSSProperties } from 'react';
import { LANE, type PageRow } from './layout';
import type { LitNotes } from './SongRows';
import { endReach } from './page-places';
import { PatternPicture } from './PatternPicture';

interface SongRowProps {
  readonly document: Document;
  readonly row: PageRow;
  readonly selected: ReadonlySet<Id>;
  /** How many placements play each pattern. */
  readonly counts: ReadonlyMap<Id, number>;
  /** Where dragged placements would land. */
  readonly ghosts: readonly Placement[];
  /** Notes that are selected, to be seen wherever they are played. */
  readonly lit: LitNotes | null;
  /** The placement that is opened on the page. */
  readonly hereId: Id | null;
}

/** The lanes of one row of the page, a track each: its placements, and the room for new ones. */
export const SongRow = memo(function SongRow(props: SongRowProps) {
  return props.document.tracks.map((track, index) => <Lane key={track.id} {...props} track={track} index={index} />);
});

function reaches({ start, length }: Placement, row: PageRow): boolean {
  return start < row.end && start + length > row.start;
}

function Lane({
  document,
  row,
  selected,
  counts,
  ghosts,
  lit,
  hereId,
  track,
  index,
}: SongRowProps & { readonly track: Track; readonly index: number }) {
  const mine = document.placements.filter((each) => each.trackId === track.id && reaches(each, row));
  const x = (tick: number) => (tick - row.start) * row.pixelsPerTick;
  return (
    <div data-lane="" data-track={track.id} style={{ ...LANE_STYLE, background: index % 2 ? 'var(--wash)' : 'transparent' }}>
      {row.bars.map(({ start }) => (
        <div key={start} style={{ ...BAR_LINE, left: x(start) }} />
      ))}
      {gapsOf(mine, row).map(({ start, end }) => (
        <button
          key={start}
          type="button"
          data-empty={start}
          data-track={track.id}
          aria-label={`New pattern, ${track.name}, bar ${barNumber(row, start)}`}
          style={{ ...EMPTY, left: x(start), width: x(end) - x(start) }}
        >
          <Plus size={14} color="var(--faded)" aria-hidden />
        </button>
      ))}
      {mine.map((placement) => (
        <Segment
          key={placement.id}
          document={document}
          placement={placement}
          track={track}
          row={row}
          isSelected={selected.has(placement.id)}
          isHere={placement.id === hereId}
          count={counts.get(placement.patternId) ?? 1}
          lit={lit?.patternId === placement.patternId ? lit.notes : NO_NOTES}
        />
      ))}
      {ghosts
        .filter((ghost) => ghost.trackId === track.id && reaches(ghost, row))
        .map((ghost) => {
          const [from, to] = [Math.max(ghost.start, row.start), Math.min(ghost.start + ghost.length, row.end)];
          return <div key={ghost.id} data-testid="ghost" style={{ ...GHOST, left: x(from), width: x(to) - x(from) }} />;
        })}
    </div>
  );
}

interface SegmentProps {
  readonly document: Document;
  readonly placement: Placement;
  readonly track: Track;
  readonly row: PageRow;
  readonly isSelected: boolean;
  /** Whether it is opened on the page. */
  readonly isHere: boolean;
  readonly count: number;
  readonly lit: readonly Note[];
}

const NO_NOTES: readonly Note[] = [];

/** The segment of a placement in one row. */
function Segment({ document, placement, track, row, isSelected, isHere, count, lit }: SegmentProps) {
  const pattern = findById(document.patterns, placement.patternId);
  if (!pattern) return null;
  const from = Math.max(placement.start, row.start);
  const to = Math.min(placement.start + placement.length, row.end);
  const width = (to - from) * row.pixelsPerTick;
  const isEnd = placement.start + placement.length <= row.end;
  const treated = document.treatments.length === 0 ? 0 : treatmentsAt(document, placement).filter(({ on }) => on).length;
  const adjustable = treated > 0 ? `, ${treated} adjustable` : '';
  const linked = count > 1 ? `, linked: plays in ${count} places` : '';
  return (
    <button
      type="button"
      data-placement={placement.id}
      data-track={track.id}
      data-ends={(isSelected && isEnd) || undefined}
      aria-pressed={isSelected}
      aria-current={isHere || undefined}
      aria-label={`${pattern.name}, ${track.name}, bar ${barNumber(row, from)}${linked}${adjustable}${placement.muted ? ', muted' : ''}`}
      style={{
        ...SEGMENT,
        left: (from - row.start) * row.pixelsPerTick,
        width: Math.max(4, width - 2),
        borderColor: `var(--track${track.colour})`,
        borderStyle: placement.muted ? 'dashed' : 'solid',
        opacity: placement.muted || track.muted ? 0.5 : 1,
        boxShadow: isSelected ? '0 0 0 2px var(--card), 0 0 0 4px var(--act)' : isHere ? 'inset 0 0 0 2px var(--act)' : undefined,
        zIndex: isSelected ? 2 : 1,
        touchAction: isSelected ? 'none' : 'pan-y',
      }}
    >
      <PatternPicture
        notes={heardAt(document, placement) ?? notesOf(document, pattern.id)}
        lit={lit}
        pattern={pattern}
        fromTick={from - placement.start + placement.offset}
        lengthTicks={to - from}
        width={Math.max(2, width - 4)}
        height={LANE - 18}
        colour={track.colour}
      />
      <Counts treated={treated} linked={count} />
      {isSelected && isEnd ? <span data-testid="placement-end" style={{ ...END, width: endReach(width) }} /> : null}
    </button>
  );
}

/** How many actions are kept adjustable on a placement, and in how many places its pattern plays; nothing where there is one and none. */
function Counts({ treated, linked }: { readonly treated: number; readonly linked: number }) {
  if (treated === 0 && linked < 2) return null;
  return (
    <span aria-hidden style={COUNT}>
      {treated > 0 ? (
        <>
          <Treated size={11} />
          {treated}
        </>
      ) : null}
      {linked > 1 ? (
        <>
          <Link size={11} />
          {linked}
        </>
      ) : null}
    </span>
  );
}

/** The stretches of a row, from bar line to bar line, where a track has nothing. */
function gapsOf(placements: readonly Placement[], row: PageRow): { start: number; end: number }[] {
  const gaps: { start: number; end: number }[] = [];
  for (const bar of row.bars) {
    const isFree = !placements.some((each) => each.start < bar.end && each.start + each.length > bar.start);
    if (!isFree) continue;
    const last = gaps.at(-1);
    if (last?.end === bar.start) last.end = bar.end;
    else gaps.push({ start: bar.start, end: bar.end });
  }
  return gaps;
}

function barNumber(row: PageRow, tick: number): number {
  return (row.bars.findLast(({ start }) => start <= tick) ?? row.bars[0])!.number;
}

const LANE_STYLE: CSSProperties = {
  position: 'relative',
  height: LANE,
  borderBottom: '1px solid var(--lineWeak)',
  boxSizing: 'border-box',
};
const BAR_LINE: CSSProperties = { position: 'absolute', top: 0, bottom: 0, width: 1, background: 'var(--line)', pointerEvents: 'none' };
const EMPTY: CSSProperties = {
  position: 'absolute',
  top: 0,
  bottom: 0,
  padding: '0 0 0 4px',
  border: 0,
  background: 'transparent',
  textAlign: 'left',
  opacity: 0.6,
  cursor: 'copy',
  touchAction: 'pan-y',
};
const SEGMENT: CSSProperties = {
  position: 'absolute',
  top: 0,
  height: LANE - 2,
  padding: 0,
  borderWidth: 1.5,
  borderRadius: 5,
  background: 'var(--card)',
  overflow: 'hidden',
  cursor: 'pointer',
  WebkitUserSelect: 'none',
};
const COUNT: CSSProperties = {
  position: 'absolute',
  right: 2,
  bottom: 0,
  padding: '0 2px',
  background: 'var(--card)',
  color: 'var(--ink)',
  fontSize: 11,
  lineHeight: '13px',
  display: 'flex',
  alignItems: 'center',
  gap: 2,
};
const END: CSSProperties = {
  position: 'absolute',
  right: 0,
  top: 0,
  bottom: 0,
  width: 22,
  borderRight: '6px double var(--act)',
  cursor: 'ew-resize',
  touchAction: 'none',
};
const GHOST: CSSProperties = {
  position: 'absolute',
  top: 0,
  height: LANE - 2,
  boxSizing: 'border-box',
  border: '2px dashed var(--act)',
  borderRadius: 5,
  zIndex: 3,
  pointerEvents: 'none',
};
