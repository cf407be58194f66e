import type { ToneSound } from '../../audio/sounds';

/** Six pipes that speak at once. */
export const FERRY_ORGAN: ToneSound = {
  kind: 'pitched',
  family: 'keys',
  id: 'ferry-organ',
  name: 'Ferry organ',
  levelDb: -15.7,
  room: 0.16,
  echo: 0.05,
  width: 0.42,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.4, cents: 0 },
    { shape: 'sine', ratio: 2, level: 0.3, cents: 0 },
    { shape: 'sine', ratio: 3, level: 0.2, cents: 0 },
    { shape: 'sine', ratio: 4, level: 0.14, cents: 0 },
    { shape: 'sine', ratio: 6, level: 0.08, cents: 0 },
    { shape: 'sine', ratio: 0.5, level: 0.25, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 3000, resonance: 0, keyFollow: 0.3, envelopeOctaves: 0, decaySeconds: 1, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.006, decaySeconds: 1, sustain: 1, releaseSeconds: 0.06 },
  drive: 1.5,
  range: [33, 96],
  program: 16,
};
