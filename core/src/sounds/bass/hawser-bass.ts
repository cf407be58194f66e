import type { ToneSound } from '../../audio/sounds';

/** A thick rope, plucked: an upright string with fingers on it. */
export const HAWSER_BASS: ToneSound = {
  kind: 'pitched',
  family: 'bass',
  id: 'hawser-bass',
  name: 'Hawser bass',
  levelDb: -7.9,
  room: 0.02,
  echo: 0,
  oscillators: [{ shape: 'sine', ratio: 1, level: 0.35, cents: 0 }],
  modulators: [],
  string: { level: 0.55, decaySeconds: 1.6, pickedAt: 0.18, roughness: 0.25, brightness: 0.35, damping: 0.45 },
  filter: { hz: 1900, resonance: 0.05, keyFollow: 0.35, envelopeOctaves: 1.6, decaySeconds: 0.3, velocityOctaves: 2.2 },
  envelope: { attackSeconds: 0.002, decaySeconds: 3, sustain: 0.5, releaseSeconds: 0.12 },
  drive: 1.3,
  range: [24, 62],
  program: 32,
};
