import type { ToneSound } from '../../audio/sounds';

/** Rims of glasses, touched. */
export const GLASS_KEYS: ToneSound = {
  kind: 'pitched',
  family: 'keys',
  id: 'glass-keys',
  name: 'Glass keys',
  levelDb: -14,
  room: 0.16,
  echo: 0.05,
  width: 0.42,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.6, cents: 0 },
    { shape: 'sine', ratio: 3, level: 0.1, cents: 2 },
  ],
  modulators: [{ ratio: 2, depth: 0.12, decaySeconds: 1.2 }],
  filter: { hz: 3600, resonance: 0, keyFollow: 0.3, envelopeOctaves: 0, decaySeconds: 1, velocityOctaves: 2.2 },
  envelope: { attackSeconds: 0.004, decaySeconds: 3, sustain: 0.1, releaseSeconds: 0.5 },
  drive: 0,
  range: [33, 96],
  program: 8,
};
