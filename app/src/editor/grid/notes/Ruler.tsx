import { barBeatWords, divisionName, type Note, type TickSpan } from '@yibbo/core';
import { memo, type CSSProperties } from 'react';
import type { OpenPart } from '../../../state/session/selectors';
import { useAppSelector } from '../../../state/store';
import { selectTurned } from '../../../state/session/turned';
import { OthersEdges } from '../../screen/OthersHere';
import { takesPresses } from '../takes-presses';
import { EndHandle } from './EndHandle';
import { linesIn } from './lines';
import { useSpanDrag } from './useSpanDrag';
import { useFollow, useGridWindow, type GridWindow, type Viewport } from '../viewport/viewport';

/** Closest that two numbers may stand, in pixels. */
const NUMBER_GAP = 44;
/** Room a number takes from the top, in pixels; what is left below it belongs to the marks. */
const NUMBER_ROOM = 24;

/** The span that notes go round in of their own: an outline, for it holds for them alone. */
const TURNED: CSSProperties = { position: 'absolute', top: 0, boxSizing: 'border-box', border: '2px dashed var(--act)' };

interface RulerProps {
  readonly viewport: Viewport;
  readonly part: OpenPart;
  readonly notes: readonly Note[];
  /** A thumb high on a phone. */
  readonly height: number;
}

/** Bars and beats along the top; a drag on it marks a stretch of time and selects what starts there. */
export const Ruler = memo(function Ruler({ viewport, part, notes, height }: RulerProps) {
  const window = useGridWindow(viewport);
  const follow = useFollow(viewport, window, 'x');
  const { span, handlers } = useSpanDrag(viewport, part, notes);
  const turned = useAppSelector(selectTurned);
  const place = ({ start, end }: TickSpan) => ({
    left: (start - window.fromTick) * window.pixelsPerTick,
    width: (end - start) * window.pixelsPerTick,
    height,
  });
  const xOfSong = (tick: number) => (tick - part.placement.start + part.placement.offset - window.fromTick) * window.pixelsPerTick;
  return (
    <div style={{ ...RULER, height }} aria-hidden data-testid="ruler" {...handlers} onClick={takesPresses}>
      <div ref={follow} style={{ position: 'absolute', top: 0, left: 0 }}>
        <OwnGrids part={part} window={window} height={height} />
        <EndHandle part={part} viewport={viewport} window={window} />
        {span ? <div data-testid="span" style={{ ...SPAN, ...place(span) }} /> : null}
        {turned ? <div data-testid="turned-span" style={{ ...TURNED, ...place(turned) }} /> : null}
        <OthersEdges x={xOfSong} start={part.placement.start} end={part.placement.start + part.placement.length} />
        {marksIn(window, part).map((mark) => (
          <RulerMark key={mark.tick} mark={mark} height={height} />
        ))}
      </div>
    </div>
  );
});

const RULER: CSSProperties = {
  position: 'relative',
  overflow: 'hidden',
  boxSizing: 'border-box',
  background: 'var(--wash)',
  borderBottom: '1px solid var(--lineStrong)',
  touchAction: 'none',
  cursor: 'ew-resize',
};
const SPAN: CSSProperties = { position: 'absolute', top: 0, background: 'var(--act)', opacity: 0.28 };

/** The stretches of time that have a grid of their own. */
function OwnGrids({ part, window, height }: { readonly part: OpenPart; readonly window: GridWindow; readonly height: number }) {
  return part.view.spanDivisions.map(({ start, end, division }) => (
    <div
      key={start}
      data-testid="span-grid"
      style={{
        ...OWN_GRID,
        top: height - OWN_GRID_HEIGHT,
        left: (start - window.fromTick) * window.pixelsPerTick,
        width: (end - start) * window.pixelsPerTick - 2,
      }}
    >
      {divisionName(division)}
    </div>
  ));
}

function RulerMark({ mark: { left, isBar, words }, height }: { readonly mark: Mark; readonly height: number }) {
  const top = isBar ? 0 : Math.min(NUMBER_ROOM - 10, height - 12);
  return (
    <div style={{ position: 'absolute', left, top: 0, height, color: isBar ? 'var(--ink)' : 'var(--faded)' }}>
      <div style={{ position: 'absolute', top, bottom: 0, borderLeft: '1px solid var(--lineStrong)' }} />
      {words ? (
        <span style={{ paddingLeft: 5, fontSize: 13, lineHeight: `${NUMBER_ROOM}px`, fontWeight: isBar ? 600 : 400 }}>{words}</span>
      ) : null}
    </div>
  );
}

/** Pixels before the pattern's end that its own word takes. */
const END_ROOM = 62;
const OWN_GRID_HEIGHT = 15;
/** A stretch of time with a grid of its own. */
const OWN_GRID: CSSProperties = {
  position: 'absolute',
  height: OWN_GRID_HEIGHT,
  zIndex: 1,
  boxSizing: 'border-box',
  borderBottom: '4px solid var(--head)',
  color: 'var(--head)',
  fontSize: 11,
  lineHeight: '11px',
  paddingLeft: 3,
  whiteSpace: 'nowrap',
  overflow: 'hidden',
};

interface Mark {
  readonly tick: number;
  readonly left: number;
  readonly isBar: boolean;
  /** Its number, where there is room for one. */
  readonly words: string | null;
}

function marksIn({ fromTick, toTick, pixelsPerTick }: GridWindow, { grid, meters, pattern }: OpenPart): Mark[] {
  const lines = linesIn(fromTick, Math.min(toTick, pattern.length), grid, meters, pixelsPerTick)
    .filter(({ weight }) => weight !== 'step')
    .sort((a, b) => a.tick - b.tick);
  const hasRoomForBeats = lines.some(
    ({ tick, weight }, index) => weight === 'beat' && (tick - (lines[index - 1]?.tick ?? 0)) * pixelsPerTick >= NUMBER_GAP,
  );
  const endLeft = (pattern.length - fromTick) * pixelsPerTick;
  let lastLeft = -Infinity;
  return lines.map(({ tick, weight }) => {
    const left = (tick - fromTick) * pixelsPerTick;
    const isNumbered =
      left - lastLeft >= NUMBER_GAP && (weight === 'bar' || (hasRoomForBeats && (endLeft - left >= END_ROOM || endLeft <= left)));
    if (isNumbered) lastLeft = left;
    const words = barBeatWords(meters, tick);
    return { tick, left, isBar: weight === 'bar', words: isNumbered ? (hasRoomForBeats ? words : words.split('.')[0]!) : null };
  });
}
