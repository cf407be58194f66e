import { opened } from '../../../test/opened';
import { undo } from '../document/undo';
import { matchLengths } from './length';

const BAR = 4 * 20_160;

it('all parts that begin with the open one become as long as it is, in one step; others stay, and notes beyond are kept', async () => {
  const { store, dispatch } = opened((song) => {
    const [pattern, placement] = [song.patterns[0]!, song.placements[0]!];
    const more = (id: string, bars: number, at: number) => ({
      pattern: { ...pattern, id, length: bars * BAR },
      placement: { ...placement, id: `at ${id}`, patternId: id, start: placement.start + at * BAR, length: bars * BAR },
    });
    const others = [more('short', 1, 0), more('long', 8, 0), more('later', 1, 4)];
    return {
      ...song,
      patterns: [{ ...pattern, length: 2 * BAR }, ...others.map((each) => each.pattern)],
      placements: [{ ...placement, length: 2 * BAR }, ...others.map((each) => each.placement)],
      notes: { ...song.notes, long: [{ id: 'n', patternId: 'long', start: 7 * BAR, length: 1, pitch: 60, velocity: 90 }] },
    };
  });
  const song = () => store.getState().song.document!;
  const bars = () => song().patterns.map(({ length }) => length / BAR);
  dispatch(matchLengths());
  expect(bars()).toEqual([2, 2, 2, 1]);
  expect(song().placements.find(({ id }) => id === 'at short')!.length).toBe(2 * BAR);
  expect(song().notes.long).toHaveLength(1);
  expect(store.getState().session.notice?.words).toBe('2 other parts that begin here are 2 bars long now.');
  dispatch(undo());
  await Promise.resolve();
  expect(bars()).toEqual([2, 1, 8, 1]);
});
