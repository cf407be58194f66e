import { counted, gridOfRow, isOnGrid, type Id, type Note } from '@yibbo/core';
import { selectNotes, selectSelectedNotes, type OpenPart, selectShownNotes } from '../../state/session/selectors';
import { noticeSet, selectionSet, spanSet } from '../../state/session/session';
import type { Thunk } from '../../state/store';
import { isUseful } from './rows';

/** Selects notes: beside what was selected on purpose, or by themselves. */
export function selectMore(ids: readonly Id[]): Thunk {
  return (dispatch, getState) => {
    const selected = selectSelectedNotes(getState()).map(({ id }) => id);
    dispatch(selectionSet([...new Set([...selected, ...ids])]));
  };
}

/** Selects nothing: the mark on the ruler goes too. */
export const deselect: Thunk = (dispatch) => {
  dispatch(spanSet(null));
  dispatch(selectionSet([]));
};

export const selectAllNotes: Thunk = (dispatch, getState) => void dispatch(selectionSet(selectNotes(getState()).map(({ id }) => id)));

export function offGridOf(notes: readonly Note[], part: OpenPart): Note[] {
  return notes.filter(({ pitch, start }) => !isOnGrid(gridOfRow(part, pitch), start));
}

export function outsideOf(notes: readonly Note[], part: OpenPart): Note[] {
  return notes.filter(({ pitch }) => !isUseful(part, pitch));
}

export function selectOffGrid(part: OpenPart): Thunk {
  return (dispatch, getState) => void dispatch(selectionSet(offGridOf(selectShownNotes(getState()), part).map(({ id }) => id)));
}

/** Selects notes that lie outside their sound's range, all below or else all above it, and offers to move them by octaves. */
export function takeOutside(part: OpenPart): Thunk {
  return (dispatch, getState) => {
    const outside = outsideOf(selectShownNotes(getState()), part);
    const middle = middleOfRange(part);
    const below = outside.filter(({ pitch }) => pitch < middle);
    const side = below.length ? below : outside;
    const ids = side.map(({ id }) => id);
    const farthest = side.reduce((far, { pitch }) => (Math.abs(pitch - middle) > Math.abs(far - middle) ? pitch : far), middle);
    const semitones = octavesInto(part, farthest, farthest < middle ? 12 : -12);
    dispatch(selectionSet(ids));
    const where = semitones > 0 ? 'below' : 'above';
    const octaves = Math.abs(semitones) / 12;
    dispatch(
      noticeSet({
        words: `${counted(ids.length, 'note')} ${where} where ${part.track.name} sounds best. ${counted(octaves, 'octave')} ${semitones > 0 ? 'up' : 'down'} would bring them in.`,
        remedy: { kind: 'octaves', noteIds: ids, semitones },
      }),
    );
  };
}

function middleOfRange(part: OpenPart): number {
  const useful = Array.from({ length: 128 }, (_, pitch) => pitch).filter((pitch) => isUseful(part, pitch));
  return useful[useful.length >> 1] ?? 60;
}

/** The octaves, as semitones, that bring a pitch to where the sound is at its best. */
function octavesInto(part: OpenPart, pitch: number, step: 12 | -12): number {
  for (let semitones: number = step; Math.abs(semitones) < 128; semitones += step) if (isUseful(part, pitch + semitones)) return semitones;
  return step;
}

/** Says whom the lane acts on, where a note that is not among them was pressed. */
export function tellWhom(selected: number): Thunk {
  const whom = selected === 1 ? 'the selected note' : `the ${selected} selected notes`;
  return (dispatch) => void dispatch(noticeSet({ words: `The lane changes only ${whom}.`, remedy: { kind: 'deselect' } }));
}
