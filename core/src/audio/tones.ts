import type { ToneSound } from './sounds';

export const ROUND_BASS: ToneSound = {
  kind: 'pitched',
  id: 'round-bass',
  name: 'Round bass',
  levelDb: -8.5,
  room: 0.02,
  echo: 0,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.62, cents: 0 },
    { shape: 'saw', ratio: 1, level: 0.34, cents: 4 },
    { shape: 'square', ratio: 1, level: 0.14, cents: -5 },
  ],
  modulators: [],
  filter: { hz: 210, resonance: 0.28, keyFollow: 0.35, envelopeOctaves: 2.2, decaySeconds: 0.5, velocityOctaves: 1.2 },
  envelope: { attackSeconds: 0.004, decaySeconds: 3, sustain: 0.55, releaseSeconds: 0.12 },
  drive: 1.35,
  range: [24, 62],
  programs: [[32, 39]],
  program: 38,
};

export const LAMP_KEYS: ToneSound = {
  kind: 'pitched',
  id: 'lamp-keys',
  name: 'Lamp keys',
  levelDb: -11,
  room: 0.16,
  echo: 0.04,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.72, cents: 0 },
    { shape: 'sine', ratio: 2, level: 0.1, cents: 3 },
  ],
  modulators: [
    { ratio: 1, depth: 0.16, decaySeconds: 2.4 },
    { ratio: 14, depth: 0.035, decaySeconds: 0.22 },
  ],
  filter: { hz: 3600, resonance: 0, keyFollow: 0.3, envelopeOctaves: 0.8, decaySeconds: 0.9, velocityOctaves: 1.2 },
  envelope: { attackSeconds: 0.003, decaySeconds: 4.5, sustain: 0.12, releaseSeconds: 0.35 },
  drive: 1.1,
  range: [33, 96],
  programs: [
    [0, 7],
    [16, 23],
    [112, 127],
  ],
  program: 4,
};

export const BUOY_BELLS: ToneSound = {
  kind: 'pitched',
  id: 'buoy-bells',
  name: 'Buoy bells',
  levelDb: -14,
  room: 0.3,
  echo: 0.16,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.6, cents: 0 },
    { shape: 'sine', ratio: 2.76, level: 0.16, cents: 0 },
    { shape: 'sine', ratio: 5.4, level: 0.07, cents: 0 },
  ],
  modulators: [{ ratio: 3.5, depth: 0.12, decaySeconds: 1.1 }],
  filter: { hz: 6400, resonance: 0, keyFollow: 0.2, envelopeOctaves: 0, decaySeconds: 1, velocityOctaves: 0.8 },
  envelope: { attackSeconds: 0.002, decaySeconds: 3.2, sustain: 0, releaseSeconds: 1.1 },
  drive: 1,
  range: [55, 108],
  programs: [
    [8, 15],
    [108, 108],
  ],
  program: 14,
};

/** A string let go: bright at first, dark and gone within a second. */
export const ROPE_PLUCK: ToneSound = {
  kind: 'pitched',
  id: 'rope-pluck',
  name: 'Rope pluck',
  levelDb: -8.5,
  room: 0.14,
  echo: 0.06,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.42, cents: 0 },
    { shape: 'square', ratio: 1, level: 0.2, cents: 6 },
    { shape: 'sine', ratio: 2, level: 0.14, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 420, resonance: 0.34, keyFollow: 0.6, envelopeOctaves: 3.6, decaySeconds: 0.34, velocityOctaves: 1.6 },
  envelope: { attackSeconds: 0.0015, decaySeconds: 1.5, sustain: 0, releaseSeconds: 0.3 },
  drive: 1.2,
  range: [36, 96],
  programs: [
    [24, 31],
    [45, 46],
    [104, 107],
  ],
  program: 25,
};

/** One clear line over everything: narrow, steady, with a bite at its start. */
export const GULL_LEAD: ToneSound = {
  kind: 'pitched',
  id: 'gull-lead',
  name: 'Gull lead',
  levelDb: -12,
  room: 0.12,
  echo: 0.2,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.36, cents: -4 },
    { shape: 'square', ratio: 1, level: 0.3, cents: 5 },
  ],
  modulators: [],
  filter: { hz: 1150, resonance: 0.3, keyFollow: 0.5, envelopeOctaves: 1.5, decaySeconds: 0.4, velocityOctaves: 1.3 },
  envelope: { attackSeconds: 0.006, decaySeconds: 1.2, sustain: 0.75, releaseSeconds: 0.16 },
  drive: 1.3,
  range: [45, 96],
  programs: [
    [56, 87],
    [109, 111],
  ],
  program: 81,
};

/** Wide and slow: three saws a little apart, coming and going like weather. */
export const FOG_PAD: ToneSound = {
  kind: 'pitched',
  id: 'fog-pad',
  name: 'Fog pad',
  levelDb: -13,
  room: 0.34,
  echo: 0.05,
  oscillators: [
    { shape: 'saw', ratio: 1, level: 0.24, cents: -9 },
    { shape: 'saw', ratio: 1, level: 0.24, cents: 8 },
    { shape: 'sine', ratio: 1, level: 0.34, cents: 0 },
  ],
  modulators: [],
  filter: { hz: 620, resonance: 0.12, keyFollow: 0.4, envelopeOctaves: 0.9, decaySeconds: 3, velocityOctaves: 1.1 },
  envelope: { attackSeconds: 0.32, decaySeconds: 4, sustain: 0.8, releaseSeconds: 1.1 },
  drive: 1,
  range: [36, 88],
  programs: [
    [40, 44],
    [47, 55],
    [88, 103],
  ],
  program: 89,
};
