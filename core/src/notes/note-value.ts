import { beatTicks, TICKS_PER_WHOLE, type MeterShape } from '../time';

/** Reads a length: a note value ("1/8", "3/16", with t for triplet or d for dotted), or a number of beats ("1.5"). Ticks, not rounded;
 *  null where it is neither. */
export function readLength(text: string, meter: MeterShape): number | null {
  const value = /^(\d+)\/(\d+)\s*(t|triplet|d|dotted|\.)?$/i.exec(text);
  if (value) {
    const [, above, below, form] = value;
    if (Number(below) === 0) return null;
    const share = !form ? 1 : /^t/i.test(form) ? 2 / 3 : 3 / 2;
    return (Number(above) / Number(below)) * TICKS_PER_WHOLE * share;
  }
  const beats = /^(\d+(?:[.,]\d+)?|[.,]\d+)\s*(?:b|beats?)?$/i.exec(text);
  return beats ? Number(beats[1]!.replace(',', '.')) * beatTicks(meter) : null;
}
