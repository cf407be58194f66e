import { CHUNK, type Samples } from './workbench';

/** A piece of a recording on its way to the engine, at 48 kHz. One channel is heard in the middle. */
export interface RecordedPiece {
  /** The frame that its first sample is heard at. */
  readonly at: number;
  readonly left: Float32Array;
  readonly right: Float32Array;
  readonly gain: number;
  /** Names what it is a piece of, so that pieces that follow one another are one. */
  readonly key: string;
}

interface Waiting extends RecordedPiece {
  readonly generation: number;
  /** From which frame on it fades out; Infinity where it does not. */
  fadesFrom: number;
  /** Whether it rises from silence: it follows no other piece of its own. */
  readonly rises: boolean;
}

/** How long a piece rises and falls where it is cut off, in frames: 5 ms. */
const EDGE = 240;

/** Pieces of recordings, heard at their frames beside the voices. */
export class Recorded {
  private pieces: Waiting[] = [];
  /** The frame at which the last piece of each recording ends. */
  private readonly ends = new Map<string, number>();

  get isQuiet(): boolean {
    return this.pieces.length === 0;
  }

  /** Takes pieces in. One that begins exactly where another of its recording ends goes on without an edge. */
  add(pieces: readonly RecordedPiece[], generation: number): void {
    for (const piece of pieces) {
      const rises = this.ends.get(piece.key) !== piece.at;
      this.pieces.push({ ...piece, generation, fadesFrom: Infinity, rises });
      this.ends.set(piece.key, piece.at + piece.left.length);
    }
  }

  /** Drops what begins at `from` or later from earlier generations, and fades what reaches over it. */
  replace(from: number, generation: number): void {
    this.pieces = this.pieces.filter((piece) => piece.at < from || piece.generation >= generation);
    for (const piece of this.pieces) if (piece.generation < generation && piece.at + piece.left.length > from) piece.fadesFrom = from;
    // The next part fades in under the one that fades out.
    this.ends.clear();
  }

  /** Adds the chunk that begins at a frame to the mix. */
  mix(frame: number, left: Samples, right: Samples): void {
    if (this.pieces.length === 0) return;
    for (const piece of this.pieces) {
      if (piece.at >= frame + CHUNK) continue;
      const first = Math.max(0, piece.at - frame);
      const last = Math.min(CHUNK, piece.at + piece.left.length - frame, piece.fadesFrom + EDGE - frame);
      for (let index = first; index < last; index++) {
        const at = frame + index - piece.at;
        const gain = piece.gain * edgeOf(piece, at);
        left.values[index]! += gain * piece.left[at]!;
        right.values[index]! += gain * piece.right[at]!;
      }
    }
    const next = frame + CHUNK;
    this.pieces = this.pieces.filter(({ at, left: { length }, fadesFrom }) => at + length > next && fadesFrom + EDGE > next);
  }
}

/** The gain of a piece's edges at one of its samples. */
function edgeOf({ at, rises, fadesFrom }: Waiting, sample: number): number {
  const rise = rises && sample < EDGE ? (sample + 1) / (EDGE + 1) : 1;
  const since = at + sample - fadesFrom;
  return since < 0 ? rise : rise * Math.max(0, 1 - since / EDGE);
}
