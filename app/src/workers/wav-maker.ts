import type { WavEnd } from '@yibbo/core/render';
import type { WavAnswer, WavRequest } from './wav';
import { besideAddress } from '../browser/build';

/** One plain script beside the app, built by scripts/bundles.mjs. */
const WORKER_ADDRESS = besideAddress('/work/wav.js');
const NO_WORKER = 'This browser could not start the part of Yibbo that makes WAV files. Reload the page, then try again.';

/** A WAV file that has been made. */
export interface MadeWav extends WavEnd {
  readonly file: Blob;
}

/** Makes WAV files in a worker, one song at a time. Each piece becomes a blob at once, which browsers keep on disk: a long file does not fill memory. */
export class WavMaker {
  private worker: Worker | null = null;
  private cancelled: (() => void) | null = null;

  /** The file, or one of each track where they leave apart. Rejects with an Error that says what to do; resolves to null where it was cancelled. */
  make(request: WavRequest, onProgress: (share: number) => void): Promise<readonly MadeWav[] | null> {
    this.cancel();
    return new Promise((resolve, reject) => {
      const made: MadeWav[] = [];
      let parts: Blob[] = [];
      const worker = new Worker(WORKER_ADDRESS);
      this.worker = worker;
      this.cancelled = () => resolve(null);
      worker.onerror = () => this.end(() => reject(new Error(NO_WORKER)));
      worker.onmessage = ({ data }: MessageEvent<WavAnswer>) => {
        if (data.type === 'piece') {
          parts.push(new Blob([data.bytes as BlobPart]));
          onProgress(data.progress);
        } else if (data.type === 'failed') this.end(() => reject(new Error(data.message)));
        else if (data.type === 'done') this.end(() => resolve(made));
        else {
          made.push({ ...data.end, file: new Blob([data.end.header as BlobPart, ...parts], { type: 'audio/wav' }) });
          parts = [];
        }
      };
      worker.postMessage(request);
    });
  }

  /** Ends what is being made, and keeps nothing of it. */
  cancel(): void {
    const cancelled = this.cancelled;
    this.end(() => cancelled?.());
  }

  private end(then: () => void): void {
    this.worker?.terminate();
    this.worker = null;
    this.cancelled = null;
    then();
  }
}
