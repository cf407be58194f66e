import type { ToneSound } from '../../audio/sounds';

/** A cry that breaks off, over the roofs. */
export const GULL_CRY: ToneSound = {
  kind: 'pitched',
  family: 'effect',
  id: 'gull-cry',
  name: 'Gull cry',
  levelDb: 0.2,
  room: 0.25,
  echo: 0.2,
  width: 0.52,
  oscillators: [
    { shape: 'sine', ratio: 2, level: 0.3, cents: 0 },
    { shape: 'saw', ratio: 1, level: 0.3, cents: 0 },
  ],
  modulators: [{ ratio: 1.5, depth: 0.2, decaySeconds: 0.4 }],
  pitchEnvelope: { semitones: 9, seconds: 0.35 },
  vibrato: { hz: 9, cents: 40, inSeconds: 0.2 },
  filter: { kind: 'band', hz: 2200, resonance: 0.6, keyFollow: 0.5, envelopeOctaves: 0.8, decaySeconds: 0.3, velocityOctaves: 1.8 },
  envelope: { attackSeconds: 0.02, decaySeconds: 0.7, sustain: 0.2, releaseSeconds: 0.2 },
  drive: 1.2,
  range: [36, 96],
  program: 123,
};
