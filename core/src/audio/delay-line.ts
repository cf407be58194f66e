import { CHUNK, from, type Samples, type Workbench } from './workbench';

/** A ring of samples, written a chunk at a time and read from anywhere behind that. */
export class DelayLine {
  private readonly samples: Samples;
  private readonly size: number;
  private index = 0;

  /** `most`: how far back it can be read, in samples. */
  constructor(bench: Workbench, most: number) {
    let size = CHUNK;
    while (size < most + CHUNK) size *= 2;
    this.size = size;
    // The first chunk stands behind the end once more, so that any chunk can be read in one go.
    this.samples = bench.samples(size + CHUNK);
  }

  /** Where the chunk now being worked on is written. */
  get at(): number {
    return from(this.samples, this.index);
  }

  /** Read position of the chunk written a number of samples ago (at least one chunk). */
  back(frames: number): number {
    return from(this.samples, (this.index - frames + this.size) % this.size);
  }

  /** Forgets all it took in. */
  clear(): void {
    this.samples.values.fill(0);
  }

  next(): void {
    if (this.index === 0) this.samples.values.copyWithin(this.size, 0, CHUNK);
    this.index = (this.index + CHUNK) % this.size;
  }
}
