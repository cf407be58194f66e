import type { ToneSound } from '../../audio/sounds';

/** Links of metal: each stroke rings before it is round. */
export const CHAIN_BASS: ToneSound = {
  kind: 'pitched',
  family: 'bass',
  id: 'chain-bass',
  name: 'Chain bass',
  levelDb: -12.8,
  room: 0.02,
  echo: 0,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.8, cents: 0 },
    { shape: 'square', ratio: 1, level: 0.17, cents: 0 },
  ],
  modulators: [
    { ratio: 1, depth: 0.42, decaySeconds: 0.7 },
    { ratio: 2, depth: 0.2, decaySeconds: 0.25 },
  ],
  filter: { hz: 3000, resonance: 0, keyFollow: 0.4, envelopeOctaves: 0.5, decaySeconds: 0.3, velocityOctaves: 1.2 },
  envelope: { attackSeconds: 0.002, decaySeconds: 2, sustain: 0.35, releaseSeconds: 0.08 },
  drive: 2.6,
  range: [24, 62],
  program: 36,
};
