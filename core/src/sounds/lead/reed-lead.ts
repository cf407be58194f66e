import type { ToneSound } from '../../audio/sounds';

/** A reed that buzzes the harder it is blown. */
export const REED_LEAD: ToneSound = {
  kind: 'pitched',
  family: 'lead',
  id: 'reed-lead',
  name: 'Reed lead',
  levelDb: -15.4,
  room: 0.12,
  echo: 0.18,
  width: 0.24,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.6, cents: 0 },
    { shape: 'square', ratio: 1, level: 0.16, cents: 3 },
  ],
  modulators: [{ ratio: 1, depth: 0.25, decaySeconds: 1000 }],
  filter: { hz: 2600, resonance: 0.1, keyFollow: 0.5, envelopeOctaves: 0.8, decaySeconds: 0.15, velocityOctaves: 1.6 },
  envelope: { attackSeconds: 0.03, decaySeconds: 1, sustain: 0.9, releaseSeconds: 0.09 },
  drive: 1.2,
  range: [45, 96],
  program: 71,
};
