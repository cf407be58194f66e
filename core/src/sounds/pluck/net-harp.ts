import type { ToneSound } from '../../audio/sounds';

/** Wide and soft, one string for each knot. */
export const NET_HARP: ToneSound = {
  kind: 'pitched',
  family: 'pluck',
  id: 'net-harp',
  name: 'Net harp',
  levelDb: -4.5,
  room: 0.15,
  echo: 0.09,
  width: 0.3,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.3, cents: 0 },
    { shape: 'sine', ratio: 1, level: 0.4, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 1500, resonance: 0, keyFollow: 0.7, envelopeOctaves: 1.8, decaySeconds: 0.5, velocityOctaves: 1.6 },
  envelope: { attackSeconds: 0.002, decaySeconds: 2.2, sustain: 0, releaseSeconds: 0.8 },
  drive: 0,
  range: [36, 96],
  program: 46,
};
