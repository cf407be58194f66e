import type { ToneSound } from '../../audio/sounds';

/** Gut strings played with the thumb. */
export const SHANTY_GUITAR: ToneSound = {
  kind: 'pitched',
  family: 'pluck',
  id: 'shanty-guitar',
  name: 'Shanty guitar',
  levelDb: -8.9,
  room: 0.15,
  echo: 0.09,
  width: 0.3,
  oscillators: [],
  modulators: [],
  string: { level: 0.85, decaySeconds: 2, pickedAt: 0.22, roughness: 0.12, brightness: 0.4, damping: 0.5 },
  filter: { hz: 2100, resonance: 0, keyFollow: 0.5, envelopeOctaves: 1.2, decaySeconds: 0.4, velocityOctaves: 2.2 },
  envelope: { attackSeconds: 0.001, decaySeconds: 3, sustain: 0.6, releaseSeconds: 0.3 },
  drive: 0,
  range: [36, 96],
  program: 24,
};
