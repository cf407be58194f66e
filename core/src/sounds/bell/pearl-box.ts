import type { ToneSound } from '../../audio/sounds';

/** A box of combs and pins, wound by hand. */
export const PEARL_BOX: ToneSound = {
  kind: 'pitched',
  family: 'bell',
  id: 'pearl-box',
  name: 'Pearl box',
  levelDb: -18.3,
  room: 0.28,
  echo: 0.16,
  width: 0.45,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.6, cents: 0 },
    { shape: 'sine', ratio: 3.98, level: 0.16, cents: 0 },
    { shape: 'sine', ratio: 7.1, level: 0.06, cents: 0 },
  ],
  modulators: [],
  transpose: 12,
  filter: { hz: 5200, resonance: 0, keyFollow: 0.2, envelopeOctaves: 1, decaySeconds: 0.1, velocityOctaves: 2.2 },
  envelope: { attackSeconds: 0.001, decaySeconds: 1.8, sustain: 0, releaseSeconds: 0.7 },
  drive: 0,
  range: [55, 108],
  program: 10,
};
