import { HitFinder } from '@yibbo/core/hits';
import { FRAMES_EACH, type ListenAnswer, type ListenRequest } from './hits';

/** Listens to a recording beside the page: samples in, its hits and what a picture of it needs out. */
const scope = globalThis as unknown as {
  onmessage: (event: MessageEvent<ListenRequest>) => void;
  postMessage: (message: ListenAnswer, transfer?: Transferable[]) => void;
};

const finder = new HitFinder();
const pairs: number[] = [];

scope.onmessage = ({ data }) => {
  if (data.type === 'end') {
    const all = Float32Array.from(pairs);
    scope.postMessage({ type: 'end', hits: finder.found(), pairs: all }, [all.buffer]);
    return;
  }
  const { samples } = data;
  finder.add(samples);
  for (let at = 0; at < samples.length; at += FRAMES_EACH) {
    let [low, high] = [1, -1];
    for (let index = at; index < Math.min(samples.length, at + FRAMES_EACH); index++) {
      const sample = samples[index]!;
      if (sample < low) low = sample;
      if (sample > high) high = sample;
    }
    pairs.push(low, high);
  }
  scope.postMessage({ type: 'taken' });
};
