import type { SoundFigures } from './figures';

/** The faults of a sound: a pitched one by its family, a drum by its General MIDI percussion key. Empty where nothing is. */
export function faultsOf(
  { loudness, target, lostOnPhone, centroid, above15k, brighter, peak }: SoundFigures,
  of: number | string,
): string[] {
  const isHat = of === 42 || of === 46;
  const mostLost = of === 36 ? 12 : of === 'bass' ? 16 : Infinity;
  return [
    ...(Math.abs(loudness - target) > 2 ? ['loudness'] : []),
    ...(lostOnPhone > mostLost ? ['lost on a phone'] : []),
    ...(isHat && (centroid < 8500 || centroid > 11_500) ? ['not about 10 kHz'] : []),
    ...(isHat && above15k > 0.2 ? ['too much above 15 kHz'] : []),
    ...(brighter < 0.15 ? ['velocity does not brighten it'] : []),
    ...(peak > 0.8 ? ['limited by itself'] : []),
  ];
}
