import type { ToneSound } from '../../audio/sounds';

/** A saw through a gate that squeals as it opens. */
export const WINCH_BASS: ToneSound = {
  kind: 'pitched',
  family: 'bass',
  id: 'winch-bass',
  name: 'Winch bass',
  levelDb: -10.2,
  room: 0.02,
  echo: 0,
  oscillators: [{ shape: 'saw', ratio: 1, level: 0.55, cents: 0 }],
  modulators: [],
  glideSeconds: 0.07,
  filter: { hz: 340, resonance: 0.82, keyFollow: 0.45, envelopeOctaves: 2.8, decaySeconds: 0.22, velocityOctaves: 2.2 },
  envelope: { attackSeconds: 0.002, decaySeconds: 1.6, sustain: 0.4, releaseSeconds: 0.07 },
  drive: 1.5,
  range: [24, 62],
  program: 38,
};
