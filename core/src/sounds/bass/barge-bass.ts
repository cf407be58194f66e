import type { ToneSound } from '../../audio/sounds';

/** Two saws far enough apart to growl. */
export const BARGE_BASS: ToneSound = {
  kind: 'pitched',
  family: 'bass',
  id: 'barge-bass',
  name: 'Barge bass',
  levelDb: -9.0,
  room: 0.02,
  echo: 0,
  width: 0.18,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.36, cents: -14 },
    { shape: 'saw', ratio: 1, level: 0.36, cents: 14, phase: 0.4 },
    { shape: 'square', ratio: 0.5, level: 0.18, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 620, resonance: 0.15, keyFollow: 0.4, envelopeOctaves: 1.2, decaySeconds: 0.8, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.006, decaySeconds: 3, sustain: 0.8, releaseSeconds: 0.12 },
  drive: 1.7,
  range: [24, 62],
  program: 38,
};
