import type { ToneSound } from '../../audio/sounds';

/** A horn that opens as it swells. */
export const BRASS_LEAD: ToneSound = {
  kind: 'pitched',
  family: 'lead',
  id: 'brass-lead',
  name: 'Brass lead',
  levelDb: -15.2,
  room: 0.12,
  echo: 0.18,
  width: 0.24,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.4, cents: -5 },
    { shape: 'saw', ratio: 1, level: 0.4, cents: 5 },
  ],
  modulators: [],
  filter: { hz: 900, resonance: 0.1, keyFollow: 0.5, envelopeOctaves: 2, decaySeconds: 1.2, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.05, decaySeconds: 1.5, sustain: 0.75, releaseSeconds: 0.14 },
  drive: 1.2,
  range: [45, 96],
  program: 61,
};
