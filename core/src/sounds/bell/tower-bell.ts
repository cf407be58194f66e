import type { ToneSound } from '../../audio/sounds';

/** A great bell with its hum an octave below. */
export const TOWER_BELL: ToneSound = {
  kind: 'pitched',
  family: 'bell',
  id: 'tower-bell',
  name: 'Tower bell',
  levelDb: -18.3,
  room: 0.28,
  echo: 0.16,
  width: 0.45,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.4, cents: 0 },
    { shape: 'sine', ratio: 0.5, level: 0.25, cents: 0 },
    { shape: 'sine', ratio: 1.2, level: 0.22, cents: 0 },
    { shape: 'sine', ratio: 1.5, level: 0.15, cents: 0 },
    { shape: 'sine', ratio: 2, level: 0.2, cents: 0 },
    { shape: 'sine', ratio: 2.67, level: 0.1, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 1000, resonance: 0, keyFollow: 0.2, envelopeOctaves: 0.8, decaySeconds: 1.5, velocityOctaves: 2.4 },
  envelope: { attackSeconds: 0.002, decaySeconds: 6, sustain: 0, releaseSeconds: 2 },
  drive: 0,
  range: [55, 108],
  program: 14,
};
