import type { ToneSound } from '../../audio/sounds';

/** Slides from note to note and trembles when it is held. */
export const SIREN_LEAD: ToneSound = {
  kind: 'pitched',
  family: 'lead',
  id: 'siren-lead',
  name: 'Siren lead',
  levelDb: -15.4,
  room: 0.12,
  echo: 0.18,
  width: 0.24,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.6, cents: 0 },
    { shape: 'saw', ratio: 1, level: 0.1, cents: 0 },
  ],
  modulators: [{ ratio: 1, depth: 0.1, decaySeconds: 1000 }],
  glideSeconds: 0.09,
  vibrato: { hz: 5.4, cents: 22, inSeconds: 0.45 },
  filter: { hz: 2400, resonance: 0.1, keyFollow: 0.6, envelopeOctaves: 0.4, decaySeconds: 0.3, velocityOctaves: 2 },
  envelope: { attackSeconds: 0.015, decaySeconds: 1, sustain: 0.9, releaseSeconds: 0.14 },
  drive: 1.2,
  range: [45, 96],
  program: 82,
};
