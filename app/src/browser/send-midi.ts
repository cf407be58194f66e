import { counted, type Document } from '@yibbo/core';
import { exportMidi, type ExportMode, type MidiExport } from '@yibbo/core/midi';
import { downloadBlob, fileName } from './download';

/** Hands the song to the browser as a MIDI file, made here, so that it works while the server is away. Gives what has to be said about
 *  it; null where nothing has. */
export function downloadMidi(document_: Document, mode: ExportMode): string | null {
  const sent = exportMidi(document_, mode);
  downloadBlob(new Blob([sent.bytes as BlobPart], { type: 'audio/midi' }), `${fileName(document_.song.name)}.mid`);
  return wordsOf(sent) || null;
}

/** Parts of the song that a MIDI file leaves out or writes in another way. */
function wordsOf({ bendsLeftOut, cutToOpenings, openingsLeftOut }: MidiExport): string {
  const leave = (count: number) => `${counted(count, 'note')} ${count === 1 ? 'leaves' : 'leave'}`;
  const bends = `${leave(bendsLeftOut)} without a bend line: a MIDI file has sixteen channels, and each note that sounds beside a bent one needs its own. Fewer tracks, or shorter notes, make room.`;
  const cut = `${leave(cutToOpenings)} cut to where another track’s row lets ${cutToOpenings === 1 ? 'it' : 'them'} sound.`;
  const whole = `${counted(openingsLeftOut, 'track')} that another row only dips or holds down ${openingsLeftOut === 1 ? 'leaves' : 'leave'} whole: notes cannot say that.`;
  return [bendsLeftOut && bends, cutToOpenings && cut, openingsLeftOut && whole].filter(Boolean).join(' ');
}
