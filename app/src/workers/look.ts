import type { KeyChoice, TrackShape } from '@yibbo/core';
import type { ImportReport } from '@yibbo/core/midi';
import { besideAddress } from '../browser/build';

export interface LookRequest {
  readonly bytes: Uint8Array;
  readonly name: string;
}

/** The options for a song from a file, and the shape of each track, cut where it repeats. */
export interface Outlook {
  readonly shapes: readonly TrackShape[];
  /** Whole bars before the first note and after the last. */
  readonly silentBars: number;
  readonly silentBarsAfter: number;
  readonly key: KeyChoice | null;
  /** The key that its notes seem to be in. */
  readonly suggested: KeyChoice | null;
  /** How many pitched notes lie outside either key. */
  readonly outside: { readonly file: number; readonly suggested: number };
  readonly sections: number;
}

/** The content of a MIDI file, or why it cannot be imported. */
export type Looked =
  | { readonly ok: true; readonly report: ImportReport; readonly songName: string; readonly outlook: Outlook }
  | { readonly ok: false; readonly message: string };

/** One plain script beside the app, built by scripts/bundles.mjs. */
const WORKER_ADDRESS = besideAddress('/work/import.js');
const NO_WORKER = 'This browser could not start the part of Yibbo that reads files. Reload the page, then choose the file again.';

/** Looks into a MIDI file in a worker, so that the page stays alive under large ones. Aborting ends the worker and never resolves. */
export function lookInto(request: LookRequest, onProgress: (share: number) => void, signal: AbortSignal): Promise<Looked> {
  return new Promise((resolve) => {
    const worker = new Worker(WORKER_ADDRESS);
    const end = (looked: Looked) => {
      worker.terminate();
      resolve(looked);
    };
    worker.onmessage = ({ data }: MessageEvent<{ progress: number } | { looked: Looked }>) => {
      if ('looked' in data) end(data.looked);
      else onProgress(data.progress);
    };
    worker.onerror = () => end({ ok: false, message: NO_WORKER });
    signal.addEventListener('abort', () => worker.terminate());
    worker.postMessage(request);
  });
}
