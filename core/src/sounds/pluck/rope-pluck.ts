import type { ToneSound } from '../../audio/sounds';

/** A string let go: bright at first, dark and gone within a second. */
export const ROPE_PLUCK: ToneSound = {
  kind: 'pitched',
  family: 'pluck',
  id: 'rope-pluck',
  name: 'Rope pluck',
  levelDb: -5.2,
  room: 0.15,
  echo: 0.09,
  width: 0.3,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.42, cents: 0 },
    { shape: 'square', ratio: 1, level: 0.2, cents: 6 },
    { shape: 'sine', ratio: 2, level: 0.14, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 1100, resonance: 0.3, keyFollow: 0.6, envelopeOctaves: 3, decaySeconds: 0.34, velocityOctaves: 1.8 },
  envelope: { attackSeconds: 0.0015, decaySeconds: 1.5, sustain: 0, releaseSeconds: 0.3 },
  drive: 1.4,
  range: [36, 96],
  program: 25,
};
