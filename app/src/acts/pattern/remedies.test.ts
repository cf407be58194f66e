import { opened } from '../../../test/opened';
import { undo } from '../document/undo';
import { applyRemedy } from './remedies';

it('hearing all tracks again ends every solo, and is one step to undo', async () => {
  const { store, dispatch } = opened((song) => ({
    ...song,
    tracks: ['a', 'b', 'c'].map((id, order) => ({ ...song.tracks[0]!, id, order, soloed: id !== 'c' })),
    placements: song.placements.map((each) => ({ ...each, trackId: 'a' })),
  }));
  const soloed = () =>
    store
      .getState()
      .song.document!.tracks.filter((track) => track.soloed)
      .map(({ id }) => id);
  dispatch(applyRemedy({ kind: 'endSolo', trackIds: ['a', 'b'] }));
  expect(soloed()).toEqual([]);
  dispatch(undo());
  await Promise.resolve();
  expect(soloed()).toEqual(['a', 'b']);
});
