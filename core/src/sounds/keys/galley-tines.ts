import type { ToneSound } from '../../audio/sounds';

/** Forks struck on the edge of a pan. */
export const GALLEY_TINES: ToneSound = {
  kind: 'pitched',
  family: 'keys',
  id: 'galley-tines',
  name: 'Galley tines',
  levelDb: -15.4,
  room: 0.16,
  echo: 0.05,
  width: 0.42,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.7, cents: 0 },
    { shape: 'sine', ratio: 1, level: 0.2, cents: 4 },
  ],
  modulators: [
    { ratio: 7, depth: 0.05, decaySeconds: 0.5 },
    { ratio: 1, depth: 0.08, decaySeconds: 1.5 },
  ],
  filter: { hz: 6500, resonance: 0, keyFollow: 0.3, envelopeOctaves: 0.5, decaySeconds: 0.8, velocityOctaves: 1.4 },
  envelope: { attackSeconds: 0.002, decaySeconds: 3.5, sustain: 0.05, releaseSeconds: 0.25 },
  drive: 0,
  range: [33, 96],
  program: 5,
};
