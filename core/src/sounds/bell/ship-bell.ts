import type { ToneSound } from '../../audio/sounds';

/** Brass, struck once, close by. */
export const SHIP_BELL: ToneSound = {
  kind: 'pitched',
  family: 'bell',
  id: 'ship-bell',
  name: 'Ship bell',
  levelDb: -16.2,
  room: 0.28,
  echo: 0.16,
  width: 0.45,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.5, cents: 0 },
    { shape: 'sine', ratio: 2.4, level: 0.2, cents: 0 },
    { shape: 'sine', ratio: 3, level: 0.14, cents: 0 },
    { shape: 'sine', ratio: 4.5, level: 0.1, cents: 0 },
  ],
  modulators: [{ ratio: 2.4, depth: 0.08, decaySeconds: 0.6 }],
  filter: { hz: 2800, resonance: 0, keyFollow: 0.2, envelopeOctaves: 0.6, decaySeconds: 0.8, velocityOctaves: 2.3 },
  envelope: { attackSeconds: 0.001, decaySeconds: 3.4, sustain: 0, releaseSeconds: 1.2 },
  drive: 0,
  range: [55, 108],
  program: 14,
};
