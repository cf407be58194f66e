import { notesOf } from '@yibbo/core';
import { opened, PATTERN, STEP } from '../../../test/opened';
import { chordToPutSet, cursorSet, sheetSet } from '../../state/session/session';
import { openSheet } from '../open-sheet';
import { selectHeardNotes } from '../../state/session/selectors';
import { keepAdjustable } from '../trial/treatments';
import { keepTrial } from '../trial/trial-ends';
import { changeTrial, tryAction } from '../trial/trials';
import { putChord, putChosenChord, setChordSettings } from './put-chord';

const BAR = 16 * STEP;

function app() {
  const { store, dispatch, ...rest } = opened((document) => ({ ...document, notes: {} }));
  const chords = () => {
    const notes = notesOf(store.getState().song.document!, PATTERN);
    const starts = [...new Set(notes.map(({ start }) => start))];
    return starts.map((start) => [start / STEP, notes.filter((each) => each.start === start).map(({ pitch }) => pitch)]);
  };
  return { store, dispatch, chords, ...rest };
}

it('a chord is put at the cursor, which goes on to its end; each goes near the one before', () => {
  const { store, dispatch, chords } = app();
  dispatch(cursorSet({ tick: 4 * STEP, pitch: 60 }));
  dispatch(putChord('C', null));
  expect(store.getState().session.cursor?.tick).toBe(4 * STEP + BAR);
  dispatch(setChordSettings({ each: '1/4' }));
  dispatch(putChord('F', null));
  expect(store.getState().session.cursor?.tick).toBe(4 * STEP + BAR + 4 * STEP);
  expect(chords()).toEqual([
    [4, [60, 64, 67]],
    [20, [60, 65, 69]],
  ]);
});

it('the chord that is chosen is put in a note’s place only while its sheet is open', () => {
  const { store, dispatch, chords } = app();
  const place = { start: 8 * STEP, pitch: 72 };
  expect(dispatch(putChosenChord(place))).toBe(false);
  dispatch(openSheet({ kind: 'chords' }));
  dispatch(chordToPutSet('Am'));
  expect(dispatch(putChosenChord(place))).toBe(true);
  expect(chords()).toEqual([[8, [57, 60, 64]]]);
  dispatch(sheetSet({ kind: 'key' }));
  expect(store.getState().session.chordToPut).toBeNull();
  expect(dispatch(putChosenChord(place))).toBe(false);
});

it('chords on empty ground say how long the pattern is, to their very end; among notes they do not', () => {
  const { store, dispatch } = app();
  const bars = () => store.getState().song.document!.patterns[0]!.length / BAR;
  dispatch(tryAction('chords', { text: 'C F G:8' }));
  dispatch(changeTrial({ text: 'C F G:12' }));
  dispatch(keepTrial());
  expect(bars()).toBe(5);
  // One that begins inside and ends beyond does so too.
  const long = app();
  long.dispatch(tryAction('chords', { text: 'C:12' }));
  long.dispatch(keepTrial());
  expect(long.store.getState().song.document!.patterns[0]!.length / BAR).toBe(3);
  const kept = app();
  kept.dispatch(tryAction('chords', { text: 'C F G:8' }));
  kept.dispatch(keepAdjustable());
  // Live too: nothing is written, and all of it is heard.
  expect(kept.chords()).toEqual([]);
  expect(selectHeardNotes(kept.store.getState())).toHaveLength(9);
  expect(kept.store.getState().song.document!.patterns[0]!.length / BAR).toBe(4);
  expect(kept.store.getState().song.document!.placements[0]!.length / BAR).toBe(4);
  dispatch(tryAction('chords', { text: 'C:64' }));
  dispatch(keepTrial());
  expect(bars()).toBe(5);
});
