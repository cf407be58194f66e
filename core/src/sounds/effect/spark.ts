import type { ToneSound } from '../../audio/sounds';

/** A blip and its shadow. */
export const SPARK: ToneSound = {
  kind: 'pitched',
  family: 'effect',
  id: 'spark',
  name: 'Spark',
  levelDb: -10.0,
  room: 0.25,
  echo: 0.35,
  width: 0.52,
  oscillators: [
    { shape: 'square', ratio: 1, level: 0.4, cents: 0 },
    { shape: 'sine', ratio: 2, level: 0.2, cents: 0 },
  ],
  modulators: [],
  pitchEnvelope: { semitones: -12, seconds: 0.05 },
  filter: { hz: 4200, resonance: 0.4, keyFollow: 0.4, envelopeOctaves: 1, decaySeconds: 0.06, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.001, decaySeconds: 0.18, sustain: 0, releaseSeconds: 0.06 },
  drive: 1.2,
  range: [36, 96],
  program: 103,
};
