import { counted, drumName, lengthWords, withRowLength } from '@yibbo/core';
import { editEntity } from '../document/edits';
import { rowName } from './rows';
import { selectNotes, selectPart, type OpenPart } from '../../state/session/selectors';
import type { Thunk } from '../../state/store';
import { runAction } from '../trial/trials';
import { patternViewSet } from '../../state/preferences/pattern-views';
import { cursorSet, noticeSet } from '../../state/session/session';

/** Makes a row the current one: row actions work on it. */
export function takeRow(pitch: number): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    dispatch(cursorSet(null));
    if (part && part.view.activeRow !== pitch) dispatch(patternViewSet({ patternId: part.pattern.id, view: { activeRow: pitch } }));
  };
}

/** Turns a row by steps of its own grid, within its own length. */
export function turnRow(pitch: number, steps: number): Thunk {
  return (dispatch, getState) => {
    const ids = idsOfRow(getState, pitch);
    if (ids.length) dispatch(runAction('rotate', { count: steps, unit: 'grid', around: 'pattern' }, ids));
  };
}

function idsOfRow(getState: Parameters<Thunk>[1], pitch: number) {
  return selectNotes(getState())
    .filter((note) => note.pitch === pitch)
    .map(({ id }) => id);
}

/** Gives all hits of a row to another sound and offers the way back. The view stays where it is. */
export function moveRow(pitch: number, to: number): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    const ids = idsOfRow(getState, pitch);
    if (!part || ids.length === 0) return;
    dispatch(runAction('to-row', { pitch: to }, ids));
    const notes = counted(ids.length, 'note');
    dispatch(
      noticeSet({
        words: `${notes} from ${rowName(part, pitch)} to ${rowName(part, to)}.`,
        remedy: { kind: 'rowBack', noteIds: ids, pitch },
      }),
    );
  };
}

/** A row's length of its own, in ticks; null is the pattern's. */
export function setRowLength(part: OpenPart, pitch: number, length: number | null): Thunk {
  const label = length === null ? 'Row as long as the pattern' : `Row ${lengthWords(length, part.meter)} long`;
  return editEntity(label, 'patterns', part.pattern, { rowLengths: withRowLength(part.pattern, pitch, length) ?? null });
}

/** Names a row. An empty name gives it its first one back: a drum's, or the note's. */
export function renameRow({ track }: OpenPart, pitch: number, typed: string): Thunk {
  const name = typed.trim().slice(0, 200) || (track.kind === 'drums' ? drumName(pitch) : '');
  const others = track.rows.filter((row) => row.pitch !== pitch);
  const isKnown = others.length < track.rows.length;
  const named = isKnown
    ? track.rows.flatMap((row) => (row.pitch === pitch ? (name ? [{ ...row, name }] : []) : [row]))
    : name
      ? [...track.rows, { pitch, name }]
      : track.rows;
  return editEntity(name ? `Row named ${name}` : 'Row named as its note', 'tracks', track, { rows: named });
}
