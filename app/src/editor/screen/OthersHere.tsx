import { barBeatAt, type Here, type Id } from '@yibbo/core';
import type { CSSProperties } from 'react';
import { colourOf, followedSet, nameOf } from '../../state/session/others';
import { useAppDispatch, useAppSelector } from '../../state/store';

/** Others shown at most: a corner has room for no more. */
const MOST_SHOWN = 3;

/** The others who have the song open, over the foot of the notes or the page, where no control lies below: a press goes along with one, or no
 *  more. */
export function OthersHere() {
  const here = useAppSelector(({ others }) => others.here);
  if (Object.keys(here).length === 0) return null;
  return (
    <div style={CORNER}>
      {Object.entries(here)
        .slice(0, MOST_SHOWN)
        .map(([window, each]) => (
          <OtherPress key={window} window={window} here={each} />
        ))}
    </div>
  );
}

function OtherPress({ window, here }: { readonly window: Id; readonly here: Here }) {
  const dispatch = useAppDispatch();
  const isFollowed = useAppSelector(({ others }) => others.followed === window);
  const meters = useAppSelector(({ song }) => song.document?.song.meters);
  const bar = here.start !== null && meters ? barBeatAt(meters, here.start).bar : null;
  const name = nameOf(here);
  const letter = [...name][0]!.toUpperCase();
  const shown = bar === null ? letter : `${letter}·${bar}`;
  const place = bar === null ? '' : `, bar ${bar}`;
  return (
    <button
      type="button"
      aria-label={`${shown}: ${name} is here${place}, ${isFollowed ? 'followed: stay here' : 'follow'}`}
      aria-pressed={isFollowed}
      style={{ ...PRESS, borderColor: `var(--track${colourOf(window)})`, background: isFollowed ? 'var(--wash)' : 'var(--card)' }}
      onPointerDown={(event) => event.stopPropagation()}
      onClick={() => dispatch(followedSet(isFollowed ? null : window))}
    >
      {shown}
    </button>
  );
}

const CORNER: CSSProperties = { display: 'flex', justifyContent: 'flex-end', gap: 4, padding: 4, pointerEvents: 'none' };
const PRESS: CSSProperties = {
  pointerEvents: 'auto',
  minWidth: 44,
  height: 44,
  padding: '0 4px',
  borderWidth: 3,
  borderStyle: 'solid',
  borderRadius: 22,
  color: 'var(--ink)',
  font: 'inherit',
  fontSize: 16,
  fontWeight: 600,
  lineHeight: '16px',
  cursor: 'pointer',
};

interface EdgesProps {
  /** Pixels from the left of song ticks. */
  readonly x: (songTick: number) => number;
  /** The ticks that there is room for. */
  readonly start: number;
  readonly end: number;
}

/** Coloured edges where the others are on a ruler, over what they have selected or open. */
export function OthersEdges({ x, start, end }: EdgesProps) {
  const here = useAppSelector(({ others }) => others.here);
  return Object.entries(here).map(([window, other]) => {
    const [from, to] = [other.start, other.end];
    if (from === null || to === null || from >= end || to <= start) return null;
    const left = x(Math.max(from, start));
    return (
      <div
        key={window}
        data-testid="other-edge"
        style={{ ...EDGE, left, width: Math.max(3, x(Math.min(to, end)) - left), borderColor: `var(--track${colourOf(window)})` }}
      />
    );
  });
}

const EDGE: CSSProperties = {
  position: 'absolute',
  top: 0,
  bottom: 0,
  boxSizing: 'border-box',
  borderStyle: 'solid',
  borderWidth: '4px 0 0 3px',
  pointerEvents: 'none',
};
