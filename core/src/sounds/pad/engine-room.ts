import type { ToneSound } from '../../audio/sounds';

/** Low, steady and warm: everything below deck. */
export const ENGINE_ROOM: ToneSound = {
  kind: 'pitched',
  family: 'pad',
  id: 'engine-room',
  name: 'Engine room',
  levelDb: -18.9,
  room: 0.3,
  echo: 0.06,
  width: 0.75,
  oscillators: [
    { shape: 'square', ratio: 1, level: 0.2, cents: -6 },
    { shape: 'square', ratio: 1, level: 0.2, cents: 6, phase: 0.4 },
    { shape: 'sine', ratio: 0.5, level: 0.3, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 700, resonance: 0.15, keyFollow: 0.4, envelopeOctaves: 0.6, decaySeconds: 2, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.2, decaySeconds: 4, sustain: 0.9, releaseSeconds: 0.8 },
  drive: 1,
  range: [36, 88],
  program: 91,
};
