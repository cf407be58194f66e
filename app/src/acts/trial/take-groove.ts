import {
  findById,
  grooveOf,
  grooveText,
  marksSeenFrom,
  notesOf,
  rowLength,
  takenRhythm,
  type Id,
  type Note,
  type Recording,
} from '@yibbo/core';
import { selectPart } from '../../state/session/selectors';
import { noticeSet } from '../../state/session/session';
import { hitsAsNotes } from '../song/recordings';
import type { Thunk } from '../../state/store';
import { changeTrial, tryAction } from './trials';

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

/** Tries the groove of a recording's hits on the open part: when they come, and how loud they are. */
export function grooveFromHits(recording: Recording): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    if (!part) return;
    const notes = hitsAsNotes(getState(), recording).map(({ start, velocity }, index): Note => ({
      id: `hit${index}`,
      patternId: part.pattern.id,
      start,
      length: 1,
      pitch: 60,
      velocity,
    }));
    const taken = grooveOf(notes, part.meters, part.pattern.length);
    if (!taken) return void dispatch(noticeSet('The hits under this part are too few, or too far from its steps, to make a groove.'));
    dispatch(tryAction('groove'));
    dispatch(changeTrial({ groove: 'taken', taken: grooveText(recording.name, taken) }));
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
