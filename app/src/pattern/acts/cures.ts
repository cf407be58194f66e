import { findById, ruleById, without, withNotes, type Id } from '@yibbo/core';
import { editEntity, editNotes, editSong, setPatternLength } from '../../document/edits';
import { lengthFor } from '../../document/lengths';
import { undo } from '../../document/undo';
import { selectNotes, selectPart } from '../../session/selectors';
import type { Thunk } from '../../store';
import { adjustStep } from '../../session/adjust';
import { runAction, takeOffer } from '../../session/trials';
import { pickedBy } from '../tools/rules/rules';
import { noticeSet, selectionSet, sheetSet, type Cure } from '../../session/session';
import { ownSelected } from '../../song/acts/placements';
import { deselect } from './select';
import { showPlace } from './show';

export const CURE_WORDS: Readonly<Record<Cure['kind'], string>> = {
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
export function applyCure(cure: Cure): Thunk {
  return (dispatch, getState, { sound, page }) => {
    dispatch(noticeSet(null));
    const { document } = getState().song;
    if (!document) return;
    const track = 'trackId' in cure ? findById(document.tracks, cure.trackId) : undefined;
    switch (cure.kind) {
      case 'unmute':
        return track && dispatch(editEntity(`Unmute ${track.name}`, 'tracks', track, { muted: false }));
      case 'levelUp':
        return track && dispatch(editEntity(`Level of ${track.name}`, 'tracks', track, { levelDb: 0 }));
      case 'endSolo':
        for (const id of cure.trackIds) {
          const soloed = findById(getState().song.document!.tracks, id);
          if (soloed) dispatch(editEntity(`End solo of ${soloed.name}`, 'tracks', soloed, { soloed: false }));
        }
        return;
      case 'unmutePlacement': {
        const placement = findById(document.placements, cure.placementId);
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
        return dispatch(backToRow(cure.noteIds, cure.pitch));
      case 'octaves':
        return dispatch(runAction('transpose', { semitones: cure.semitones }, cure.noteIds));
      case 'everySecond':
        return dispatch(takeEverySecond(cure.noteIds));
      case 'offer':
        return dispatch(takeOffer(cure.offer));
      case 'show':
        return dispatch(showPlace(cure.place));
      case 'showBar':
        return page.reveal(cure.tick);
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
