import type { ToneSound } from '../../audio/sounds';

/** Noise that grows for two seconds. */
export const SPRAY_RISER: ToneSound = {
  kind: 'pitched',
  family: 'effect',
  id: 'spray-riser',
  name: 'Spray riser',
  levelDb: -5.3,
  room: 0.25,
  echo: 0.2,
  width: 0.52,
  oscillators: [{ shape: 'saw', ratio: 1, level: 0.02, cents: 0 }],
  modulators: [],
  noise: { level: 0.7, decaySeconds: 10000 },
  filter: { kind: 'band', hz: 400, resonance: 0.4, keyFollow: 0.4, envelopeOctaves: 0, decaySeconds: 1, velocityOctaves: 2 },
  envelope: { attackSeconds: 1.9, decaySeconds: 1, sustain: 1, releaseSeconds: 0.08 },
  drive: 0,
  range: [36, 96],
  program: 119,
};
