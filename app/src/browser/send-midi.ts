import type { Document } from '@yibbo/core';
import { exportMidi, type ExportMode } from '@yibbo/core/midi';
import { downloadBlob, fileName } from './download';

/** Hands the song to the browser as a MIDI file, made here, so that it works while the server is away. Gives what has to be said about
 *  it; null where nothing has. */
export function downloadMidi(document_: Document, mode: ExportMode): string | null {
  const { bytes, bendsLeftOut } = exportMidi(document_, mode);
  downloadBlob(new Blob([bytes as BlobPart], { type: 'audio/midi' }), `${fileName(document_.song.name)}.mid`);
  if (bendsLeftOut === 0) return null;
  const notes = bendsLeftOut === 1 ? '1 note leaves' : `${bendsLeftOut} notes leave`;
  return `${notes} without a bend line: a MIDI file has sixteen channels, and each note that sounds beside a bent one needs its own. Fewer tracks, or shorter notes, make room.`;
}
