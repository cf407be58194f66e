import type { Arrangement, Id, SongGlance } from '@yibbo/core';
import type { ExportMode, ImportReport } from '@yibbo/core/midi';

/** The result for a window's Changes. */
export interface Taken {
  readonly revision: number;
  /** Whether the song has moved on, so that other windows must be told. */
  readonly hasChanged: boolean;
  /** The answer to the window, as JSON. */
  readonly answer: string;
}

/** The work on songs, wherever it runs: in this thread, or in another for what is large. Arguments and results are plain data, so
 *  that they can go from one thread to the other. Failures are RequestErrors. */
export interface SongWork {
  /** The song with its revision and history, as JSON. */
  read(id: Id): Promise<Uint8Array>;
  /** Takes a window's changes, given as the JSON it sent. Sending a Change twice does no harm. */
  take(id: Id, body: Uint8Array): Promise<Taken>;
  rename(id: Id, name: string): Promise<Taken>;
  /** Rebuilds the song's card for the Songs screen; returns it even if it cannot be stored. */
  refreshCard(id: Id): Promise<SongGlance>;
  /** The song as it was right after a Change, as JSON. */
  readAt(id: Id, changeId: Id): Promise<Uint8Array>;
  /** Makes a song of the same content, or of what it was right after a Change. */
  copy(id: Id, changeId?: Id): Promise<{ readonly id: Id; readonly name: string }>;
  /** Makes a song of what can be read of one that cannot be opened. */
  rescue(id: Id): Promise<{ readonly id: Id; readonly name: string; readonly lost: number }>;
  /** A MIDI file of the song; of what can be read of it where it cannot be opened. */
  sendOut(id: Id, mode: ExportMode): Promise<{ readonly name: string; readonly bytes: Uint8Array }>;
  /** Makes a song of a MIDI file, laid out as was chosen. */
  bringIn(bytes: Uint8Array, name: string, arrangement: Arrangement): Promise<{ readonly id: Id; readonly report: ImportReport }>;
  /** Forgets a song that another thread works on from now on. */
  forget(id: Id): Promise<void>;
}
