import { Limiter } from '../audio/limiter';
import { joined } from '../audio/resample';
import { CHUNK, Workbench } from '../audio/workbench';
import type { RenderedBlock } from './rendered';

/** Blocks that are turned up or down and then go through a limiter, as the engine's whole does: as many frames as came in. */
export function* limited(blocks: Iterable<RenderedBlock>, gain: number): Generator<RenderedBlock> {
  const bench = new Workbench();
  const limiter = new Limiter(bench);
  const chunk = { left: bench.samples(CHUNK), right: bench.samples(CHUNK) };
  let waiting = { left: new Float32Array(0), right: new Float32Array(0) };
  let taken = 0;
  // The first chunk it gives out is none of theirs.
  let given = -CHUNK;
  const through = ({ left, right, progress }: RenderedBlock, most: number): RenderedBlock => {
    const all = { left: joined(waiting.left, left), right: joined(waiting.right, right) };
    const whole = all.left.length - (all.left.length % CHUNK);
    for (let at = 0; at < whole; at += CHUNK) {
      for (let index = 0; index < CHUNK; index++) {
        chunk.left.values[index] = all.left[at + index]! * gain;
        chunk.right.values[index] = all.right[at + index]! * gain;
      }
      limiter.process(chunk.left, chunk.right);
      all.left.set(chunk.left.values, at);
      all.right.set(chunk.right.values, at);
    }
    waiting = { left: all.left.slice(whole), right: all.right.slice(whole) };
    const [first, last] = [Math.max(0, Math.min(whole, -given)), Math.min(whole, most - given)];
    given += whole;
    return { left: all.left.subarray(first, last), right: all.right.subarray(first, last), progress };
  };
  for (const block of blocks) {
    taken += block.left.length;
    yield through(block, Infinity);
  }
  yield through({ left: new Float32Array(2 * CHUNK), right: new Float32Array(2 * CHUNK), progress: 1 }, taken);
}
