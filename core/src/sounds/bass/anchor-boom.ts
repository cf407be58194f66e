import type { ToneSound } from '../../audio/sounds';

/** Falls a fifth, lands, and booms; slides from note to note. */
export const ANCHOR_BOOM: ToneSound = {
  kind: 'pitched',
  family: 'bass',
  id: 'anchor-boom',
  name: 'Anchor boom',
  levelDb: -14.1,
  room: 0.02,
  echo: 0,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.9, cents: 0 },
    { shape: 'saw', ratio: 1, level: 0.36, cents: 0 },
  ],
  modulators: [{ ratio: 1, depth: 0.14, decaySeconds: 0.25 }],
  pitchEnvelope: { semitones: 14, seconds: 0.09 },
  glideSeconds: 0.12,
  filter: { hz: 1400, resonance: 0, keyFollow: 0.3, envelopeOctaves: 1.5, decaySeconds: 0.15, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.002, decaySeconds: 5, sustain: 0.35, releaseSeconds: 0.14 },
  drive: 2.8,
  range: [24, 62],
  program: 39,
};
