import type { ToneSound } from '../../audio/sounds';

/** Many small pipes heard through fog. */
export const MIST_PIPES: ToneSound = {
  kind: 'pitched',
  family: 'pad',
  id: 'mist-pipes',
  name: 'Mist pipes',
  levelDb: -17.5,
  room: 0.3,
  echo: 0.06,
  width: 0.75,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.4, cents: -4 },
    { shape: 'sine', ratio: 2, level: 0.18, cents: 5 },
    { shape: 'sine', ratio: 3, level: 0.09, cents: -3 },
    { shape: 'sine', ratio: 4, level: 0.07, cents: 6 },
  ],
  modulators: [],
  noise: { level: 0.015, decaySeconds: 1000 },
  vibrato: { hz: 4.4, cents: 6, inSeconds: 1 },
  filter: { hz: 2400, resonance: 0, keyFollow: 0.3, envelopeOctaves: 0.3, decaySeconds: 2, velocityOctaves: 2.2 },
  envelope: { attackSeconds: 0.35, decaySeconds: 3, sustain: 0.9, releaseSeconds: 1.2 },
  drive: 0,
  range: [36, 88],
  program: 89,
};
