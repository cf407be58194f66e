import type { TurnedKind } from '../audio/controls';
import { bendCents, type LaneTarget } from '../lanes/targets';

const KINDS: Readonly<Record<LaneTarget, TurnedKind>> = {
  bend: 'bend',
  pressure: 'pressure',
  'cc:1': 'modulation',
  'cc:7': 'volume',
  'cc:10': 'pan',
  'cc:11': 'expression',
  'cc:71': 'resonance',
  'cc:74': 'filter',
};

/** The engine control a lane drives, with its scale; null where none of our sounds follows it. */
export function engineControl(
  target: LaneTarget,
  range?: number,
): { readonly kind: TurnedKind; readonly valueOf: (value: number) => number } | null {
  if (!Object.hasOwn(KINDS, target)) return null;
  const kind = KINDS[target]!;
  if (kind === 'bend') return { kind, valueOf: (value) => bendCents(value, range) };
  // About the middle of a controller there are 64 values to the left and 63 to the right.
  if (kind === 'pan' || kind === 'filter' || kind === 'resonance')
    return { kind, valueOf: (value) => (value - 64) / (value < 64 ? 64 : 63) };
  return { kind, valueOf: (value) => value / 127 };
}
