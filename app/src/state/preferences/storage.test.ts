import { makeStore } from '../store';
import type { Effects } from '../effects';
import { patternViewSet } from './pattern-views';
import { drawnLengthSet, preferencesSet } from './preferences';

const window_ = () => makeStore({} as Effects);
beforeEach(() => localStorage.clear());

it('two windows that change settings keep both: each writes what it changed, in maps entry by entry', () => {
  const [one, other] = [window_(), window_()];
  one.dispatch(preferencesSet({ turns: 5, laneHeights: { velocity: 'high' } }));
  other.dispatch(preferencesSet({ followsPlay: false, laneHeights: { bend: 'low' } }));
  one.dispatch(drawnLengthSet({ songId: 'a', length: 'last' }));
  other.dispatch(drawnLengthSet({ songId: 'b', length: 240 }));
  one.dispatch(patternViewSet({ patternId: 'p', view: { bar: 3 } }));
  other.dispatch(patternViewSet({ patternId: 'q', view: { bar: 4 } }));
  const { preferences, patternViews } = window_().getState();
  expect(preferences).toMatchObject({
    turns: 5,
    followsPlay: false,
    laneHeights: { velocity: 'high', bend: 'low' },
    drawnLengths: { a: 'last', b: 240 },
  });
  expect([patternViews['p']?.bar, patternViews['q']?.bar]).toEqual([3, 4]);
});

it('what was set back is set back, and what one window took out of a map is out', () => {
  const one = window_();
  one.dispatch(preferencesSet({ isSnapping: false, backdropTracks: { a: true, b: true } }));
  const other = window_();
  one.dispatch(preferencesSet({ isSnapping: true }));
  other.dispatch(preferencesSet({ backdropTracks: { b: true } }));
  expect(window_().getState().preferences).toMatchObject({ isSnapping: true, backdropTracks: { b: true } });
  expect(window_().getState().preferences.backdropTracks).not.toHaveProperty('a');
});

it('of patterns, those seen last are remembered', () => {
  const store = window_();
  for (let index = 0; index < 260; index++) store.dispatch(patternViewSet({ patternId: `p${index}`, view: { bar: 1 } }));
  store.dispatch(patternViewSet({ patternId: 'p70', view: { bar: 2 } }));
  store.dispatch(patternViewSet({ patternId: 'last', view: { bar: 1 } }));
  const { patternViews } = window_().getState();
  expect(Object.keys(patternViews)).toHaveLength(200);
  expect(patternViews['p70']?.bar).toBe(2);
  expect(patternViews['p0']).toBeUndefined();
});
