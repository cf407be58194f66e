import type { ToneSound } from '../../audio/sounds';

/** Planks on a frame. */
export const DECK_MARIMBA: ToneSound = {
  kind: 'pitched',
  family: 'pluck',
  id: 'deck-marimba',
  name: 'Deck marimba',
  levelDb: -11.4,
  room: 0.15,
  echo: 0.09,
  width: 0.3,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.7, cents: 0 },
    { shape: 'sine', ratio: 3.93, level: 0.16, cents: 0 },
    { shape: 'sine', ratio: 9.2, level: 0.05, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 2000, resonance: 0, keyFollow: 0.3, envelopeOctaves: 1, decaySeconds: 0.06, velocityOctaves: 2.5 },
  envelope: { attackSeconds: 0.0015, decaySeconds: 1, sustain: 0, releaseSeconds: 0.3 },
  drive: 0,
  range: [36, 96],
  program: 12,
};
