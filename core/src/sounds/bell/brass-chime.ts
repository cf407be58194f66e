import type { ToneSound } from '../../audio/sounds';

/** Tubes of brass that beat against each other. */
export const BRASS_CHIME: ToneSound = {
  kind: 'pitched',
  family: 'bell',
  id: 'brass-chime',
  name: 'Brass chime',
  levelDb: -17.7,
  room: 0.28,
  echo: 0.16,
  width: 0.45,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.6, cents: 0 },
    { shape: 'sine', ratio: 2, level: 0.2, cents: 3 },
  ],
  modulators: [{ ratio: 1.41, depth: 0.2, decaySeconds: 2 }],
  filter: { hz: 8000, resonance: 0, keyFollow: 0.2, envelopeOctaves: 0, decaySeconds: 1, velocityOctaves: 1 },
  envelope: { attackSeconds: 0.002, decaySeconds: 4, sustain: 0, releaseSeconds: 1.4 },
  drive: 0,
  range: [55, 108],
  program: 14,
};
