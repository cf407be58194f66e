import type { ToneSound } from '../../audio/sounds';

/** Four bows on one string. */
export const STRING_PAD: ToneSound = {
  kind: 'pitched',
  family: 'pad',
  id: 'string-pad',
  name: 'String pad',
  levelDb: -16.8,
  room: 0.3,
  echo: 0.06,
  width: 0.75,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.2, cents: -13 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: -5 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: 6 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: 12 },
  ],
  modulators: [],
  filter: { hz: 2400, resonance: 0.05, keyFollow: 0.4, envelopeOctaves: 0.5, decaySeconds: 2, velocityOctaves: 1 },
  envelope: { attackSeconds: 0.18, decaySeconds: 3, sustain: 0.85, releaseSeconds: 0.7 },
  drive: 0,
  range: [36, 88],
  program: 48,
};
