import type { ToneSound } from '../../audio/sounds';

/** Shut at first; a wave that lifts and stays. */
export const SWELL_PAD: ToneSound = {
  kind: 'pitched',
  family: 'pad',
  id: 'swell-pad',
  name: 'Swell pad',
  levelDb: -16.8,
  room: 0.3,
  echo: 0.06,
  width: 0.75,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.25, cents: -7 },
    { shape: 'saw', ratio: 1, level: 0.25, cents: 7 },
    { shape: 'square', ratio: 0.5, level: 0.12, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 2600, resonance: 0.3, keyFollow: 0.4, envelopeOctaves: -1.8, decaySeconds: 2.5, velocityOctaves: 1.2 },
  envelope: { attackSeconds: 0.4, decaySeconds: 4, sustain: 0.85, releaseSeconds: 1.2 },
  drive: 0,
  range: [36, 88],
  program: 95,
};
