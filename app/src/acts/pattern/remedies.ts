import { findById, ruleById, without, withNotes, type Id } from '@yibbo/core';
import { editEntity, editNotes, editSong, setPatternLength } from '../document/edits';
import { lengthFor } from '../document/lengths';
import { undo } from '../document/undo';
import { selectNotes, selectPart } from '../../state/session/selectors';
import type { Thunk } from '../../state/store';
import { adjustStep } from '../trial/adjust';
import { runAction, takeOffer } from '../trial/trials';
import { pickedBy } from './rules';
import { noticeSet, selectionSet, sheetSet, type Remedy } from '../../state/session/session';
import { ownSelected } from '../song/placements';
import { deselect } from './select';
import { showPlace } from './show';

export const REMEDY_WORDS: Readonly<Record<Remedy['kind'], string>> = {
  unmute: 'Unmute',
  levelUp: 'Turn it up',
  endSolo: 'Hear all tracks',
  unmutePlacement: 'Unmute it',
  lengthen: 'Make it longer',
  unmuteNotes: 'Unmute them',
  alwaysSound: 'Let them sound',
  openSound: 'Turn sound on',
  undo: 'Undo',
  adjust: 'Change it',
  deselect: 'Deselect',
  show: 'Show',
  showBar: 'Show',
  ownPlacements: 'Make own',
  unmuteAll: 'Unmute all',
  chooseKey: 'Choose a key',
  rowBack: 'Put them back',
  octaves: 'Move them',
  everySecond: 'Every second',
  offer: 'Try another',
};

/** Does what a notice or a silent track offers. */
export function applyRemedy(remedy: Remedy): Thunk {
  return (dispatch, getState, { sound, page }) => {
    dispatch(noticeSet(null));
    const { document } = getState().song;
    if (!document) return;
    const track = 'trackId' in remedy ? findById(document.tracks, remedy.trackId) : undefined;
    switch (remedy.kind) {
      case 'unmute':
        return track && dispatch(editEntity(`Unmute ${track.name}`, 'tracks', track, { muted: false }));
      case 'levelUp':
        return track && dispatch(editEntity(`Level of ${track.name}`, 'tracks', track, { levelDb: 0 }));
      case 'endSolo':
        return void dispatch(endSolo(remedy.trackIds));
      case 'unmutePlacement': {
        const placement = findById(document.placements, remedy.placementId);
        return placement && dispatch(editEntity('Unmute the pattern here', 'placements', placement, { muted: false }));
      }
      case 'lengthen':
        return dispatch(lengthenToFit());
      case 'unmuteNotes':
        return dispatch(editNotes('Unmute all notes', (notes) => notes.map((note) => without(note, 'muted'))));
      case 'alwaysSound':
        return dispatch(
          editNotes('Chance 100 %, all notes', (notes) => notes.map((note) => without(without(note, 'chance'), 'drawnWith'))),
        );
      case 'chooseKey':
        return void dispatch(sheetSet({ kind: 'key' }));
      case 'rowBack':
        return dispatch(backToRow(remedy.noteIds, remedy.pitch));
      case 'octaves':
        return dispatch(runAction('transpose', { semitones: remedy.semitones }, remedy.noteIds));
      case 'everySecond':
        return dispatch(takeEverySecond(remedy.noteIds));
      case 'offer':
        return dispatch(takeOffer(remedy.offer));
      case 'show':
        return dispatch(showPlace(remedy.place));
      case 'showBar':
        return page.reveal(remedy.tick);
      case 'unmuteAll':
        return void dispatch(
          editSong('Unmute all tracks', (song) => ({ ...song, tracks: song.tracks.map((each) => ({ ...each, muted: false })) })),
        );
      case 'ownPlacements':
        return dispatch(ownSelected());
      case 'deselect':
        return dispatch(deselect);
      case 'adjust':
        return dispatch(adjustStep());
      case 'undo':
        return void dispatch(undo());
      case 'openSound':
        return void sound.wake();
    }
  };
}

/** Makes the pattern as many bars long as it takes for every note to begin inside it. */
function lengthenToFit(): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    if (part) dispatch(setPatternLength(lengthFor(selectNotes(getState()), part.meter)));
  };
}

/** Ends the solo of tracks, in one step. */
function endSolo(trackIds: readonly Id[]): Thunk {
  return (dispatch) =>
    void dispatch(
      editSong('Hear all tracks', (song) => ({
        ...song,
        tracks: song.tracks.map((each) => (trackIds.includes(each.id) ? { ...each, soloed: false } : each)),
      })),
    );
}

/** Puts notes on another row. */
function backToRow(noteIds: readonly Id[], pitch: number): Thunk {
  const ids = new Set(noteIds);
  return editNotes('Back to the row before', (notes) =>
    withNotes(
      notes,
      notes.filter(({ id }) => ids.has(id)).map((note) => ({ ...note, pitch })),
    ),
  );
}

/** Selects the second of every two, in order of time. */
function takeEverySecond(noteIds: readonly Id[]): Thunk {
  return (dispatch, getState) => {
    const ids = new Set(noteIds);
    const part = selectPart(getState());
    const notes = selectNotes(getState()).filter(({ id }) => ids.has(id));
    if (part) dispatch(selectionSet(pickedBy(ruleById('every-kth'), notes, noteIds, { k: 2, n: 2 }, part)));
  };
}
