import type { ToneSound } from '../../audio/sounds';

/** Breath and a thin pipe. */
export const WHISTLE: ToneSound = {
  kind: 'pitched',
  family: 'lead',
  id: 'whistle',
  name: 'Whistle',
  levelDb: -17.9,
  room: 0.12,
  echo: 0.18,
  width: 0.24,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.7, cents: 0 },
    { shape: 'sine', ratio: 2, level: 0.12, cents: 0 },
  ],
  modulators: [],
  noise: { level: 0.03, decaySeconds: 0.4 },
  vibrato: { hz: 5.6, cents: 25, inSeconds: 0.4 },
  filter: { hz: 5000, resonance: 0, keyFollow: 0.5, envelopeOctaves: 0, decaySeconds: 1, velocityOctaves: 1 },
  envelope: { attackSeconds: 0.02, decaySeconds: 1, sustain: 0.9, releaseSeconds: 0.1 },
  drive: 0,
  range: [45, 96],
  program: 78,
};
