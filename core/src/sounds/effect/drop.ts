import type { ToneSound } from '../../audio/sounds';

/** A sine that sinks for two seconds. */
export const DROP: ToneSound = {
  kind: 'pitched',
  family: 'effect',
  id: 'drop',
  name: 'Drop',
  levelDb: -20.7,
  room: 0.25,
  echo: 0.2,
  width: 0.52,
  oscillators: [{ shape: 'sine', ratio: 1, level: 0.8, cents: 0 }],
  modulators: [],
  pitchEnvelope: { semitones: 24, seconds: 2 },
  filter: { hz: 6000, resonance: 0, keyFollow: 0, envelopeOctaves: 0, decaySeconds: 1, velocityOctaves: 1 },
  envelope: { attackSeconds: 0.002, decaySeconds: 2.5, sustain: 0, releaseSeconds: 0.2 },
  drive: 1.5,
  range: [36, 96],
  program: 127,
};
