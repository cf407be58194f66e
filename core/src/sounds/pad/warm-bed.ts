import type { ToneSound } from '../../audio/sounds';

/** Hardly there: what the rest lies on. */
export const WARM_BED: ToneSound = {
  kind: 'pitched',
  family: 'pad',
  id: 'warm-bed',
  name: 'Warm bed',
  levelDb: -23.4,
  room: 0.3,
  echo: 0.06,
  width: 0.75,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.5, cents: -4 },
    { shape: 'sine', ratio: 1, level: 0.5, cents: 4 },
    { shape: 'saw', ratio: 1, level: 0.14, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 900, resonance: 0, keyFollow: 0.4, envelopeOctaves: 0.5, decaySeconds: 2, velocityOctaves: 0.8 },
  envelope: { attackSeconds: 0.25, decaySeconds: 3, sustain: 0.9, releaseSeconds: 0.9 },
  drive: 0,
  range: [36, 88],
  program: 89,
};
