import type { ToneSound } from '../../audio/sounds';

/** Thin and high on a long line. */
export const KITE_LEAD: ToneSound = {
  kind: 'pitched',
  family: 'lead',
  id: 'kite-lead',
  name: 'Kite lead',
  levelDb: -17.9,
  room: 0.12,
  echo: 0.18,
  width: 0.24,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.55, cents: 0 },
    { shape: 'sine', ratio: 3, level: 0.07, cents: 0 },
    { shape: 'sine', ratio: 5, level: 0.03, cents: 0 },
  ],
  modulators: [],
  vibrato: { hz: 5, cents: 14, inSeconds: 0.6 },
  noise: { level: 0.02, decaySeconds: 0.2 },
  filter: { hz: 3000, resonance: 0, keyFollow: 0.6, envelopeOctaves: 0.6, decaySeconds: 0.2, velocityOctaves: 2.2 },
  envelope: { attackSeconds: 0.008, decaySeconds: 1.2, sustain: 0.8, releaseSeconds: 0.12 },
  drive: 1.5,
  range: [45, 96],
  program: 82,
};
