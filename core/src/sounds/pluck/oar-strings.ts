import type { ToneSound } from '../../audio/sounds';

/** Bent a little as they are let go. */
export const OAR_STRINGS: ToneSound = {
  kind: 'pitched',
  family: 'pluck',
  id: 'oar-strings',
  name: 'Oar strings',
  levelDb: -5.7,
  room: 0.15,
  echo: 0.09,
  width: 0.3,
  oscillators: [],
  modulators: [],
  string: { level: 0.8, decaySeconds: 2.4, pickedAt: 0.06, roughness: 0.35, brightness: 0.8, damping: 0.3 },
  pitchEnvelope: { semitones: 0.6, seconds: 0.16 },
  filter: { hz: 4600, resonance: 0.1, keyFollow: 0.5, envelopeOctaves: 0.8, decaySeconds: 0.3, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.001, decaySeconds: 4, sustain: 0.7, releaseSeconds: 0.4 },
  drive: 0,
  range: [36, 96],
  program: 107,
};
