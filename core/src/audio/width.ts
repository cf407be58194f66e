import type { LinePool } from './line-pool';
import { LINE_SAMPLES } from './line-pool';
import { sineTurn } from './math';
import { SAMPLE_RATE } from './rate';
import { CHUNK, type Samples, type Workbench } from './workbench';

/** The side is the sound itself a little later, and how much later sways slowly, in samples and hertz. */
const MIDDLE = 0.0085 * SAMPLE_RATE;
const SWAY = 0.0022 * SAMPLE_RATE;
const SWAY_HZ = 0.31;
/** Tail of the side signal after the sound, in chunks. */
export const WIDTH_CHUNKS = Math.ceil((MIDDLE + SWAY) / CHUNK) + 1;

/** Width of a track: a side that one ear has added and the other taken off, so that both together are the sound as it was (after
 *  H. Lauridsen's pseudo-stereo, 1954). */
export class Width {
  private readonly ring: Samples | null;
  private index = 0;
  private turned = 0;

  constructor(
    private readonly bench: Workbench,
    private readonly lines: LinePool,
  ) {
    this.ring = lines.take();
  }

  /** The side of a chunk at a level; null where there is no line to be had. */
  sideOf(samples: Samples, level: number): Samples | null {
    if (!this.ring) return null;
    const side = this.bench.chunk();
    const next = this.turned + (SWAY_HZ * CHUNK) / SAMPLE_RATE;
    const delay = MIDDLE + SWAY * sineTurn(this.turned);
    const step = (MIDDLE + SWAY * sineTurn(next) - delay) / CHUNK;
    this.bench.loops.widen(samples.at, side.at, this.ring.at, this.index, LINE_SAMPLES - 1, delay, step, level);
    this.index = (this.index + CHUNK) & (LINE_SAMPLES - 1);
    this.turned = next >= 1 ? next - 1 : next;
    return side;
  }

  end(): void {
    if (this.ring) this.lines.giveBack(this.ring);
  }
}
