import type { ToneSound } from '../../audio/sounds';

/** A fifth on every note, far away. */
export const HORIZON_PAD: ToneSound = {
  kind: 'pitched',
  family: 'pad',
  id: 'horizon-pad',
  name: 'Horizon pad',
  levelDb: -20.1,
  room: 0.4,
  echo: 0.06,
  width: 0.75,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.16, cents: -8, phase: 0 },
    { shape: 'saw', ratio: 1, level: 0.16, cents: 0, phase: 0.382 },
    { shape: 'saw', ratio: 1, level: 0.16, cents: 8, phase: 0.764 },
    { shape: 'saw', ratio: 1.5, level: 0.1, cents: 3, phase: 0.2 },
    { shape: 'sine', ratio: 1, level: 0.3, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 1100, resonance: 0.1, keyFollow: 0.4, envelopeOctaves: 0.8, decaySeconds: 3, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.45, decaySeconds: 4, sustain: 0.85, releaseSeconds: 1.4 },
  drive: 0,
  range: [36, 88],
  program: 90,
};
