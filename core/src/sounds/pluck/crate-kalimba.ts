import type { ToneSound } from '../../audio/sounds';

/** Tongues of steel on a wooden crate. */
export const CRATE_KALIMBA: ToneSound = {
  kind: 'pitched',
  family: 'pluck',
  id: 'crate-kalimba',
  name: 'Crate kalimba',
  levelDb: -11.8,
  room: 0.15,
  echo: 0.09,
  width: 0.3,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.7, cents: 0 },
    { shape: 'sine', ratio: 6.3, level: 0.09, cents: 0 },
  ],
  modulators: [{ ratio: 3, depth: 0.06, decaySeconds: 0.12 }],
  filter: { hz: 2600, resonance: 0, keyFollow: 0.2, envelopeOctaves: 0, decaySeconds: 1, velocityOctaves: 2.4 },
  envelope: { attackSeconds: 0.001, decaySeconds: 1.4, sustain: 0, releaseSeconds: 0.4 },
  drive: 0,
  range: [36, 96],
  program: 108,
};
