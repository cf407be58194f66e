import type { ToneSound } from '../../audio/sounds';

/** Five saws in a row across the whole deck. */
export const WIDE_LEAD: ToneSound = {
  kind: 'pitched',
  family: 'lead',
  id: 'wide-lead',
  name: 'Wide lead',
  levelDb: -13.4,
  room: 0.12,
  echo: 0.18,
  width: 0.24,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.2, cents: -19 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: -8 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: 0 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: 9 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: 18 },
  ],
  modulators: [],
  filter: { hz: 4200, resonance: 0.1, keyFollow: 0.4, envelopeOctaves: 1, decaySeconds: 0.5, velocityOctaves: 1.2 },
  envelope: { attackSeconds: 0.005, decaySeconds: 2, sustain: 0.8, releaseSeconds: 0.2 },
  drive: 0,
  range: [45, 96],
  program: 81,
};
