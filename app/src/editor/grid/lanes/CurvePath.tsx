import { pointsUntil, type CurvePoint, type LaneScale } from '@yibbo/core';
import { memo } from 'react';
import type { GridWindow } from '../viewport/viewport';
import { laneY } from './lane-size';

/** Radius of a point, in pixels. */
const DOT = 5;

interface CurvePathProps {
  readonly points: readonly CurvePoint[];
  readonly scale: LaneScale;
  readonly height: number;
  readonly window: GridWindow;
  readonly lengthTicks: number;
  readonly colour: string;
  readonly arePoints: boolean;
  /** Where keys act; null while they do not. */
  readonly cursorTick: number | null;
}

/** A curve in the window as one path, over the line of its rest; its points as another, where they can be taken hold of. */
export const CurvePath = memo(function CurvePath(props: CurvePathProps) {
  const { points, scale, height, window, lengthTicks, colour, arePoints, cursorTick } = props;
  const width = (window.toTick - window.fromTick) * window.pixelsPerTick;
  const x = (tick: number) => Math.round((tick - window.fromTick) * window.pixelsPerTick);
  const y = (value: number) => Math.round(laneY(value, scale, height));
  const from = Math.max(0, pointsUntil(points, window.fromTick) - 1);
  const shown = points.slice(from, pointsUntil(points, window.toTick) + 1);
  const drawn = shown.length > 2 * width ? thinned(shown, x) : shown;
  const line = curveLine(drawn, from === 0 ? scale.rest : null, { x, y, endX: x(Math.min(window.toTick, lengthTicks)) });
  const dots = arePoints ? shown.map(({ tick, value }) => dot(x(tick), y(value))).join('') : '';
  return (
    <svg width={width} height={height} style={{ display: 'block', overflow: 'visible' }}>
      <path d={`M0 ${y(scale.rest)}H${width}`} stroke="var(--line)" strokeDasharray="3 4" />
      {cursorTick === null ? null : <path d={`M${x(cursorTick)} 0V${height}`} stroke="var(--act)" strokeWidth={2} />}
      <path d={line} fill="none" stroke={colour} strokeWidth={2} strokeLinejoin="round" />
      <path d={dots} fill="var(--card)" stroke={colour} strokeWidth={2} />
    </svg>
  );
});

/** Of the points that fall on one pixel, the first, the lowest, the highest and the last, in their order: the others would be drawn over. */
function thinned(points: readonly CurvePoint[], x: (tick: number) => number): readonly CurvePoint[] {
  const kept: CurvePoint[] = [];
  for (let from = 0, to = 0; from < points.length; from = to) {
    const at = x(points[from]!.tick);
    while (to < points.length && x(points[to]!.tick) === at) to++;
    const column = points.slice(from, to).sort((a, b) => a.value - b.value);
    const wanted = new Set([points[from], column[0], column.at(-1), points[to - 1]]);
    for (let index = from; index < to; index++) if (wanted.has(points[index])) kept.push(points[index]!);
  }
  return kept;
}

interface Places {
  readonly x: (tick: number) => number;
  readonly y: (value: number) => number;
  readonly endX: number;
}

function curveLine(points: readonly CurvePoint[], rest: number | null, { x, y, endX }: Places): string {
  const parts: string[] = rest === null ? [] : [`M0 ${y(rest)}`];
  points.forEach(({ tick, value }, index) => {
    const before = points[index - 1];
    if (!before && rest === null) parts.push(`M${x(tick)} ${y(value)}`);
    else if (before?.shape === 'straight') parts.push(`L${x(tick)} ${y(value)}`);
    else parts.push(`H${x(tick)}V${y(value)}`);
  });
  return `${parts.join('')}H${endX}`;
}

function dot(x: number, y: number): string {
  return `M${x - DOT} ${y}a${DOT} ${DOT} 0 1 0 ${2 * DOT} 0a${DOT} ${DOT} 0 1 0 ${-2 * DOT} 0`;
}
