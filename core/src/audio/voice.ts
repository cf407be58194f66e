import type { BendPoint } from '../model/entities';
import { centsAlong } from '../notes/bend';
import { exp2 } from './math';

/** Samples rendered in one go. Slow values (filters, gains, bends) are set once for each; notes still begin on their exact sample. */
export const CHUNK = 64;

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
  /** -1..1, added to its track's; absent means 0. */
  readonly pan?: number;
  readonly bend?: readonly EngineBend[];
}

/** One sounding note. */
export interface Voice {
  readonly trackId: string;
  readonly startFrame: number;
  readonly pan: number;
  /** Name of what may cut this voice off; null where nothing does. */
  readonly choke: string | null;
  /** Adds up to CHUNK samples from `frame` on into `out`; false once it is silent for good. */
  render(out: Float64Array, frame: number): boolean;
  /** Ends it from `frame` on within a few milliseconds. */
  fade(frame: number, seconds: number): void;
}

/** The factor a note's frequencies are bent by at a frame. */
export function bendFactor(bend: readonly EngineBend[], at: number, frame: number): number {
  return exp2(centsAlong(bend, frameOf, frame - at) / 1200);
}

function frameOf({ frame }: EngineBend): number {
  return frame;
}

/** A short straight fade that any voice can be put through. */
export class Fade {
  private from = Infinity;
  private frames = 1;

  constructor(private readonly sampleRate: number) {}

  begin(frame: number, seconds: number): void {
    if (frame >= this.from) return;
    this.from = frame;
    this.frames = Math.max(1, Math.round(seconds * this.sampleRate));
  }

  /** Fades a chunk of samples that begins at `frame`, in place. */
  process(samples: Float64Array, frame: number): void {
    if (frame + CHUNK <= this.from) return;
    for (let index = Math.max(0, this.from - frame); index < CHUNK; index++) {
      samples[index]! *= Math.max(0, 1 - (frame + index - this.from) / this.frames);
    }
  }

  isOver(frame: number): boolean {
    return frame >= this.from + this.frames;
  }
}

/** White noise from a seed (xorshift32), -1..1. */
export class Noise {
  private state: number;

  constructor(seed: number) {
    this.state = seed >>> 0 || 0x9e3779b9;
  }

  next(): number {
    let x = this.state;
    x ^= x << 13;
    x ^= x >>> 17;
    x ^= x << 5;
    this.state = x >>> 0;
    return this.state / 2147483648 - 1;
  }
}

/** Sets a chunk to zero. By a loop: the array's own `fill` takes three times as long for so few. */
export function silence(samples: Float64Array): void {
  for (let index = 0; index < CHUNK; index++) samples[index] = 0;
}

/** Room for one chunk of a voice's work. Voices render one after another, so they can share it. */
export function scratchChunk(): Float64Array {
  return new Float64Array(CHUNK);
}
