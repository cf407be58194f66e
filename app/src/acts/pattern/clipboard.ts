import { clipOf, gridOfRow, phraseOf, readPhrase, type Clip, type Note } from '@yibbo/core';
import { removeNotes } from '../document/edits';
import { copied } from '../../state/session/clipboard';
import { selectHandledNotes, selectNotes, selectPart } from '../../state/session/selectors';
import { noticeSet } from '../../state/session/session';
import { runAction } from '../trial/trials';
import type { State, Thunk } from '../../state/store';
import { placeFor } from './places';

function counted(notes: readonly unknown[]): string {
  return notes.length === 1 ? '1 note' : `${notes.length} notes`;
}

/** Copies what is selected, the current note, or else the whole pattern; answers what the system's clipboard is to hold of it: a phrase to be typed,
 *  where a phrase can say it. Null where there is nothing. */
export function copyNotes(): Thunk<string | null> {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    const handled = selectHandledNotes(getState());
    const notes: readonly Note[] = handled.length ? handled : selectNotes(getState());
    if (!part || notes.length === 0) return null;
    const clip = clipOf(notes, part.meters, copiedStretch(getState()));
    const words = phraseOf(clip.notes, { grid: gridOfRow(part, notes[0]!.pitch), naming: part.naming, rows: part.track.rows });
    const text = words ?? `${counted(notes)} from ${part.track.name}`;
    dispatch(copied({ clip, text }));
    dispatch(noticeSet(`${counted(notes)} copied. Paste puts them after these, or at the cursor.`));
    return text;
  };
}

/** The stretch that a copy stands for where more than its notes was meant: what is marked on the ruler, else the frame they were selected by. */
function copiedStretch({ session: { span, frame } }: State): Clip['stretch'] {
  if (span) return { ...span, isMarked: true };
  return frame ? { ...frame, isMarked: false } : undefined;
}

/** Copies what is selected or current, and takes it away. */
export function cutNotes(): Thunk<string | null> {
  return (dispatch, getState) => {
    const handled = selectHandledNotes(getState());
    if (handled.length === 0) return null;
    const text = dispatch(copyNotes());
    dispatch(removeNotes(handled.map(({ id }) => id)));
    dispatch(noticeSet({ words: `${counted(handled)} cut.`, remedy: { kind: 'undo' } }));
    return text;
  };
}

/** Pastes what was copied here last; or `text` from elsewhere, where it reads as a phrase. */
export function pasteNotes(text: string): Thunk {
  return (dispatch, getState) => {
    const { clipboard } = getState();
    if (text.trim() && text !== clipboard.text) {
      const clip = dispatch(readAsClip(text));
      if (!clip)
        return void dispatch(noticeSet('The clipboard holds text that is not a phrase. Copy notes, or a phrase such as D4 F4 - A4:2.'));
      dispatch(copied({ clip, text }));
    }
    dispatch(runAction('paste', { where: 'here', times: 1 }));
  };
}

function readAsClip(text: string): Thunk<Clip | null> {
  return (_dispatch, getState, { newId }) => {
    const part = selectPart(getState());
    if (!part) return null;
    const { pitch } = placeFor(getState(), part);
    const octave = Math.floor(pitch / 12) - 5 + part.naming.middleOctave;
    const context = { grid: gridOfRow(part, pitch), meter: part.meter, naming: part.naming, rows: part.track.rows, startTick: 0, octave };
    const read = readPhrase(text, context);
    if (!read.ok || read.notes.length === 0) return null;
    return { notes: read.notes.map(({ isAccented, ...note }) => ({ id: newId(), velocity: isAccented ? 120 : 100, ...note })) };
  };
}

/** Gives what was copied to the system's clipboard as well, where a button may: on plain http only the system's own keys may. */
export function toSystem(act: Thunk<string | null>): Thunk {
  return (dispatch) => {
    const text = dispatch(act);
    if (text !== null) void navigator.clipboard?.writeText(text).catch(() => undefined);
  };
}
