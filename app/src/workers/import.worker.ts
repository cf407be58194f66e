import { importMidi } from '@yibbo/core';
import type { Looked, LookRequest } from './look';

/** Looks into a MIDI file beside the page: bytes in, progress and then what is in the file out. */
const scope = globalThis as unknown as {
  onmessage: (event: MessageEvent<LookRequest>) => void;
  postMessage: (message: { progress: number } | { looked: Looked }) => void;
};

scope.onmessage = ({ data: { bytes, name } }) => {
  let count = 0;
  const imported = importMidi(bytes, {
    newId: () => `preview-${count++}`,
    seed: 0,
    name,
    onProgress: (progress) => scope.postMessage({ progress }),
  });
  scope.postMessage({
    looked: imported.ok
      ? { ok: true, report: imported.report, songName: imported.document.song.name }
      : { ok: false, message: imported.refusal.message },
  });
};
