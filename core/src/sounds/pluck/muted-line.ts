import type { ToneSound } from '../../audio/sounds';

/** A string under the hand: all start, no ring. */
export const MUTED_LINE: ToneSound = {
  kind: 'pitched',
  family: 'pluck',
  id: 'muted-line',
  name: 'Muted line',
  levelDb: -1.0,
  room: 0.15,
  echo: 0.09,
  width: 0.3,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.5, cents: 0 },
    { shape: 'square', ratio: 1, level: 0.2, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 800, resonance: 0.2, keyFollow: 0.6, envelopeOctaves: 3.4, decaySeconds: 0.09, velocityOctaves: 1.8 },
  envelope: { attackSeconds: 0.0015, decaySeconds: 0.4, sustain: 0, releaseSeconds: 0.08 },
  drive: 1.3,
  range: [36, 96],
  program: 28,
};
