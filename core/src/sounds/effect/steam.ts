import type { ToneSound } from '../../audio/sounds';

/** A valve let go. */
export const STEAM: ToneSound = {
  kind: 'pitched',
  family: 'effect',
  id: 'steam',
  name: 'Steam',
  levelDb: -17.4,
  room: 0.25,
  echo: 0.2,
  width: 0.52,
  oscillators: [],
  modulators: [],
  noise: { level: 0.8, decaySeconds: 10000 },
  filter: { kind: 'high', hz: 2200, resonance: 0.3, keyFollow: 0.5, envelopeOctaves: 1.2, decaySeconds: 0.6, velocityOctaves: 2.5 },
  envelope: { attackSeconds: 0.004, decaySeconds: 1.2, sustain: 0, releaseSeconds: 0.3 },
  drive: 0,
  range: [36, 96],
  program: 122,
};
