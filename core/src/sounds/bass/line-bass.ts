import type { ToneSound } from '../../audio/sounds';

/** Short and plain, as a line let out hand over hand. */
export const LINE_BASS: ToneSound = {
  kind: 'pitched',
  family: 'bass',
  id: 'line-bass',
  name: 'Line bass',
  levelDb: -9.8,
  room: 0.02,
  echo: 0,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.5, cents: 0 },
    { shape: 'saw', ratio: 1, level: 0.46, cents: 0 },
  ],
  modulators: [{ ratio: 3, depth: 0.05, decaySeconds: 0.06 }],
  filter: { hz: 800, resonance: 0.1, keyFollow: 0.4, envelopeOctaves: 3, decaySeconds: 0.14, velocityOctaves: 1.8 },
  envelope: { attackSeconds: 0.002, decaySeconds: 1.8, sustain: 0.1, releaseSeconds: 0.08 },
  drive: 2.9,
  range: [24, 62],
  program: 33,
};
