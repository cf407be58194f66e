import { exportMidi, type Document, type ExportMode } from '@yibbo/core';

/** Hands the song to the browser as a MIDI file, made here, so that it works while the server is away. Gives what has to be said about
 *  it; null where nothing has. */
export function downloadMidi(document_: Document, mode: ExportMode): string | null {
  const { bytes, bendsLeftOut } = exportMidi(document_, mode);
  downloadBlob(new Blob([bytes as BlobPart], { type: 'audio/midi' }), `${fileName(document_.song.name)}.mid`);
  if (bendsLeftOut === 0) return null;
  const notes = bendsLeftOut === 1 ? '1 note leaves' : `${bendsLeftOut} notes leave`;
  return `${notes} without a bend line: a MIDI file has sixteen channels, and each note that sounds beside a bent one needs its own. Fewer tracks, or shorter notes, make room.`;
}

/** Hands a file to the browser under a name. */
export function downloadBlob(blob: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** A name without the signs that files may not have in theirs. */
export function fileName(name: string): string {
  return name.replace(/[\\/:*?"<>|]+/g, ' ').trim() || 'song';
}

/** Lets the server send a song out, for one that cannot be opened here. */
export function downloadFromServer(songId: string): void {
  downloadFrom(`/api/songs/${songId}/export.mid?as=written`);
}

/** Saves what the server sends from an address as a file, under the name that it gives. */
export function downloadFrom(address: string): void {
  const link = document.createElement('a');
  link.href = address;
  link.download = '';
  link.click();
}
