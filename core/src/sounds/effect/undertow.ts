import type { ToneSound } from '../../audio/sounds';

/** Pulled under: an octave down, and dark. */
export const UNDERTOW: ToneSound = {
  kind: 'pitched',
  family: 'effect',
  id: 'undertow',
  name: 'Undertow',
  levelDb: -13.1,
  room: 0.25,
  echo: 0.2,
  width: 0.52,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.2, cents: -16, phase: 0 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: -5.3, phase: 0.382 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: 5.3, phase: 0.764 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: 16, phase: 0.146 },
  ],
  modulators: [],
  pitchEnvelope: { semitones: 7, seconds: 1.2 },
  filter: { hz: 2600, resonance: 0.3, keyFollow: 0.3, envelopeOctaves: 2, decaySeconds: 1.2, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.01, decaySeconds: 3, sustain: 0.4, releaseSeconds: 0.6 },
  drive: 0,
  range: [36, 96],
  program: 97,
};
