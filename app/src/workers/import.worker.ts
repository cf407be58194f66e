import {
  arranged,
  barBeatAt,
  barTicks,
  leadingSilence,
  meterAt,
  outsideKey,
  PLAIN_ARRANGEMENT,
  songEnd,
  suggestedKeyOf,
  trackShape,
  trailingSilence,
  type Document,
} from '@yibbo/core';
import { importMidi, keyOfFile } from '@yibbo/core/midi';
import type { Looked, LookRequest, Outlook } from './look';

/** Looks into a MIDI file beside the page: bytes in, progress and then what is in the file out. */
const scope = globalThis as unknown as {
  onmessage: (event: MessageEvent<LookRequest>) => void;
  postMessage: (message: { progress: number } | { looked: Looked }) => void;
};

let count = 0;
const newId = () => `preview-${count++}`;

function outlookOf(document: Document): Outlook {
  const made = arranged(document, PLAIN_ARRANGEMENT, newId);
  const [key, suggested] = [keyOfFile(document), suggestedKeyOf(document)?.choice ?? null];
  const bar = barTicks(meterAt(document.song.meters, songEnd(document)));
  return {
    shapes: made.tracks.map(({ id }) => trackShape(made, id)),
    silentBars: barBeatAt(document.song.meters, leadingSilence(document)).bar - 1,
    silentBarsAfter: Math.round(trailingSilence(document) / bar),
    key,
    suggested,
    outside: { file: key ? outsideKey(document, key) : 0, suggested: suggested ? outsideKey(document, suggested) : 0 },
    sections: made.sections.length,
  };
}

scope.onmessage = ({ data: { bytes, name } }) => {
  const imported = importMidi(bytes, {
    newId,
    seed: 0,
    name,
    onProgress: (progress) => scope.postMessage({ progress }),
  });
  scope.postMessage({
    looked: imported.ok
      ? { ok: true, report: imported.report, songName: imported.document.song.name, outlook: outlookOf(imported.document) }
      : { ok: false, message: imported.refusal.message },
  });
};
