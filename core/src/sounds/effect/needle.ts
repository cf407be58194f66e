import type { ToneSound } from '../../audio/sounds';

/** A worn record that goes round before anything is played: it crackles as long as it is held. */
export const NEEDLE: ToneSound = {
  kind: 'pitched',
  family: 'effect',
  id: 'needle',
  name: 'Needle',
  levelDb: 0,
  room: 0,
  echo: 0,
  width: 0.4,
  oscillators: [],
  modulators: [],
  noise: { level: 4.5, decaySeconds: 10_000, kind: 'crackle' },
  filter: { kind: 'low', hz: 6500, resonance: 0, keyFollow: 0.4, envelopeOctaves: 0, decaySeconds: 1, velocityOctaves: 2.5 },
  envelope: { attackSeconds: 0.05, decaySeconds: 1, sustain: 1, releaseSeconds: 0.2 },
  drive: 0,
  range: [36, 96],
  program: 126,
};
