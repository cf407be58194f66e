import { BEND_CENTRE, COMMON_BEND_RANGE, MAX_CONTROLLER, type Lane } from '../model/entities';

/** Targets of a lane: pitch bend, channel pressure, or a controller by its number. */
export type LaneTarget = Lane['target'];

/** How the values of a lane run. */
export interface LaneScale {
  readonly low: number;
  readonly high: number;
  /** Its value where nothing is drawn. */
  readonly rest: number;
}

const NAMES: Readonly<Record<string, string>> = {
  bend: 'Pitch bend',
  pressure: 'Pressure',
  'cc:1': 'Modulation',
  'cc:7': 'Volume',
  'cc:10': 'Pan of the track',
  'cc:11': 'Expression',
  'cc:74': 'Filter',
  'cc:71': 'Resonance',
};

/** The lanes that Yibbo's own sounds follow, in the order they are offered. */
export const HEARD_TARGETS: readonly LaneTarget[] = Object.keys(NAMES);

/** A lane's name: "Pitch bend", "Filter", "Controller 21". */
export function targetName(target: LaneTarget): string {
  return NAMES[target] ?? `Controller ${target.slice(3)}`;
}

/** Lowest and highest value of a lane, and where it rests: what a receiver takes where nothing is sent. */
export function scaleOf(target: LaneTarget): LaneScale {
  if (target === 'bend') return { low: -BEND_CENTRE, high: BEND_CENTRE - 1, rest: 0 };
  const rest = { 'cc:7': 100, 'cc:8': 64, 'cc:10': 64, 'cc:11': 127 }[target];
  const isSoundControl = /^cc:7[0-9]$/.test(target);
  return { low: 0, high: 127, rest: rest ?? (isSoundControl ? 64 : 0) };
}

/** The controller that a lane is of; null for bend and pressure. */
export function controllerOf(target: LaneTarget): number | null {
  return target.startsWith('cc:') ? Number(target.slice(3)) : null;
}

/** The lane of a controller. Throws RangeError where there is none of that number. */
export function controllerTarget(controller: number): LaneTarget {
  if (!Number.isInteger(controller) || controller < 0 || controller > MAX_CONTROLLER)
    throw new RangeError(`Controller ${controller}: there are 0 to ${MAX_CONTROLLER}.`);
  return `cc:${controller}`;
}

/** A bend value in cents. */
export function bendCents(value: number, range: number = COMMON_BEND_RANGE): number {
  return (value / BEND_CENTRE) * range * 100;
}

/** A lane's value in words: semitones of a bend, left and right of a pan, else its number. */
export function laneValueWords({ target, range }: Pick<Lane, 'target' | 'range'>, value: number): string {
  if (target === 'bend') {
    const semitones = Math.round(bendCents(value, range)) / 100;
    return `${semitones < 0 ? '−' : semitones > 0 ? '+' : ''}${Math.abs(semitones)}`;
  }
  if (target === 'cc:10') return value === 64 ? 'M' : `${value < 64 ? 'L' : 'R'}${Math.abs(value - 64)}`;
  return String(value);
}
