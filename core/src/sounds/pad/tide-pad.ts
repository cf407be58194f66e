import type { ToneSound } from '../../audio/sounds';

/** Water drawn back over stones, with a chord in it. */
export const TIDE_PAD: ToneSound = {
  kind: 'pitched',
  family: 'pad',
  id: 'tide-pad',
  name: 'Tide pad',
  levelDb: -17.6,
  room: 0.3,
  echo: 0.06,
  width: 0.75,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.2, cents: -11, phase: 0 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: -3.7, phase: 0.382 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: 3.7, phase: 0.764 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: 11, phase: 0.146 },
  ],
  modulators: [],
  noise: { level: 0.04, decaySeconds: 1000 },
  filter: { hz: 700, resonance: 0.25, keyFollow: 0.4, envelopeOctaves: 1.6, decaySeconds: 3.5, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.7, decaySeconds: 5, sustain: 0.85, releaseSeconds: 1.6 },
  drive: 0,
  range: [36, 88],
  program: 95,
};
