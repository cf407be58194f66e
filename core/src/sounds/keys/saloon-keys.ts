import type { ToneSound } from '../../audio/sounds';

/** Strings under felt, a little out of tune with each other. */
export const SALOON_KEYS: ToneSound = {
  kind: 'pitched',
  family: 'keys',
  id: 'saloon-keys',
  name: 'Saloon keys',
  levelDb: -6.6,
  room: 0.16,
  echo: 0.05,
  width: 0.42,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.3, cents: -2 },
    { shape: 'saw', ratio: 1, level: 0.3, cents: 2 },
    { shape: 'sine', ratio: 1, level: 0.3, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 900, resonance: 0.05, keyFollow: 0.55, envelopeOctaves: 2.6, decaySeconds: 0.9, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.002, decaySeconds: 3.2, sustain: 0, releaseSeconds: 0.2 },
  drive: 0,
  range: [33, 96],
  program: 0,
};
