import {
  bpmAt,
  barTicks,
  beatTicks,
  gridOfSteps,
  isTickSteps,
  lineDistance,
  meterAt,
  nearestLine,
  roundEvenly,
  stepsOf,
  TICKS_PER_QUARTER,
  TICKS_PER_WHOLE,
  type Grid,
  type MeterShape,
  type TickSteps,
} from '../time';
import { fittingDistance, repeatDistance, ROUND_TO, type RoundTo } from '../notes/repeat';
import { chordsOf } from '../notes/chords';
import { spanOf } from '../notes/rotate';
import { byStartThenPitch } from '../model/collections';
import { inOrder } from '../model/document';
import type { Note } from '../model/entities';
import { commonGrid, gridOfNotes, type ActionContext, type Drag } from './action';
import { divisionParam } from './params';

/** Named units of distance. "grid" is the grid in use, whichever that is. */
export const AMOUNT_UNITS = [
  'grid',
  'bar',
  'beat',
  '1/2',
  '1/4',
  '1/8',
  '1/8 triplet',
  '1/16',
  '1/16 triplet',
  '1/32',
  '1/32 triplet',
  '1/64',
  'tick',
  'ms',
] as const;

export type AmountUnit = (typeof AMOUNT_UNITS)[number] | TickSteps;

export function amountParam(title: string, start: AmountUnit = 'grid') {
  return divisionParam<AmountUnit>(title, AMOUNT_UNITS, start, { ms: 'millisecond' });
}

/** Ticks from some notes to a copy of them: as long as the marked stretch, unless something else is asked for. */
export function copyDistance(notes: readonly Note[], roundTo: RoundTo, context: ActionContext): number {
  const { span, meters } = context;
  if (roundTo === 'fit' && span) return span.end - span.start;
  return repeatDistance(notes, roundTo, gridOfNotes(notes, context), meterAt(meters, spanOf(notes).start));
}

/** The unit that the distance between copies is rounded up to. */
export function roundToParam() {
  return divisionParam<RoundTo>('Next copy on the next', ROUND_TO, 'fit', {
    fit: 'beat or bar that fits',
    grid: 'step',
    exact: 'tick after the end',
  });
}

/** A unit as it is stored: what means the grid in use becomes steps of its ticks, so that it means the same wherever it is run again. */
export function storedUnit(unit: string, notes: readonly Note[], grid: Grid, meter: MeterShape): string {
  if (unit === 'grid') return stepsOf(grid);
  if (unit !== 'fit' || notes.length === 0) return unit;
  if (chordsOf(inOrder(notes, byStartThenPitch)).length <= 1) return stepsOf(grid);
  // Amounts longer than a beat count in beats and bars on any grid, shorter ones in steps.
  const { start, end } = spanOf(notes);
  return end - start > beatTicks(meter) ? unit : stepsOf({ numerator: fittingDistance(notes, grid, meter), denominator: 1 });
}

/** Ticks in `count` units (negative counts go back) from `atTick` on. Lines of the grid are counted one by one; milliseconds go through the tempo at `atTick`, rounded to the tick once. */
export function amountTicks(
  count: number,
  unit: AmountUnit,
  context: Pick<ActionContext, 'grid' | 'meter' | 'tempos'>,
  atTick = 0,
): number {
  if (unit === 'grid') return lineDistance(context.grid, atTick, count);
  if (unit === 'bar') return count * barTicks(context.meter);
  if (unit === 'beat') return count * beatTicks(context.meter);
  if (unit === 'tick') return count;
  if (unit === 'ms') return roundEvenly((count * bpmAt(context.tempos, atTick) * TICKS_PER_QUARTER) / 60_000);
  if (isTickSteps(unit)) return lineDistance(gridOfSteps(unit), atTick, count);
  const [value, triplet] = unit.split(' ');
  const whole = TICKS_PER_WHOLE / Number(value!.slice(2));
  return count * (triplet ? (whole * 2) / 3 : whole);
}

/** Ticks that some notes are to go as one group: along the lines of the grid from where the first of them stands, or by its tempo. */
export function distanceOf(
  notes: readonly Note[],
  count: number,
  unit: AmountUnit,
  context: Pick<ActionContext, 'grid' | 'rowGrids' | 'meter' | 'tempos'>,
): number {
  const first = notes.reduce((tick, { start }) => Math.min(tick, start), Infinity);
  return amountTicks(count, unit, { ...context, grid: commonGrid(notes, context) }, notes.length ? first : 0);
}

/** The grid whose steps are one unit long. */
export function gridOfAmount(unit: AmountUnit, context: Pick<ActionContext, 'grid' | 'meter' | 'tempos'>): Grid {
  if (isTickSteps(unit)) return gridOfSteps(unit);
  return unit === 'grid' ? context.grid : { numerator: Math.max(1, amountTicks(1, unit, context)), denominator: 1 };
}

/** A distance from `from` to a later tick: in grid steps where it is a whole number of them, else in ticks. */
export function amountBetween(from: number, to: number, grid: Grid): { readonly count: number; readonly unit: 'grid' | 'tick' } {
  for (let count = 1; count <= MOST_STEPS; count++) {
    const ticks = lineDistance(grid, from, count);
    if (ticks === to - from) return { count, unit: 'grid' };
    if (ticks > to - from) break;
  }
  return { count: Math.max(1, to - from), unit: 'tick' };
}

/** Steps that a distance is said in at the most. */
const MOST_STEPS = 999;

/** The tick of a drag's last place: on the nearest line, unless the grid is lifted. */
export function tickOfDrag({ path, isFree }: Drag, grid: Grid): number {
  const { tick } = path.at(-1)!;
  return Math.max(1, isFree ? Math.round(tick) : nearestLine(grid, tick));
}
