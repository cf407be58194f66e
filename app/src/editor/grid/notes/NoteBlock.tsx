import { barBeatWords, figuresOf, isUnsure, lengthWords, otherWords, type MeterAt, type Note } from '@yibbo/core';
import { memo, type CSSProperties } from 'react';
import { UNHEARD_WORDS } from '../unheard';
import { bendLine, rowsAbove } from './bend-line';

export interface NoteBlockProps {
  readonly note: Note;
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  /** CSS colour of its track. */
  readonly colour: string;
  /** The height of its bend line, where a row is not a semitone. */
  readonly ladder?: readonly number[] | null;
  readonly isSelected?: boolean;
  /** Drawn last, while nothing is selected. */
  readonly isCurrent?: boolean;
  /** Whether its ends are shown to take hold of. */
  readonly hasHandles?: boolean;
  readonly isOffGrid?: boolean;
  /** Lies at or beyond the pattern's end: kept, hatched, silent. */
  readonly isBeyond?: boolean;
  /** Its track sounds one note at a time, and another one then: hatched too. */
  readonly isUnheard?: boolean;
  /** Drawn as an outline of what was, or of what will be. */
  readonly isOutline?: boolean;
  /** The row's name and the meters, where the note is there for those who hear the page too. */
  readonly named?: { readonly rowLabel: string; readonly meters: readonly MeterAt[] };
}

/** Width of a block in pixels: a little less than its time, and never too thin to see. */
export function leastWidth(width: number): number {
  return Math.max(4, width - 1);
}

/** How round a block's corners are in a row of `height` pixels. */
export function blockRadius(height: number): number {
  return Math.min(5, height / 4);
}

export const HATCH = 'repeating-linear-gradient(135deg,transparent 0 4px,var(--lineStrong) 4px 5px)';

/** A note: a rounded block filled from below to the height of its velocity, so that loudness is read without a lane. Muted is hollow,
 *  chance or a one-of group a broken edge, a roll notches where its hits begin, a bend its line; passes, group,
 *  voice and pan are small figures. */
export const NoteBlock = memo(
  function NoteBlock({
    note,
    left,
    top,
    width,
    height,
    colour,
    ladder,
    isSelected,
    isCurrent,
    hasHandles,
    isOffGrid,
    isBeyond,
    isUnheard,
    isOutline,
    named,
  }: NoteBlockProps) {
    const words = named ? noteWords(note, named.rowLabel, named.meters) : undefined;
    const name = words && isUnheard ? `${words}, ${UNHEARD_WORDS}` : words;
    const loud = Math.round((note.velocity / 127) * 100);
    const filled = `linear-gradient(to top,${colour} ${loud}%,color-mix(in srgb,${colour} 24%,var(--card)) ${loud}%)`;
    const style: CSSProperties = {
      position: 'absolute',
      left,
      top: top + 1,
      width: leastWidth(width),
      height: height - 2,
      boxSizing: 'border-box',
      borderRadius: blockRadius(height),
      border: isOutline ? '1px solid var(--faded)' : `1.5px ${isUnsure(note) ? 'dashed' : 'solid'} ${colour}`,
      background: isOutline || note.muted ? 'transparent' : isBeyond || isUnheard ? HATCH : filled,
      boxShadow: isSelected
        ? '0 0 0 2px var(--card), 0 0 0 4px var(--act)'
        : isCurrent
          ? '0 0 0 1px var(--card), 0 0 0 2px var(--ink)'
          : undefined,
      zIndex: isSelected || isCurrent ? 2 : 1,
      pointerEvents: 'none',
    };
    return (
      <div
        role={name ? 'option' : undefined}
        aria-selected={name ? Boolean(isSelected) : undefined}
        aria-label={name}
        aria-hidden={name ? undefined : true}
        data-note={name ? note.id : undefined}
        style={style}
      >
        {isOffGrid ? <div style={OFF_GRID_TICK} /> : null}
        {note.bend ? <BendLine note={note} ladder={ladder} width={leastWidth(width)} rowHeight={height} isOutline={isOutline} /> : null}
        {isOutline ? null : <Marks note={note} />}
        {hasHandles && height >= 16 && width >= 30 ? (
          <>
            <div style={{ ...HANDLE, left: 3 }} />
            <div style={{ ...HANDLE, right: 3 }} />
          </>
        ) : null}
      </div>
    );
  },
  (before, after) =>
    before.named?.rowLabel === after.named?.rowLabel &&
    before.named?.meters === after.named?.meters &&
    COMPARED.every((prop) => before[prop] === after[prop]),
);

const COMPARED = [
  'note',
  'ladder',
  'left',
  'top',
  'width',
  'height',
  'colour',
  'isSelected',
  'isCurrent',
  'hasHandles',
  'isOffGrid',
  'isBeyond',
  'isUnheard',
  'isOutline',
] as const;

/** A note's optional properties, as shapes and figures. */
function Marks({ note }: { readonly note: Note }) {
  const { roll } = note;
  const figures = figuresOf(note);
  if (!roll && !figures) return null;
  return (
    <>
      {roll
        ? Array.from({ length: roll.hits - 1 }, (_, hit) => (
            <div key={hit} style={{ ...NOTCH, left: `calc(${(100 * (hit + 1)) / roll.hits}% - 1px)` }} />
          ))
        : null}
      {figures ? <span style={FIGURES}>{figures}</span> : null}
    </>
  );
}

interface BendLineProps {
  readonly note: Note;
  readonly ladder: readonly number[] | null | undefined;
  readonly width: number;
  readonly rowHeight: number;
  readonly isOutline: boolean | undefined;
}

/** The pitch line of a note, from its block to the rows it reaches. */
function BendLine({ note, ladder = null, width, rowHeight, isOutline }: BendLineProps) {
  const middle = rowHeight / 2 - 1;
  const points = bendLine(note.bend!, note.length)
    .map(
      ([share, semitones]) => `${(share * width).toFixed(1)},${(middle - rowsAbove(ladder, note.pitch, semitones) * rowHeight).toFixed(1)}`,
    )
    .join(' ');
  return (
    <svg style={BEND} data-testid="bend-line">
      {isOutline ? null : <polyline points={points} fill="none" stroke="var(--card)" strokeWidth={5} />}
      <polyline points={points} fill="none" stroke={isOutline ? 'var(--faded)' : 'var(--ink)'} strokeWidth={2} />
    </svg>
  );
}

const BEND: CSSProperties = { position: 'absolute', left: 0, top: 0, width: 1, height: 1, overflow: 'visible', pointerEvents: 'none' };
const NOTCH: CSSProperties = { position: 'absolute', top: 0, width: 2, height: '55%', background: 'var(--card)' };
/** Small figures on a patch of paper, so that they are read on any fill and over the edge of a narrow note. */
const FIGURES: CSSProperties = {
  position: 'absolute',
  left: 1,
  top: -1,
  zIndex: 1,
  padding: '0 2px',
  borderRadius: 2,
  background: 'var(--card)',
  color: 'var(--ink)',
  fontSize: 11,
  lineHeight: '12px',
  whiteSpace: 'nowrap',
};

/** A small tick that leans out of the note's start: it does not stand on a line of the grid in use. */
const OFF_GRID_TICK: CSSProperties = {
  position: 'absolute',
  left: -4,
  top: -4,
  width: 0,
  height: 0,
  borderTop: '8px solid var(--act)',
  borderRight: '8px solid transparent',
};
const HANDLE: CSSProperties = { position: 'absolute', top: '25%', width: 3, height: '50%', borderRadius: 2, background: 'var(--card)' };

/** A note in words, for those who hear the page: "C4 at 1.3, 1/2 beat, velocity 96, chance 50 %". */
export function noteWords(note: Note, rowLabel: string, meters: readonly MeterAt[]): string {
  const figures = figuresOf(note);
  const place = `${rowLabel} at ${barBeatWords(meters, note.start)}`;
  return [
    place,
    lengthWords(note.length, meters[0]!),
    `velocity ${note.velocity}`,
    ...(note.muted ? ['muted'] : []),
    ...otherWords(note),
    // The visible label must be part of the accessible name, for voice control.
    ...(figures ? [`marked ${figures}`] : []),
  ].join(', ');
}
