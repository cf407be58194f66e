import type { ToneSound } from '../../audio/sounds';

/** A drum of tin, beaten into notes. */
export const TIN_PAN: ToneSound = {
  kind: 'pitched',
  family: 'pluck',
  id: 'tin-pan',
  name: 'Tin pan',
  levelDb: -11.4,
  room: 0.15,
  echo: 0.09,
  width: 0.3,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.6, cents: 0 },
    { shape: 'sine', ratio: 2, level: 0.22, cents: 4 },
    { shape: 'sine', ratio: 3, level: 0.1, cents: -5 },
  ],
  modulators: [{ ratio: 1, depth: 0.12, decaySeconds: 0.3 }],
  pitchEnvelope: { semitones: 0.4, seconds: 0.08 },
  filter: { hz: 2400, resonance: 0, keyFollow: 0.3, envelopeOctaves: 1.4, decaySeconds: 0.18, velocityOctaves: 2.2 },
  envelope: { attackSeconds: 0.002, decaySeconds: 1.3, sustain: 0, releaseSeconds: 0.3 },
  drive: 1.2,
  range: [36, 96],
  program: 114,
};
