import { SAMPLE_RATE } from '../audio/rate';
import { Resampler } from '../audio/resample';
import { looped } from './looped';
import { leadOf, type RenderedBlock } from './rendered';

/** How rendered blocks are finished: the file's rate in hertz, and the frames of one pass if they are a loop's (else null). */
export interface Finish {
  readonly sampleRate: number;
  readonly passFrames: number | null;
}

/** Rendered blocks as they stand in a file: of a loop, the pass that is kept; at the file's rate. */
export function* finished(blocks: Iterable<RenderedBlock>, { sampleRate, passFrames }: Finish): Generator<RenderedBlock> {
  if (passFrames !== null) yield* looped(blocks, { lead: leadOf(passFrames), passFrames, sampleRate });
  else if (sampleRate === SAMPLE_RATE) yield* blocks;
  else {
    const resampler = new Resampler(sampleRate);
    for (const block of blocks) yield { ...resampler.take(block), progress: block.progress };
    yield { ...resampler.end(), progress: 1 };
  }
}
