import type { BendPoint } from '../model/entities';
import { centsAlong } from '../notes/bend';
import { SAMPLE_RATE } from './rate';
import { CHUNK, type Samples, type Workbench } from './workbench';
import type { FilterBank } from './filter';
import type { LinePool } from './line-pool';
import type { NumberPool } from './number-pool';

/** A point of a note's pitch curve, counted in frames from the note's `at`. */
export interface EngineBend {
  readonly frame: number;
  readonly cents: number;
  readonly shape: BendPoint['shape'];
}

/** A note on its way to the engine: times are sample frames on the engine's clock. */
export interface EngineNote {
  readonly at: number;
  readonly frames: number;
  readonly trackId: string;
  readonly pitch: number;
  readonly velocity: number;
  /** Seeds the noise in the sound: the same note always sounds the same. */
  readonly seed: number;
  /** Tells it from all others, so that an edit reaches it while it sounds; absent where it belongs to no song, as when a row is tried. */
  readonly key?: string;
  /** Identifies a press of a key or pad that sounds until it is let go; absent for notes whose length is known. */
  readonly held?: string;
  /** -1..1, added to its track's; absent means 0. */
  readonly pan?: number;
  readonly bend?: readonly EngineBend[];
}

/** The resources that all voices of an engine share. */
export interface Tools {
  readonly bench: Workbench;
  readonly filters: FilterBank;
  /** Lines that strings go round in, and the filters they go through. */
  readonly lines: LinePool;
  readonly taps: LinePool;
  /** What the loops keep of each voice, and room for a chunk that they use meanwhile. */
  readonly numbers: NumberPool;
  readonly offsets: Samples;
}

/** One sounding note. */
export interface Voice {
  readonly trackId: string;
  readonly startFrame: number;
  readonly pan: number;
  /** Name of what may cut this voice off; null where nothing does. */
  readonly choke: string | null;
  /** Renders a chunk from `frame` on and hands its filtered part to the filters. */
  begin(frame: number): void;
  /** Mixes the filtered chunk into place; false once the voice is silent and can be freed. */
  finish(frame: number, place: Samples): boolean;
  /** Ends it from `frame` on within a few milliseconds. */
  fade(frame: number, seconds: number): void;
  /** Lets its key go at a frame, where that is before its note ends; a drum rings on. */
  letGo(frame: number): void;
  /** How loud it is at the most from here on, as a gain; less than 0 where it is fading already. */
  readonly loudness: number;
  /** Whether its note is over and it only rings. */
  isReleased(frame: number): boolean;
  /** Gives back what it has borrowed. */
  end(): void;
}

/** How far a note is bent at a frame, in cents. */
export function bendCents(bend: readonly EngineBend[], at: number, frame: number): number {
  return centsAlong(bend, frameOf, frame - at);
}

function frameOf({ frame }: EngineBend): number {
  return frame;
}

/** A short straight fade that any voice can be put through. */
export class Fade {
  private from = Infinity;
  private frames = 1;

  /** Forgets a fade that is to begin at a frame or later; false where it has begun before. */
  putOff(frame: number): boolean {
    if (this.from < frame) return false;
    this.from = Infinity;
    return true;
  }

  begin(frame: number, seconds: number): void {
    if (frame >= this.from) return;
    this.from = frame;
    this.frames = Math.max(1, Math.round(seconds * SAMPLE_RATE));
  }

  /** Fades a chunk of samples that begins at `frame`, in place. */
  process(samples: Float32Array, frame: number): void {
    if (frame + CHUNK <= this.from) return;
    for (let index = Math.max(0, this.from - frame); index < CHUNK; index++) {
      samples[index]! *= Math.max(0, 1 - (frame + index - this.from) / this.frames);
    }
  }

  get hasBegun(): boolean {
    return this.from !== Infinity;
  }

  isOver(frame: number): boolean {
    return frame >= this.from + this.frames;
  }
}
