import { findById, grooveOf, grooveText, marksSeenFrom, notesOf, rowLength, takenRhythm, type Id } from '@yibbo/core';
import type { Thunk } from '../../state/store';
import { changeTrial } from './trials';

/** Lets the groove that is being tried be that of a pattern, as its notes lie now: it stays so when they change. */
export function takeGroove(patternId: Id): Thunk {
  return (dispatch, getState) => {
    const { document } = getState().song;
    const pattern = document && findById(document.patterns, patternId);
    if (!pattern) return;
    const placement = document.placements.find((each) => each.patternId === patternId) ?? { start: 0, offset: 0 };
    const taken = grooveOf(notesOf(document, patternId), marksSeenFrom(document.song.meters, placement), pattern.length);
    if (taken) dispatch(changeTrial({ groove: 'taken', taken: grooveText(pattern.name, taken) }));
  };
}

/** Lets the rhythm that is being tried be that of a pattern, or of one row of it, as its notes lie now. */
export function takeRhythm({
  patternId,
  pitch,
  words,
}: {
  readonly patternId: Id;
  readonly pitch: number | null;
  readonly words: string;
}): Thunk {
  return (dispatch, getState) => {
    const { document } = getState().song;
    const pattern = document && findById(document.patterns, patternId);
    if (!pattern) return;
    const notes = notesOf(document, patternId).filter((note) => !note.muted && (pitch === null || note.pitch === pitch));
    const length = pitch === null ? pattern.length : rowLength(pattern, pitch);
    if (notes.length) dispatch(changeTrial({ figure: 'taken', taken: takenRhythm(words, notes, length) }));
  };
}
