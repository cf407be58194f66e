import type { ToneSound } from '../../audio/sounds';

/** Three octaves down in a blink. */
export const ZAP: ToneSound = {
  kind: 'pitched',
  family: 'effect',
  id: 'zap',
  name: 'Zap',
  levelDb: -11.1,
  room: 0.25,
  echo: 0.2,
  width: 0.52,
  oscillators: [{ shape: 'saw', ratio: 1, level: 0.5, cents: 0 }],
  modulators: [],
  pitchEnvelope: { semitones: 36, seconds: 0.25 },
  filter: { hz: 9000, resonance: 0.2, keyFollow: 0, envelopeOctaves: 0, decaySeconds: 1, velocityOctaves: 1 },
  envelope: { attackSeconds: 0.001, decaySeconds: 0.5, sustain: 0, releaseSeconds: 0.1 },
  drive: 0,
  range: [36, 96],
  program: 103,
};
