import type { ToneSound } from '../../audio/sounds';

/** A hollow pipe that trembles once it is held. */
export const PIPE_LEAD: ToneSound = {
  kind: 'pitched',
  family: 'lead',
  id: 'pipe-lead',
  name: 'Pipe lead',
  levelDb: -17.2,
  room: 0.12,
  echo: 0.18,
  width: 0.24,
  oscillators: [{ shape: 'square', ratio: 1, level: 0.5, cents: 0 }],
  modulators: [],
  vibrato: { hz: 5.2, cents: 18, inSeconds: 0.5 },
  filter: { hz: 1800, resonance: 0.1, keyFollow: 0.6, envelopeOctaves: 0.6, decaySeconds: 0.2, velocityOctaves: 1.2 },
  envelope: { attackSeconds: 0.008, decaySeconds: 1, sustain: 0.85, releaseSeconds: 0.1 },
  drive: 0,
  range: [45, 96],
  program: 80,
};
