import type { ToneSound } from '../../audio/sounds';

/** A bell out on the water. */
export const BUOY_BELLS: ToneSound = {
  kind: 'pitched',
  family: 'bell',
  id: 'buoy-bells',
  name: 'Buoy bells',
  levelDb: -17.0,
  room: 0.28,
  echo: 0.16,
  width: 0.45,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.6, cents: 0 },
    { shape: 'sine', ratio: 2.76, level: 0.16, cents: 0 },
    { shape: 'sine', ratio: 5.4, level: 0.07, cents: 0 },
  ],
  modulators: [{ ratio: 3.5, depth: 0.12, decaySeconds: 1.1 }],
  filter: { hz: 6400, resonance: 0, keyFollow: 0.2, envelopeOctaves: 0, decaySeconds: 1, velocityOctaves: 0.8 },
  envelope: { attackSeconds: 0.002, decaySeconds: 3.2, sustain: 0, releaseSeconds: 1.1 },
  drive: 0,
  range: [55, 108],
  program: 14,
};
