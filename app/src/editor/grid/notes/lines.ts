import { barTicks, beatTicks, stepTicks, gridAt, linesBetween, type Grid, type MeterAt } from '@yibbo/core';

/** A line of the grid, with how much it weighs. */
export interface Line {
  readonly tick: number;
  readonly weight: 'bar' | 'beat' | 'step';
}

/** Closest that two lines of one weight may stand, in pixels. */
const LEAST_GAP = 7;

/** The lines between two ticks: bars and beats by the meter, steps by the grid, those too close to tell apart left out. */
export function linesIn(fromTick: number, toTick: number, grid: Grid, meters: readonly MeterAt[], pixelsPerTick: number): Line[] {
  const byTick = new Map<number, Line['weight']>();
  for (const tick of stepsIn(fromTick, toTick, grid, pixelsPerTick)) byTick.set(tick, 'step');
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

/** The steps between two ticks. Stretches of time with a grid of their own are left out where theirs stand too close. */
function stepsIn(fromTick: number, toTick: number, grid: Grid, pixelsPerTick: number): number[] {
  const edges = (grid.spans ?? []).flatMap(({ start, end }) => [start, end]).filter((edge) => edge > fromTick && edge < toTick);
  const pieces = [fromTick, ...edges, toTick];
  return pieces.slice(1).flatMap((end, index) => {
    const start = pieces[index]!;
    const isDense = stepTicks(gridAt(grid, start)) * pixelsPerTick < LEAST_GAP;
    return isDense ? [] : linesBetween(grid, start, end);
  });
}
