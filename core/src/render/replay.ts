import type { RenderedBlock } from './rendered';

/** Frames of stereo that are kept in memory: eight minutes, 184 MB. */
const MOST_KEPT = 8 * 60 * 48_000;

/** Blocks that are needed more than once: made the first time and kept, where they are not too many; else made anew each time. */
export class Replay {
  private blocks: readonly RenderedBlock[] | null = null;
  private isTooLong = false;

  constructor(private readonly make: () => Iterable<RenderedBlock>) {}

  *play(): Generator<RenderedBlock> {
    if (this.blocks) {
      yield* this.blocks;
      return;
    }
    let seen: RenderedBlock[] = [];
    let frames = 0;
    for (const block of this.make()) {
      frames += block.left.length;
      if (frames > MOST_KEPT) this.isTooLong = true;
      if (this.isTooLong) seen = [];
      else seen.push(block);
      yield block;
    }
    if (!this.isTooLong) this.blocks = seen;
  }
}
