import { exportStem, exportWav, stemGain, type WavPiece } from '@yibbo/core/render';
import type { WavAnswer, WavRequest } from './wav';

/** Makes WAV files beside the page: a song in, pieces of files out. */
const scope = globalThis as unknown as {
  onmessage: (event: MessageEvent<WavRequest>) => void;
  postMessage: (message: WavAnswer, transfer?: Transferable[]) => void;
};

/** Pieces are sent once they are so large together, in bytes. */
const SENT_BYTES = 1 << 20;

/** Sends what comes of some work, which is one of several shares of all; returns what it ends with. */
function sendAll<End>(work: Generator<WavPiece, End>, share: number, shares: number): End {
  let waiting: Uint8Array[] = [];
  let size = 0;
  let shown = 0;
  const send = (progress: number) => {
    const bytes = new Uint8Array(size);
    let at = 0;
    for (const piece of waiting) {
      bytes.set(piece, at);
      at += piece.length;
    }
    waiting = [];
    size = 0;
    shown = progress;
    scope.postMessage({ type: 'piece', bytes, progress: (share + progress) / shares }, [bytes.buffer]);
  };
  for (let step = work.next(); ; step = work.next()) {
    if (step.done) {
      send(1);
      return step.value;
    }
    const { bytes, progress } = step.value;
    waiting.push(bytes);
    size += bytes.length;
    if (size >= SENT_BYTES || progress - shown >= 0.01 * shares) send(progress);
  }
}

function make({ document, options: wished, files, hasRecordings, isApart }: WavRequest): void {
  const oneShotsOf = (hash: string) => files[hash] ?? null;
  const options = { ...wished, oneShotsOf, ...(hasRecordings && !isApart ? { samplesOf: oneShotsOf } : {}) };
  const { trackIds } = options;
  if (!isApart || !trackIds) {
    scope.postMessage({ type: 'end', end: sendAll(exportWav(document, options), 0, 1) });
    return;
  }
  // Finding the gain that all of them share is as much work as writing them.
  const shares = 2 * trackIds.length;
  const gain = sendAll(stemGain(document, options), 0, 2);
  trackIds.forEach((id, index) => {
    const end = sendAll(exportStem(document, { ...options, trackIds: [id] }, gain), trackIds.length + index, shares);
    scope.postMessage({ type: 'end', end });
  });
}

scope.onmessage = ({ data }) => {
  try {
    make(data);
    scope.postMessage({ type: 'done' });
  } catch (error) {
    scope.postMessage({ type: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
};
