import type { ToneSound } from '../../audio/sounds';

/** An upright with its lid open: hammers and strings. */
export const CHART_KEYS: ToneSound = {
  kind: 'pitched',
  family: 'keys',
  id: 'chart-keys',
  name: 'Chart-room keys',
  levelDb: -7.1,
  room: 0.16,
  echo: 0.05,
  width: 0.42,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.2, cents: 0 },
    { shape: 'sine', ratio: 2, level: 0.06, cents: 1 },
  ],
  modulators: [],
  noise: { level: 0.06, decaySeconds: 0.03 },
  string: { level: 0.5, decaySeconds: 2.6, pickedAt: 0.12, roughness: 0.1, brightness: 0.55, damping: 0.3 },
  filter: { hz: 2600, resonance: 0, keyFollow: 0.5, envelopeOctaves: 1.6, decaySeconds: 0.5, velocityOctaves: 2.2 },
  envelope: { attackSeconds: 0.001, decaySeconds: 5, sustain: 0.3, releaseSeconds: 0.22 },
  drive: 0,
  range: [33, 96],
  program: 1,
};
