import type { ToneSound } from '../../audio/sounds';

/** Round below, a little edge above, so that a small speaker finds it too. */
export const ROUND_BASS: ToneSound = {
  kind: 'pitched',
  family: 'bass',
  id: 'round-bass',
  name: 'Round bass',
  levelDb: -13.5,
  room: 0.02,
  echo: 0,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.62, cents: 0 },
    { shape: 'saw', ratio: 1, level: 0.4, cents: 4 },
    { shape: 'square', ratio: 1, level: 0.2, cents: -5 },
  ],
  modulators: [],
  filter: { hz: 640, resonance: 0.25, keyFollow: 0.35, envelopeOctaves: 2.4, decaySeconds: 0.35, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.004, decaySeconds: 3, sustain: 0.55, releaseSeconds: 0.12 },
  drive: 2.4,
  range: [24, 62],
  program: 38,
};
