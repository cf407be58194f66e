import { KERNELS } from '../../dist/kernels';

/** Samples worked on in one go. Slow values (filters, gains, bends) are set once for each; notes still begin on their exact sample. */
export const CHUNK = 64;

/** The compiled loops over a chunk of samples; `core/kernels` says what each does. Addresses are bytes of the workbench's memory. */
interface Loops {
  tone(at: number, first: number, tone: number, offsets: number, drive: number): void;
  metal(at: number, end: number, phases: number, ratios: number, count: number, hz: number, bent: number, level: number): void;
  noise(at: number, end: number, state: number): number;
  sweptSine(
    at: number,
    end: number,
    phase: number,
    turns: number,
    sweep: number,
    sweepFactor: number,
    driven: number,
    factor: number,
    level: number,
  ): void;
  clear(at: number, end: number): void;
  soften(at: number, drive: number): void;
  filters(a: number, b: number, c: number, d: number, bank: number): void;
  addRising(to: number, from: number, end: number, gain: number, step: number): void;
  addFading(to: number, from: number, end: number, rest: number, release: number, fading: number, factor: number): void;
  mix(
    from: number,
    left: number,
    right: number,
    toRoom: number,
    toEcho: number,
    gainLeft: number,
    stepLeft: number,
    gainRight: number,
    stepRight: number,
    room: number,
    echo: number,
  ): number;
  mixSide(from: number, left: number, right: number, gainLeft: number, stepLeft: number, gainRight: number, stepRight: number): void;
  widen(from: number, side: number, ring: number, index: number, mask: number, delay: number, step: number, level: number): void;
  pluck(at: number, end: number, ring: number, index: number, mask: number, back: number, taps: number, level: number): number;
  echo(
    toEcho: number,
    toRoom: number,
    left: number,
    right: number,
    old: number,
    now: number,
    write: number,
    share: number,
    step: number,
    feedback: number,
  ): void;
  copy(from: number, to: number): void;
  spread(at: number, read: number, write: number, gain: number): void;
  room(
    toRoom: number,
    left: number,
    right: number,
    a: number,
    b: number,
    c: number,
    d: number,
    toA: number,
    toB: number,
    toC: number,
    toD: number,
    damped: number,
    kept: number,
    feedback: number,
  ): void;
  level(left: number, right: number, states: number, kept: number): void;
  peak(left: number, right: number): number;
  see(from: number, seen: number): void;
  truePeak(seen: number, taps: number): number;
  resample(from: number, to: number, count: number, phase: number, up: number, down: number, weights: number, taps: number): void;
  exchange(next: number, waiting: number, gain: number, step: number, to: number): void;
}

/** Whether the engine can run here: browsers from before 2023 may not know the vectors its loops use. */
export function canRun(): boolean {
  return WebAssembly?.validate(KERNELS) ?? false;
}

/** Samples in the memory of a workbench: where they are, for the loops, and the numbers themselves. */
export interface Samples {
  readonly at: number;
  readonly values: Float32Array;
}

/** Numbers of 64 bits in the memory of a workbench. */
export interface Numbers {
  readonly at: number;
  readonly values: Float64Array;
}

/** Chunks that lie one after the other in memory. */
const CHUNKS_TOGETHER = 64;

/** The part of WebAssembly in use: every host has it, but TypeScript only declares it for browsers. */
interface Host {
  readonly WebAssembly?: {
    readonly validate: (code: Uint8Array) => boolean;
    readonly Module: new (code: Uint8Array) => object;
    readonly Instance: new (module: object) => { readonly exports: Loops & { readonly memory: { readonly buffer: ArrayBuffer } } };
  };
}

const { WebAssembly } = globalThis as unknown as Host;
let compiled: object | null = null;

/** One engine's memory and the loops that work on it. */
export class Workbench {
  readonly loops: Loops;
  private readonly memory: ArrayBuffer;
  private taken = 0;
  private readonly chunks: Samples[] = [];
  private chunksInUse = 0;

  constructor() {
    compiled ??= new WebAssembly!.Module(KERNELS);
    const { exports } = new WebAssembly!.Instance(compiled);
    this.loops = exports;
    this.memory = exports.memory.buffer;
  }

  /** Zeroed room for a number of samples, with four more to run over into, for as long as the workbench lasts. Throws where the
   *  memory (4 MB) is all taken. */
  samples(count: number): Samples {
    const at = this.taken;
    this.taken += Math.ceil(count / 4 + 1) * 16;
    return { at, values: new Float32Array(this.memory, at, count) };
  }

  /** Zeroed room for a number of numbers, for as long as the workbench lasts. */
  numbers(count: number): Numbers {
    const { at } = this.samples(2 * count);
    return { at, values: new Float64Array(this.memory, at, count) };
  }

  /** Room for one chunk, all 0, until `clearAway`. */
  chunk(): Samples {
    if (this.chunksInUse === this.chunks.length) for (let made = 0; made < CHUNKS_TOGETHER; made++) this.chunks.push(this.samples(CHUNK));
    return this.chunks[this.chunksInUse++]!;
  }

  /** Takes back every chunk that was given. They are cleared together, for a call that clears one takes as long as the clearing. */
  clearAway(): void {
    for (let first = 0; first < this.chunksInUse; first += CHUNKS_TOGETHER) {
      const last = Math.min(first + CHUNKS_TOGETHER, this.chunksInUse) - 1;
      // A source may have run over the end of the last.
      this.loops.clear(this.chunks[first]!.at, endOf(this.chunks[last]!) + 16);
    }
    this.chunksInUse = 0;
  }
}

/** The address of a sample of a chunk, and the one after its last. */
export function from({ at }: Samples, index: number): number {
  return at + index * 4;
}

export function endOf({ at }: Samples): number {
  return at + CHUNK * 4;
}
