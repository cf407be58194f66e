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

export type OscillatorShape = 'sine' | 'saw' | 'square';

export interface ToneSound {
  readonly kind: 'pitched';
  readonly id: string;
  readonly name: string;
  readonly levelDb: number;
  readonly room: number;
  readonly echo: number;
  readonly oscillators: readonly {
    readonly shape: OscillatorShape;
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
  /** Lowest and highest MIDI key at which it is at its best. */
  readonly range: readonly [number, number];
  /** General MIDI programs (0..127) this sound stands in for. */
  readonly programs: readonly (readonly [number, number])[];
  /** The program it leaves as in a MIDI file. */
  readonly program: number;
}

export type Sound = KitSound | ToneSound;
