import { exportMidi, type Document, type ExportMode } from '@yibbo/core';

/** Hands the song to the browser as a MIDI file, made here, so that it works while the server is away. */
export function downloadMidi(document_: Document, mode: ExportMode): void {
  const blob = new Blob([exportMidi(document_, mode) as BlobPart], { type: 'audio/midi' });
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = `${document_.song.name.replace(/[\\/:*?"<>|]+/g, ' ').trim() || 'song'}.mid`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
