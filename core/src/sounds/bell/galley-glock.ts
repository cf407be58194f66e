import type { ToneSound } from '../../audio/sounds';

/** Small steel bars, high and short. */
export const GALLEY_GLOCK: ToneSound = {
  kind: 'pitched',
  family: 'bell',
  id: 'galley-glock',
  name: 'Galley glock',
  levelDb: -16,
  room: 0.28,
  echo: 0.16,
  width: 0.45,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.6, cents: 0 },
    { shape: 'sine', ratio: 2.756, level: 0.2, cents: 0 },
    { shape: 'sine', ratio: 5.404, level: 0.1, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 3400, resonance: 0, keyFollow: 0.2, envelopeOctaves: 0, decaySeconds: 1, velocityOctaves: 2.4 },
  envelope: { attackSeconds: 0.001, decaySeconds: 1.6, sustain: 0, releaseSeconds: 0.9 },
  drive: 0,
  range: [55, 108],
  program: 9,
};
