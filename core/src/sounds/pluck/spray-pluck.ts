import type { ToneSound } from '../../audio/sounds';

/** Five saws, gone as soon as they are there. */
export const SPRAY_PLUCK: ToneSound = {
  kind: 'pitched',
  family: 'pluck',
  id: 'spray-pluck',
  name: 'Spray pluck',
  levelDb: -1.9,
  room: 0.15,
  echo: 0.16,
  width: 0.52,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.2, cents: -14, phase: 0 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: -7, phase: 0.382 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: 0, phase: 0.764 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: 7, phase: 0.146 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: 14, phase: 0.528 },
  ],
  modulators: [],
  filter: { hz: 900, resonance: 0.25, keyFollow: 0.6, envelopeOctaves: 3.2, decaySeconds: 0.22, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.0015, decaySeconds: 0.8, sustain: 0, releaseSeconds: 0.25 },
  drive: 1,
  range: [36, 96],
  program: 87,
};
