import type { ToneSound } from '../../audio/sounds';

/** Wide and slow: saws a little apart, coming and going like weather. */
export const FOG_PAD: ToneSound = {
  kind: 'pitched',
  family: 'pad',
  id: 'fog-pad',
  name: 'Fog pad',
  levelDb: -20.8,
  room: 0.3,
  echo: 0.06,
  width: 0.75,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.24, cents: -9 },
    { shape: 'saw', ratio: 1, level: 0.24, cents: 8 },
    { shape: 'sine', ratio: 1, level: 0.34, cents: 0 },
    { shape: 'saw', ratio: 2, level: 0.06, cents: 11 },
  ],
  modulators: [],
  filter: { hz: 1300, resonance: 0.12, keyFollow: 0.4, envelopeOctaves: 0.9, decaySeconds: 3, velocityOctaves: 1.1 },
  envelope: { attackSeconds: 0.32, decaySeconds: 4, sustain: 0.8, releaseSeconds: 1.1 },
  drive: 0,
  range: [36, 88],
  program: 89,
};
