import type { ToneSound } from '../../audio/sounds';

/** A steel string, high up, in the wind. */
export const MAST_STRING: ToneSound = {
  kind: 'pitched',
  family: 'pluck',
  id: 'mast-string',
  name: 'Mast string',
  levelDb: -8.0,
  room: 0.15,
  echo: 0.09,
  width: 0.3,
  oscillators: [],
  modulators: [],
  string: { level: 0.8, decaySeconds: 3, pickedAt: 0.11, roughness: 0.2, brightness: 0.75, damping: 0.22 },
  filter: { hz: 3800, resonance: 0.05, keyFollow: 0.5, envelopeOctaves: 1, decaySeconds: 0.5, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.001, decaySeconds: 4, sustain: 0.8, releaseSeconds: 0.35 },
  drive: 0,
  range: [36, 96],
  program: 25,
};
