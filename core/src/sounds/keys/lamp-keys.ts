import type { ToneSound } from '../../audio/sounds';

/** Soft struck reeds with a bright edge, as light through old glass. */
export const LAMP_KEYS: ToneSound = {
  kind: 'pitched',
  family: 'keys',
  id: 'lamp-keys',
  name: 'Lamp keys',
  levelDb: -13.0,
  room: 0.16,
  echo: 0.05,
  width: 0.42,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.72, cents: 0 },
    { shape: 'sine', ratio: 2, level: 0.1, cents: 3 },
  ],
  modulators: [
    { ratio: 1, depth: 0.16, decaySeconds: 2.4 },
    { ratio: 14, depth: 0.05, decaySeconds: 0.22 },
  ],
  filter: { hz: 5200, resonance: 0, keyFollow: 0.3, envelopeOctaves: 0.8, decaySeconds: 0.9, velocityOctaves: 1.6 },
  envelope: { attackSeconds: 0.003, decaySeconds: 4.5, sustain: 0.12, releaseSeconds: 0.35 },
  drive: 1.1,
  range: [33, 96],
  program: 4,
};
