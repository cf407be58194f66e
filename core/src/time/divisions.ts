import { TICKS_PER_WHOLE } from './ticks';
import type { Grid } from './grid';
import { barTicks, beatTicks, type MeterShape } from './meter';

/** The units a grid can count in, coarsest first. */
export const DIVISION_UNITS = ['8 bars', '4 bars', '2 bars', '1 bar', '1/2', '1/4', '1/8', '1/16', '1/32', '1/64'] as const;
export type DivisionUnit = (typeof DIVISION_UNITS)[number];

/** A grid spacing: `count` steps in the space of `inSpaceOf` units. Straight is 1:1, a triplet 3:2, dotted 2:3. */
export interface Division {
  readonly unit: DivisionUnit;
  readonly count: number;
  readonly inSpaceOf: number;
}

/** The least and most steps of a tuplet, and the most units it may take the space of. */
export const TUPLET_COUNTS = { least: 2, most: 15 } as const;

/** The named forms a division can take; any other count 2..15 in the space of 1..15 is allowed too. */
export const DIVISION_FORMS = {
  straight: { count: 1, inSpaceOf: 1 },
  dotted: { count: 2, inSpaceOf: 3 },
  triplet: { count: 3, inSpaceOf: 2 },
} as const;
export type DivisionForm = keyof typeof DIVISION_FORMS;

export function division(unit: DivisionUnit, form: DivisionForm = 'straight'): Division {
  return { unit, ...DIVISION_FORMS[form] };
}

export function formOf(value: Division): DivisionForm | null {
  const forms = Object.keys(DIVISION_FORMS) as DivisionForm[];
  return forms.find((form) => DIVISION_FORMS[form].count === value.count && DIVISION_FORMS[form].inSpaceOf === value.inSpaceOf) ?? null;
}

/** Length in ticks of one undivided unit. Bars follow the meter; note values do not. */
export function unitTicks(unit: DivisionUnit, meter: MeterShape): number {
  const bars = /^(\d+) bars?$/.exec(unit);
  if (bars) return Number(bars[1]) * barTicks(meter);
  return TICKS_PER_WHOLE / Number(unit.slice(2));
}

export function gridOf(value: Division, meter: MeterShape): Grid {
  return { numerator: unitTicks(value.unit, meter) * value.inSpaceOf, denominator: value.count };
}

/** The next coarser (-1) or finer (+1) unit in the same form; the same division at either end of the list. */
export function stepDivision(value: Division, direction: -1 | 1): Division {
  const unit = DIVISION_UNITS[DIVISION_UNITS.indexOf(value.unit) + direction];
  return unit ? { ...value, unit } : value;
}

/** Straight -> dotted -> triplet -> straight; an unnamed tuplet goes back to straight. */
export function nextForm(value: Division): Division {
  const order: DivisionForm[] = ['straight', 'dotted', 'triplet'];
  const form = formOf(value);
  return division(value.unit, order[form ? (order.indexOf(form) + 1) % order.length : 0]);
}

/** Short name for buttons: "1/16", "1/8 dotted", "1/8 triplet", "1/16 5:4". */
export function divisionName(value: Division): string {
  const form = formOf(value);
  if (form === 'straight') return value.unit;
  return `${value.unit} ${form ?? `${value.count}:${value.inSpaceOf}`}`;
}

/** The division in a sentence: "1/16: 4 steps a beat, 16 a bar". */
export function divisionWords(value: Division, meter: MeterShape): string {
  const { numerator, denominator } = gridOf(value, meter);
  const step = numerator / denominator;
  const perBar = barTicks(meter) / step;
  if (perBar <= 1) return `${divisionName(value)}: one step is ${amount(1 / perBar, 'bar')}`;
  const perBeat = beatTicks(meter) / step;
  const beats = perBeat < 1 ? `one step is ${amount(1 / perBeat, 'beat')}` : `${amount(perBeat, 'step')} a beat`;
  return `${divisionName(value)}: ${beats}, ${fraction(perBar)} a bar`;
}

/** How much later something comes, in the largest unit that it is whole numbers of: "a bar", "3 beats", "1/4 beat". */
export function laterWords(ticks: number, meter: MeterShape): string {
  for (const [unit, noun] of [
    [barTicks(meter), 'bar'],
    [beatTicks(meter), 'beat'],
  ] as const) {
    if (ticks > 0 && ticks % unit === 0) return ticks === unit ? `a ${noun}` : `${ticks / unit} ${noun}s`;
  }
  return lengthWords(ticks, meter);
}

/** A length in beats, in words: "1/2 beat", "3 beats", "1 1/3 beats"; odd ones as decimals. */
export function lengthWords(lengthTicks: number, meter: MeterShape): string {
  return amount(lengthTicks / beatTicks(meter), 'beat');
}

function amount(value: number, noun: string): string {
  const plural = `${noun}s`;
  return `${fraction(value)} ${value <= 1 ? noun : plural}`;
}

/** A number as people write it on paper: whole part and a small fraction where it is one, else two decimals. */
export function fraction(value: number): string {
  const whole = Math.floor(value + 1e-9);
  const rest = value - whole;
  if (rest < 1e-6) return String(whole);
  for (const below of [2, 3, 4, 5, 6, 7, 8, 12, 16, 24, 32, 48, 64]) {
    const above = Math.round(rest * below);
    if (Math.abs(above / below - rest) < 1e-6) return `${whole ? `${whole} ` : ''}${above}/${below}`;
  }
  return value.toFixed(2);
}
