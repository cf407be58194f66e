import { barBeatWords } from '@yibbo/core';
import { memo } from 'react';
import type { OpenPart } from '../../store/selectors';
import { linesIn } from './layers';
import { useFollow, useGridWindow, type Viewport } from './viewport';

export const RULER_HEIGHT = 26;
/** Closest that two numbers may stand, in pixels. */
const NUMBER_GAP = 44;

/** Bars and beats along the top. */
export const Ruler = memo(function Ruler({ viewport, part }: { readonly viewport: Viewport; readonly part: OpenPart }) {
  const window = useGridWindow(viewport);
  const follow = useFollow(viewport, window, 'x');
  let lastLeft = -Infinity;
  const marks = linesIn(window.fromTick, Math.min(window.toTick, part.pattern.length), part.grid, part.meters, window.pixelsPerTick)
    .filter(({ weight }) => weight !== 'step')
    .sort((a, b) => a.tick - b.tick);
  const hasRoomForBeats = marks.some(
    ({ weight }, index) => weight === 'beat' && (marks[index]!.tick - (marks[index - 1]?.tick ?? 0)) * window.pixelsPerTick >= NUMBER_GAP,
  );
  return (
    <div
      style={{
        position: 'relative',
        height: RULER_HEIGHT,
        overflow: 'hidden',
        background: 'var(--wash)',
        borderBottom: '1px solid var(--lineStrong)',
      }}
      aria-hidden
    >
      <div ref={follow} style={{ position: 'absolute', top: 0, left: 0 }}>
        {marks.map(({ tick, weight }) => {
          const left = (tick - window.fromTick) * window.pixelsPerTick;
          const isNumbered = left - lastLeft >= NUMBER_GAP && (weight === 'bar' || hasRoomForBeats);
          if (isNumbered) lastLeft = left;
          const words = barBeatWords(part.meters, tick);
          return (
            <div
              key={tick}
              style={{
                position: 'absolute',
                left,
                top: weight === 'bar' ? 0 : 14,
                height: RULER_HEIGHT,
                borderLeft: '1px solid var(--lineStrong)',
                paddingLeft: 4,
                fontSize: 13,
                lineHeight: '24px',
                color: weight === 'bar' ? 'var(--ink)' : 'var(--faded)',
                fontWeight: weight === 'bar' ? 600 : 400,
              }}
            >
              {isNumbered ? (
                <span style={{ position: 'relative', top: weight === 'bar' ? 0 : -14 }}>
                  {hasRoomForBeats ? words : words.split('.')[0]}
                </span>
              ) : null}
            </div>
          );
        })}
      </div>
    </div>
  );
});
