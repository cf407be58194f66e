import type { ToneSound } from '../../audio/sounds';

/** A square that opens and shuts with each stroke. */
export const PUMP_BASS: ToneSound = {
  kind: 'pitched',
  family: 'bass',
  id: 'pump-bass',
  name: 'Pump bass',
  levelDb: -12,
  room: 0.02,
  echo: 0,
  oscillators: [
    { shape: 'square', ratio: 1, level: 0.5, cents: 0 },
    { shape: 'sine', ratio: 0.5, level: 0.3, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 320, resonance: 0.6, keyFollow: 0.4, envelopeOctaves: 3.2, decaySeconds: 0.2, velocityOctaves: 1.6 },
  envelope: { attackSeconds: 0.002, decaySeconds: 1.4, sustain: 0.3, releaseSeconds: 0.07 },
  drive: 1.8,
  range: [24, 62],
  program: 39,
};
