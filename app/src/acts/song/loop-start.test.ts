import { opened } from '../../../test/opened';
import { leaveLoopPartOut, LOOP_NOT_BEGUN, makeLoopParts, stillThere, wishOf, type LoopBegun } from './loop-start';
import { undo } from '../document/undo';

function emptySong() {
  const { store } = opened((document) => ({ ...document, tracks: [], patterns: [], placements: [], notes: {} }));
  const song = () => store.getState().song.document!;
  return { store, song, names: () => song().tracks.map(({ name }) => name) };
}

it('parts come one by one, chords and bass over one progression; the key goes with the last of them', () => {
  const { store, song, names } = emptySong();
  let loop: LoopBegun = LOOP_NOT_BEGUN;
  loop = store.dispatch(makeLoopParts(loop, ['drums'], 'Drums'));
  expect([names(), song().song.key]).toEqual([['Drums'], undefined]);
  loop = store.dispatch(makeLoopParts(loop, ['chords'], 'Chords'));
  loop = store.dispatch(makeLoopParts(loop, ['bass'], 'Bass'));
  expect(names()).toEqual(['Drums', 'Chords', 'Bass']);
  expect(song().song.key).toEqual({ tonic: 'C', scale: 'major' });
  expect(wishOf(loop, 'bass').progressionId).toBe(wishOf(loop, 'chords').progressionId);
  loop = store.dispatch(leaveLoopPartOut(loop, 'chords'));
  expect([names(), song().song.key?.tonic]).toEqual([['Drums', 'Bass'], 'C']);
  loop = store.dispatch(leaveLoopPartOut(loop, 'bass'));
  expect([names(), song().song.key]).toEqual([['Drums'], undefined]);
});

it('a part that was undone is not there any more, and can be made again', async () => {
  const { store, song, names } = emptySong();
  const made = store.dispatch(makeLoopParts(LOOP_NOT_BEGUN, ['drums', 'chords'], 'Both'));
  await store.dispatch(undo('undo'));
  const loop = stillThere(made, new Set(song().tracks.map(({ id }) => id)));
  expect([names(), loop.tracks]).toEqual([[], {}]);
  store.dispatch(makeLoopParts(loop, ['chords'], 'Chords'));
  expect(names()).toEqual(['Chords']);
});
