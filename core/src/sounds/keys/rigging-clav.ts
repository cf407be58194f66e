import type { ToneSound } from '../../audio/sounds';

/** Wires plucked short and dry. */
export const RIGGING_CLAV: ToneSound = {
  kind: 'pitched',
  family: 'keys',
  id: 'rigging-clav',
  name: 'Rigging clav',
  levelDb: -12,
  room: 0.16,
  echo: 0.05,
  width: 0.42,
  oscillators: [
    { shape: 'square', ratio: 1, level: 0.3, cents: 0 },
    { shape: 'saw', ratio: 2, level: 0.14, cents: 3 },
  ],
  modulators: [],
  filter: { hz: 1300, resonance: 0.5, keyFollow: 0.6, envelopeOctaves: 2.2, decaySeconds: 0.3, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.0015, decaySeconds: 1.3, sustain: 0.1, releaseSeconds: 0.06 },
  drive: 1.5,
  range: [33, 96],
  program: 7,
};
