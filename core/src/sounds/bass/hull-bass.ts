import type { ToneSound } from '../../audio/sounds';

/** Two saws side by side and an octave beneath. */
export const HULL_BASS: ToneSound = {
  kind: 'pitched',
  family: 'bass',
  id: 'hull-bass',
  name: 'Hull bass',
  levelDb: -12,
  room: 0.02,
  echo: 0,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.4, cents: -6 },
    { shape: 'saw', ratio: 1, level: 0.4, cents: 6 },
    { shape: 'sine', ratio: 0.5, level: 0.24, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 620, resonance: 0.35, keyFollow: 0.4, envelopeOctaves: 2.6, decaySeconds: 0.3, velocityOctaves: 1.4 },
  envelope: { attackSeconds: 0.003, decaySeconds: 3, sustain: 0.6, releaseSeconds: 0.1 },
  drive: 2.4,
  range: [24, 62],
  program: 38,
};
