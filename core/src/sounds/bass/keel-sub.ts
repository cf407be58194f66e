import type { ToneSound } from '../../audio/sounds';

/** One sine under everything, driven until it can be heard on a phone. */
export const KEEL_SUB: ToneSound = {
  kind: 'pitched',
  family: 'bass',
  id: 'keel-sub',
  name: 'Keel sub',
  levelDb: -14.5,
  room: 0.02,
  echo: 0,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.9, cents: 0 },
    { shape: 'saw', ratio: 1, level: 0.32, cents: 0 },
  ],
  modulators: [{ ratio: 1, depth: 0.14, decaySeconds: 0.3 }],
  filter: { hz: 1500, resonance: 0, keyFollow: 0.3, envelopeOctaves: 1, decaySeconds: 0.2, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.003, decaySeconds: 4, sustain: 0.8, releaseSeconds: 0.09 },
  drive: 3.2,
  range: [24, 62],
  program: 39,
};
