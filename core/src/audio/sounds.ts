import type { Band, FilterKind } from './filter';

/** A struck skin or block: a sine that falls from one frequency to another, driven. */
export interface DrumBody {
  readonly fromHz: number;
  readonly toHz: number;
  readonly sweepSeconds: number;
  readonly decaySeconds: number;
  readonly level: number;
  readonly drive: number;
}

/** One drum: up to four layers struck together. Times are seconds to -60 dB, levels are amplitudes. */
export interface Drum {
  readonly name: string;
  readonly levelDb: number;
  /** Drums of one group cut each other off. */
  readonly choke?: string;
  readonly body?: DrumBody;
  readonly second?: DrumBody;
  readonly noise?: {
    readonly filter: FilterKind;
    readonly hz: number;
    readonly resonance: number;
    readonly decaySeconds: number;
    readonly level: number;
    /** Strokes before the tail, 11 milliseconds apart where nothing is said: what makes many hands of one clap, or a roll. */
    readonly strokes?: number;
    readonly strokeSeconds?: number;
  };
  /** Where it stands in its kit, -1..1; absent means the middle. */
  readonly pan?: number;
  readonly metal?: {
    readonly hz: number;
    readonly highPassHz: number;
    readonly decaySeconds: number;
    readonly level: number;
  };
}

/** Families of sounds, to browse by. */
export const FAMILIES = ['drums', 'bass', 'keys', 'pluck', 'lead', 'pad', 'bell', 'effect'] as const;
export type Family = (typeof FAMILIES)[number];

/** Effects on the whole track. */
export interface TrackTone {
  /** Decibels by which its lows, middle and highs are turned up or down. Absent means as they are. */
  readonly bands?: Readonly<Record<Band, number>>;
  /** How much its loud and soft are brought together, 0..1. Absent means not at all. */
  readonly squeeze?: number;
  /** Resonance added to the filter's own, -1..1. */
  readonly resonance?: number;
}

export interface KitSound extends TrackTone {
  readonly kind: 'drums';
  readonly family: 'drums';
  readonly id: string;
  readonly name: string;
  readonly levelDb: number;
  readonly room: number;
  readonly echo?: number;
  readonly width?: number;
  /** By General MIDI percussion key. */
  readonly drums: Readonly<Record<number, Drum>>;
}

export type OscillatorShape = 'sine' | 'saw' | 'square';

export interface ToneSound extends TrackTone {
  readonly kind: 'pitched';
  readonly family: Exclude<Family, 'drums'>;
  readonly id: string;
  readonly name: string;
  readonly levelDb: number;
  /** How much of it goes into the room and the echo, 0..1, and how much side it has, 0..1. */
  readonly room: number;
  readonly echo: number;
  readonly width?: number;
  /** Semitones that it sounds above what is written. */
  readonly transpose?: number;
  readonly oscillators: readonly {
    readonly shape: OscillatorShape;
    readonly ratio: number;
    readonly level: number;
    readonly cents: number;
    /** Where in its turn it begins, 0..1. */
    readonly phase?: number;
  }[];
  /** Sine modulators of the first sine oscillator. */
  readonly modulators: readonly { readonly ratio: number; readonly depth: number; readonly decaySeconds: number }[];
  /** A string beside the oscillators: picked so far along it (0..0.5), how rough and how bright, how much of its highs it loses each time round
   *  (0..1), all beside velocity. */
  readonly string?: {
    readonly level: number;
    readonly decaySeconds: number;
    readonly pickedAt: number;
    readonly roughness: number;
    readonly brightness: number;
    readonly damping: number;
  };
  /** Noise, or the crackle of a worn record. */
  readonly noise?: { readonly level: number; readonly decaySeconds: number; readonly kind?: 'crackle' };
  /** How far its pitch wanders, as that of a worn tape does, in cents. */
  readonly wobbleCents?: number;
  /** Pitch offset at the start, which glides to 0. */
  readonly pitchEnvelope?: { readonly semitones: number; readonly seconds: number };
  readonly vibrato?: { readonly hz: number; readonly cents: number; readonly inSeconds: number };
  /** Slides there from the note that still sounds. */
  readonly glideSeconds?: number;
  readonly filter: {
    /** Absent means low. */
    readonly kind?: FilterKind;
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
  /** Levels by MIDI key, in dB, straight between two: what makes it as loud over its whole range. Absent means as it is. */
  readonly keyLevels?: readonly (readonly [key: number, db: number])[];
  /** Lowest and highest MIDI key at which it is at its best. */
  readonly range: readonly [number, number];
  /** The General MIDI program (0..127) it leaves as in a MIDI file. */
  readonly program: number;
}

export type Sound = KitSound | ToneSound;
