import { SAMPLE_RATE } from '../audio/rate';
import { joined, Resampler, type Block } from '../audio/resample';
import type { RenderedBlock } from './rendered';

/** Frames at a loop's end over which it goes over into the end of the pass before it, where it is that long. */
const MOST_BLENDED = 2400;
/** A resampler takes so many frames at a time to come out even: 160 for 147 at 44.1 kHz. */
const EVEN = 160;
/** Frames of a loop's beginning that a resampler hears after its end: more than it looks ahead. */
const HEARD_BEHIND = 64;

const SIDES = ['left', 'right'] as const;

/** Which pass of a loop is kept: the one after `lead` frames, at a rate in hertz. */
export interface KeptPass {
  readonly lead: number;
  readonly passFrames: number;
  readonly sampleRate: number;
}

/** The kept pass out of a loop that was rendered over and over, at the file's rate. No two passes are quite alike (slow values are set every 64 samples, wherever
 *  a pass begins; the sway of wide sounds goes on; a pass may be no whole number of the file's samples): so its end goes over into the end of the pass before,
 *  which the kept pass's beginning followed. */
export function* looped(blocks: Iterable<RenderedBlock>, { lead, passFrames, sampleRate }: KeptPass): Generator<RenderedBlock> {
  const resampler = sampleRate === SAMPLE_RATE ? null : new Resampler(sampleRate);
  const [up, down] = resampler ? [resampler.up, resampler.down] : [1, 1];
  const even = Math.min(MOST_BLENDED, passFrames >> 2);
  const blended = even - (even % EVEN);
  const end = new End((blended * up) / down, Math.round((passFrames * up) / down));
  let frame = -lead;
  let before = silence(blended);
  let head = silence(0);
  const turned = (block: Block) => end.take(resampler ? resampler.take(block) : block);
  for (const { left, right, progress } of blocks) {
    const whole = { left, right };
    const first = Math.min(left.length, Math.max(0, -frame));
    const isFirst = frame <= 0 && frame + left.length > 0;
    frame += left.length;
    before = partOf(joinedBlocks(before, partOf(whole, 0, first)), -blended);
    if (isFirst) yield { ...turned(before), progress };
    const kept = partOf(whole, first);
    head = joinedBlocks(head, partOf(kept, 0, HEARD_BEHIND - head.left.length));
    yield { ...turned(kept), progress };
  }
  if (resampler) yield { ...turned(head), progress: 1 };
}

/** Takes first the end of the pass before, then the kept one, whose end it blends into that. */
class End {
  private readonly before: Block;
  private at: number;

  constructor(
    private readonly blended: number,
    private readonly frames: number,
  ) {
    this.before = silence(blended);
    this.at = -blended;
  }

  take(block: Block): Block {
    const { before, blended, frames } = this;
    const first = Math.max(0, Math.min(block.left.length, -this.at));
    const last = Math.min(block.left.length, frames - this.at);
    const kept = partOf(block, first, Math.max(first, last));
    for (const side of SIDES) {
      for (let index = 0; index < first; index++) before[side][this.at + blended + index] = block[side][index]!;
      const samples = kept[side];
      const begun = this.at + first - (frames - blended);
      for (let index = Math.max(0, -begun); index < samples.length; index++)
        samples[index]! += ((before[side][begun + index]! - samples[index]!) * (begun + index + 1)) / blended;
    }
    this.at += block.left.length;
    return kept;
  }
}

function silence(frames: number): Block {
  return { left: new Float32Array(frames), right: new Float32Array(frames) };
}

/** A copy of some frames. */
function partOf({ left, right }: Block, first: number, last?: number): Block {
  return { left: left.slice(first, last), right: right.slice(first, last) };
}

function joinedBlocks(one: Block, other: Block): Block {
  return { left: joined(one.left, other.left), right: joined(one.right, other.right) };
}
