import type { FilterKind } from './filter';

/** One drum: up to three layers struck together. Times are seconds to -60 dB, levels are amplitudes. */
export interface Drum {
  readonly name: string;
  /** Drums of one group cut each other off. */
  readonly choke?: string;
  readonly body?: {
    readonly fromHz: number;
    readonly toHz: number;
    readonly sweepSeconds: number;
    readonly decaySeconds: number;
    readonly level: number;
    readonly drive: number;
  };
  readonly noise?: {
    readonly filter: FilterKind;
    readonly hz: number;
    readonly resonance: number;
    readonly decaySeconds: number;
    readonly level: number;
    /** Strokes before the tail, a few milliseconds apart: what makes many hands of one clap. */
    readonly strokes?: number;
  };
  readonly metal?: { readonly hz: number; readonly highPassHz: number; readonly decaySeconds: number; readonly level: number };
}

export interface KitSound {
  readonly kind: 'drums';
  readonly id: string;
  readonly name: string;
  readonly levelDb: number;
  readonly room: number;
  /** By General MIDI percussion key. */
  readonly drums: Readonly<Record<number, Drum>>;
}

export interface ToneSound {
  readonly kind: 'pitched';
  readonly id: string;
  readonly name: string;
  readonly levelDb: number;
  readonly room: number;
  readonly echo: number;
  readonly oscillators: readonly {
    readonly shape: 'sine' | 'saw' | 'square';
    readonly ratio: number;
    readonly level: number;
    readonly cents: number;
  }[];
  /** Sine modulators of the first sine oscillator. */
  readonly modulators: readonly { readonly ratio: number; readonly depth: number; readonly decaySeconds: number }[];
  readonly filter: {
    readonly hz: number;
    readonly resonance: number;
    readonly keyFollow: number;
    readonly envelopeOctaves: number;
    readonly decaySeconds: number;
    readonly velocityOctaves: number;
  };
  readonly envelope: {
    readonly attackSeconds: number;
    readonly decaySeconds: number;
    readonly sustain: number;
    readonly releaseSeconds: number;
  };
  readonly drive: number;
  /** General MIDI programs (0..127) this sound stands in for. */
  readonly programs: readonly (readonly [number, number])[];
  /** The program it leaves as in a MIDI file. */
  readonly program: number;
}

export type Sound = KitSound | ToneSound;

const QUAY_KIT: KitSound = {
  kind: 'drums',
  id: 'quay-kit',
  name: 'Quay kit',
  levelDb: -7,
  room: 0.08,
  drums: {
    36: {
      name: 'Kick',
      body: { fromHz: 185, toHz: 47, sweepSeconds: 0.11, decaySeconds: 0.42, level: 1, drive: 1.7 },
      noise: { filter: 'low', hz: 3200, resonance: 0.1, decaySeconds: 0.018, level: 0.3 },
    },
    38: {
      name: 'Snare',
      body: { fromHz: 265, toHz: 182, sweepSeconds: 0.05, decaySeconds: 0.17, level: 0.5, drive: 1.3 },
      noise: { filter: 'band', hz: 3100, resonance: 0.15, decaySeconds: 0.23, level: 0.85 },
    },
    39: { name: 'Clap', noise: { filter: 'band', hz: 1350, resonance: 0.45, decaySeconds: 0.22, level: 1.15, strokes: 3 } },
    37: {
      name: 'Rim',
      body: { fromHz: 1750, toHz: 1640, sweepSeconds: 0.01, decaySeconds: 0.05, level: 0.38, drive: 1 },
      noise: { filter: 'band', hz: 3400, resonance: 0.3, decaySeconds: 0.02, level: 0.4 },
    },
    42: {
      name: 'Closed hat',
      choke: 'hat',
      metal: { hz: 332, highPassHz: 7200, decaySeconds: 0.075, level: 0.55 },
      noise: { filter: 'high', hz: 8600, resonance: 0.1, decaySeconds: 0.06, level: 0.16 },
    },
    46: {
      name: 'Open hat',
      choke: 'hat',
      metal: { hz: 332, highPassHz: 6600, decaySeconds: 0.55, level: 0.5 },
      noise: { filter: 'high', hz: 8200, resonance: 0.1, decaySeconds: 0.42, level: 0.14 },
    },
    45: {
      name: 'Low tom',
      body: { fromHz: 138, toHz: 84, sweepSeconds: 0.16, decaySeconds: 0.5, level: 0.8, drive: 1.3 },
      noise: { filter: 'low', hz: 1500, resonance: 0.1, decaySeconds: 0.05, level: 0.14 },
    },
    50: {
      name: 'High tom',
      body: { fromHz: 232, toHz: 146, sweepSeconds: 0.13, decaySeconds: 0.4, level: 0.7, drive: 1.3 },
      noise: { filter: 'low', hz: 2200, resonance: 0.1, decaySeconds: 0.045, level: 0.14 },
    },
  },
};

const BILGE_BASS: ToneSound = {
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
  programs: [[32, 39]],
  program: 38,
};

const LAMP_KEYS: ToneSound = {
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
  programs: [
    [0, 7],
    [16, 31],
    [40, 103],
    [112, 127],
  ],
  program: 4,
};

const BUOY_BELLS: ToneSound = {
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
  programs: [
    [8, 15],
    [104, 111],
  ],
  program: 14,
};

/** Every sound there is. */
export const SOUNDS: readonly Sound[] = [QUAY_KIT, BILGE_BASS, LAMP_KEYS, BUOY_BELLS];

/** The sound with this id; where it is unknown, the first of its kind, so that a song from elsewhere is never silent. */
export function soundById(id: string, kind: Sound['kind'] = 'pitched'): Sound {
  return SOUNDS.find((sound) => sound.id === id) ?? SOUNDS.find((sound) => sound.kind === kind)!;
}

/** The sound that fits a General MIDI program. */
export function soundForProgram(program: number): ToneSound {
  const fits = (sound: Sound): sound is ToneSound =>
    sound.kind === 'pitched' && sound.programs.some(([low, high]) => program >= low && program <= high);
  return SOUNDS.find(fits) ?? LAMP_KEYS;
}

/** General MIDI percussion keys that have no drum of their own, and the drum each is played by. */
const STAND_INS: Readonly<Record<number, number>> = {
  35: 36,
  40: 38,
  41: 45,
  43: 45,
  44: 42,
  47: 45,
  48: 50,
  49: 46,
  51: 42,
  52: 46,
  53: 37,
  54: 42,
  55: 46,
  56: 37,
  57: 46,
  58: 39,
  59: 42,
  60: 50,
  61: 45,
  62: 50,
  63: 50,
  64: 45,
  65: 50,
  66: 45,
  69: 42,
  70: 42,
  75: 37,
  76: 37,
  77: 37,
  80: 42,
  81: 46,
};

/** The drum a kit plays for a key: its own, or the one most like it. */
export function drumFor(kit: KitSound, pitch: number): Drum {
  return kit.drums[pitch] ?? kit.drums[STAND_INS[pitch] ?? 37] ?? Object.values(kit.drums)[0]!;
}

/** The rows a new drum track starts with, in the order a kit is drawn: cymbals above, kick at the foot. */
export function kitRows(kit: KitSound): { pitch: number; name: string }[] {
  const order = [46, 42, 50, 45, 37, 39, 38, 36];
  return order.filter((pitch) => kit.drums[pitch]).map((pitch) => ({ pitch, name: kit.drums[pitch]!.name }));
}
