import { events, soundById } from '@yibbo/core';
import { opened, STEP } from '../../../test/opened';
import { addTrack } from '../document/edits';
import { nudgePart, partBack, partShiftWords } from './part-nudge';
import { selectPart } from '../../state/session/selectors';
import { preferencesSet } from '../../state/preferences/preferences';
import { placementOpened } from '../../state/session/session';

it('a whole track is nudged against the rest: it is heard so from either side, stops at the beginning, and goes back', () => {
  const { store, dispatch } = opened();
  dispatch(addTrack(soundById('round-bass', 'pitched')));
  const document = () => store.getState().song.document!;
  dispatch(placementOpened('placement'));
  dispatch(preferencesSet({ nudge: { count: 10, unit: 'ms' } }));
  dispatch(nudgePart(-1));
  expect(document().placements.map(({ start }) => start)).toEqual([0, 0]);
  dispatch(nudgePart(1));
  // 10 ms at 120 bpm are a fiftieth of a beat of 20160 ticks, 403.2, to the whole tick.
  const starts = () => events(document(), 0, 4 * STEP, { view: { kind: 'song' } }).map(({ tick }) => tick);
  expect(starts()).toEqual([403]);
  const other = document().placements.find(({ id }) => id !== 'placement')!.id;
  expect(events(document(), 0, 4 * STEP, { view: { kind: 'pattern', placementId: other } }).map(({ tick }) => tick)).toEqual([403]);
  // Its own view begins where it does.
  expect(events(document(), 0, STEP, { view: { kind: 'pattern', placementId: 'placement' } }).map(({ tick }) => tick)).toEqual([0]);
  expect(partShiftWords(selectPart(store.getState())!)).toBe('0.02 beat after the bar');
  dispatch(partBack());
  expect(starts()).toEqual([0]);
  dispatch(preferencesSet({ nudge: null }));
});
