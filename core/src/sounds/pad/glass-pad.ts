import type { ToneSound } from '../../audio/sounds';

/** Light on water, slow to come and slow to go. */
export const GLASS_PAD: ToneSound = {
  kind: 'pitched',
  family: 'pad',
  id: 'glass-pad',
  name: 'Glass pad',
  levelDb: -18.1,
  room: 0.3,
  echo: 0.06,
  width: 0.75,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.5, cents: -3 },
    { shape: 'sine', ratio: 2, level: 0.15, cents: 4 },
  ],
  modulators: [{ ratio: 2, depth: 0.08, decaySeconds: 1000 }],
  filter: { hz: 6000, resonance: 0, keyFollow: 0.2, envelopeOctaves: 0, decaySeconds: 1, velocityOctaves: 1 },
  envelope: { attackSeconds: 0.5, decaySeconds: 4, sustain: 0.7, releaseSeconds: 1.6 },
  drive: 0,
  range: [36, 88],
  program: 92,
};
