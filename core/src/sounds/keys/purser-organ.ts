import type { ToneSound } from '../../audio/sounds';

/** Short of breath: a stroke first, then two pipes. */
export const PURSER_ORGAN: ToneSound = {
  kind: 'pitched',
  family: 'keys',
  id: 'purser-organ',
  name: 'Purser organ',
  levelDb: -12.8,
  room: 0.16,
  echo: 0.05,
  width: 0.42,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.5, cents: 0 },
    { shape: 'sine', ratio: 3, level: 0.22, cents: 0 },
    { shape: 'sine', ratio: 2, level: 0.22, cents: 0 },
  ],
  modulators: [{ ratio: 6, depth: 0.05, decaySeconds: 0.08 }],
  filter: { hz: 2400, resonance: 0, keyFollow: 0.3, envelopeOctaves: 1, decaySeconds: 0.12, velocityOctaves: 2.2 },
  envelope: { attackSeconds: 0.003, decaySeconds: 0.8, sustain: 0.55, releaseSeconds: 0.06 },
  drive: 1.4,
  range: [33, 96],
  program: 17,
};
