import type { ToneSound } from '../../audio/sounds';

/** Voices from inside, through a wall. */
export const CHOIR_PAD: ToneSound = {
  kind: 'pitched',
  family: 'pad',
  id: 'choir-pad',
  name: 'Choir pad',
  levelDb: -14.0,
  room: 0.3,
  echo: 0.06,
  width: 0.75,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.4, cents: -8 },
    { shape: 'saw', ratio: 1, level: 0.4, cents: 8 },
  ],
  modulators: [],
  vibrato: { hz: 4.8, cents: 9, inSeconds: 0.8 },
  filter: { kind: 'band', hz: 900, resonance: 0.55, keyFollow: 0.25, envelopeOctaves: 0.3, decaySeconds: 2, velocityOctaves: 0.8 },
  envelope: { attackSeconds: 0.25, decaySeconds: 3, sustain: 0.85, releaseSeconds: 0.8 },
  drive: 0,
  range: [36, 88],
  program: 52,
};
