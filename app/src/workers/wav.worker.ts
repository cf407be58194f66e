import { exportWav, type WavPiece } from '@yibbo/core/render';
import type { WavAnswer, WavRequest } from './wav';

/** Makes a WAV file beside the page: a song in, pieces of the file out. */
const scope = globalThis as unknown as {
  onmessage: (event: MessageEvent<WavRequest>) => void;
  postMessage: (message: WavAnswer, transfer?: Transferable[]) => void;
};

/** Pieces are sent once they are so large together, in bytes. */
const SENT_BYTES = 1 << 20;

scope.onmessage = ({ data: { document, options } }) => {
  try {
    const work = exportWav(document, options);
    let waiting: Uint8Array[] = [];
    let size = 0;
    const send = (progress: number) => {
      const bytes = new Uint8Array(size);
      let at = 0;
      for (const piece of waiting) {
        bytes.set(piece, at);
        at += piece.length;
      }
      waiting = [];
      size = 0;
      scope.postMessage({ type: 'piece', bytes, progress }, [bytes.buffer]);
    };
    const take = ({ bytes, progress }: WavPiece, shown: number) => {
      waiting.push(bytes);
      size += bytes.length;
      if (size < SENT_BYTES && progress - shown < 0.01) return shown;
      send(progress);
      return progress;
    };
    let shown = 0;
    for (let step = work.next(); ; step = work.next()) {
      if (step.done) {
        send(1);
        scope.postMessage({ type: 'end', end: step.value });
        return;
      }
      shown = take(step.value, shown);
    }
  } catch (error) {
    scope.postMessage({ type: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
};
