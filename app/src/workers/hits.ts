import type { FileSamples } from '@yibbo/core';
import type { FoundHit } from '@yibbo/core/hits';
import { besideAddress } from '../browser/build';

/** How many frames each pair of a picture stands for. */
export const FRAMES_EACH = 256;
/** Samples that go to the worker at a time: a whole number of pairs. */
const PIECE = FRAMES_EACH * 1024;

export type ListenRequest = { readonly type: 'samples'; readonly samples: Float32Array } | { readonly type: 'end' };
export type ListenAnswer =
  { readonly type: 'taken' } | { readonly type: 'end'; readonly hits: readonly FoundHit[]; readonly pairs: Float32Array };

/** One plain script beside the app, built by scripts/bundles.mjs. */
const WORKER_ADDRESS = besideAddress('/work/hits.js');
const NO_WORKER = 'This browser could not start the part of Yibbo that listens to recordings. Reload the page, then try again.';

/** Listens to samples, both sides mixed, in a worker: their hits, and the lowest and highest sample of every 256. Rejects with an Error in words. */
export function listenTo(
  { left, right }: FileSamples,
  onProgress: (share: number) => void,
): Promise<{ readonly hits: readonly FoundHit[]; readonly peaks: { readonly framesEach: number; readonly pairs: Float32Array } }> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(WORKER_ADDRESS);
    let at = 0;
    const next = () => {
      if (at >= left.length) return worker.postMessage({ type: 'end' } satisfies ListenRequest);
      const samples = mixed(left, right, at, Math.min(left.length, at + PIECE));
      at += PIECE;
      onProgress(Math.min(1, at / left.length));
      worker.postMessage({ type: 'samples', samples } satisfies ListenRequest, [samples.buffer]);
    };
    worker.onerror = () => {
      worker.terminate();
      reject(new Error(NO_WORKER));
    };
    worker.onmessage = ({ data }: MessageEvent<ListenAnswer>) => {
      if (data.type === 'taken') return next();
      worker.terminate();
      resolve({ hits: data.hits, peaks: { framesEach: FRAMES_EACH, pairs: data.pairs } });
    };
    next();
  });
}

function mixed(left: FileSamples['left'], right: FileSamples['right'], from: number, to: number): Float32Array {
  const full = left instanceof Int16Array ? 32_768 : 1;
  const samples = new Float32Array(to - from);
  for (let at = from; at < to; at++) samples[at - from] = (left[at]! + right[at]!) / 2 / full;
  return samples;
}
