import type { ToneSound } from '../../audio/sounds';

/** A stroke on iron with a rope round it. */
export const BOLLARD_PLUCK: ToneSound = {
  kind: 'pitched',
  family: 'pluck',
  id: 'bollard-pluck',
  name: 'Bollard pluck',
  levelDb: -13.1,
  room: 0.15,
  echo: 0.09,
  width: 0.3,
  oscillators: [{ shape: 'sine', ratio: 1, level: 0.75, cents: 0 }],
  modulators: [
    { ratio: 2, depth: 0.28, decaySeconds: 0.25 },
    { ratio: 5, depth: 0.08, decaySeconds: 0.06 },
  ],
  filter: { hz: 4200, resonance: 0, keyFollow: 0.4, envelopeOctaves: 1, decaySeconds: 0.2, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.0015, decaySeconds: 1.1, sustain: 0, releaseSeconds: 0.25 },
  drive: 1.1,
  range: [36, 96],
  program: 26,
};
