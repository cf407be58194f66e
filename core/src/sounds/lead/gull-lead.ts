import type { ToneSound } from '../../audio/sounds';

/** One clear line over everything, with a bite at its start. */
export const GULL_LEAD: ToneSound = {
  kind: 'pitched',
  family: 'lead',
  id: 'gull-lead',
  name: 'Gull lead',
  levelDb: -17.4,
  room: 0.12,
  echo: 0.18,
  width: 0.24,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.36, cents: -7 },
    { shape: 'saw', ratio: 1, level: 0.36, cents: 7 },
    { shape: 'square', ratio: 1, level: 0.2, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 2600, resonance: 0.25, keyFollow: 0.5, envelopeOctaves: 1.4, decaySeconds: 0.4, velocityOctaves: 1.5 },
  envelope: { attackSeconds: 0.006, decaySeconds: 1.2, sustain: 0.75, releaseSeconds: 0.16 },
  drive: 1.4,
  range: [45, 96],
  program: 81,
};
