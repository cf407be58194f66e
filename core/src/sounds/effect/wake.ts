import type { ToneSound } from '../../audio/sounds';

/** Noise that falls astern. */
export const WAKE: ToneSound = {
  kind: 'pitched',
  family: 'effect',
  id: 'wake',
  name: 'Wake',
  levelDb: -6.1,
  room: 0.25,
  echo: 0.2,
  width: 0.52,
  oscillators: [],
  modulators: [],
  noise: { level: 0.7, decaySeconds: 1000 },
  filter: { hz: 6000, resonance: 0.35, keyFollow: 0.2, envelopeOctaves: -3.4, decaySeconds: 1.6, velocityOctaves: 1.6 },
  envelope: { attackSeconds: 0.01, decaySeconds: 2.2, sustain: 0, releaseSeconds: 0.5 },
  drive: 0,
  range: [36, 96],
  program: 126,
};
