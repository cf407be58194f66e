import type { ToneSound } from '../../audio/sounds';

/** A square with its octave, lit from above. */
export const FLARE_LEAD: ToneSound = {
  kind: 'pitched',
  family: 'lead',
  id: 'flare-lead',
  name: 'Flare lead',
  levelDb: -16.4,
  room: 0.12,
  echo: 0.18,
  width: 0.24,
  oscillators: [
    { shape: 'square', ratio: 1, level: 0.3, cents: 0 },
    { shape: 'saw', ratio: 2, level: 0.16, cents: 5, phase: 0.3 },
    { shape: 'saw', ratio: 1, level: 0.2, cents: -6, phase: 0.6 },
  ],
  modulators: [],
  filter: { hz: 2200, resonance: 0.3, keyFollow: 0.5, envelopeOctaves: 1.6, decaySeconds: 0.35, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.003, decaySeconds: 1, sustain: 0.7, releaseSeconds: 0.14 },
  drive: 1.3,
  range: [45, 96],
  program: 80,
};
