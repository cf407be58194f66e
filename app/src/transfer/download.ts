import { exportMidi, type Document, type ExportMode } from '@yibbo/core';

/** Hands the song to the browser as a MIDI file, made here, so that it works while the server is away. Gives what has to be said about
 *  it; null where nothing has. */
export function downloadMidi(document_: Document, mode: ExportMode): string | null {
  const { bytes, bendsLeftOut } = exportMidi(document_, mode);
  const blob = new Blob([bytes as BlobPart], { type: 'audio/midi' });
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = `${document_.song.name.replace(/[\\/:*?"<>|]+/g, ' ').trim() || 'song'}.mid`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
  if (bendsLeftOut === 0) return null;
  const notes = bendsLeftOut === 1 ? '1 note leaves' : `${bendsLeftOut} notes leave`;
  return `${notes} without a bend line: a MIDI file has sixteen channels, and each note that sounds beside a bent one needs its own. Fewer tracks, or shorter notes, make room.`;
}

/** Lets the server send a song out, for one that cannot be opened here. */
export function downloadFromServer(songId: string): void {
  const link = document.createElement('a');
  link.href = `/api/songs/${songId}/export.mid?as=written`;
  link.download = '';
  link.click();
}
