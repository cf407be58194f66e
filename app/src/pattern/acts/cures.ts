import { barTicks, findById, without, withNotes } from '@yibbo/core';
import { editEntity, editNotes, editSong, setBars } from '../../document/edits';
import { undo } from '../../document/undo';
import { selectNotes, selectPart } from '../../session/selectors';
import type { Thunk } from '../../store';
import { runAction } from '../../session/trials';
import { noticeSet, sheetSet, type Cure } from '../../session/session';
import { ownSelected } from '../../song/acts/placements';
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
  show: 'Show',
  showBar: 'Show',
  ownPlacements: 'Make own',
  unmuteAll: 'Unmute all',
  chooseKey: 'Choose a key',
  rowBack: 'Put them back',
  octaves: 'Move them',
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
        return dispatch(
          editNotes('Back to the row before', (notes) => {
            const ids = new Set(cure.noteIds);
            return withNotes(
              notes,
              notes.filter(({ id }) => ids.has(id)).map((note) => ({ ...note, pitch: cure.pitch })),
            );
          }),
        );
      case 'octaves':
        return dispatch(runAction('transpose', { semitones: cure.semitones }, cure.noteIds));
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
    const last = selectNotes(getState()).at(-1);
    if (part && last) dispatch(setBars(Math.floor(last.start / barTicks(part.meter)) + 1));
  };
}
