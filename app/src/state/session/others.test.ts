import type { Here } from '@yibbo/core';
import { opened, STEP } from '../../../test/opened';
import { songChanged } from '../document/song';
import { preferencesSet } from '../preferences/preferences';
import {
  colourOf,
  followedSet,
  lineOpened,
  nameOf,
  otherMoved,
  othersLeft,
  othersReducer,
  selectHereInPart,
  selectHereOnPage,
  undoState,
} from './others';
import { placementOpened, placementsSelected, selectionSet, stretchSet } from './session';

const here = (name: string): Here => ({ name, placementId: null, start: null, end: null, noteIds: [] });

describe('the other windows', () => {
  it('come and go by what the server tells; whoever is followed is followed until that window is gone, no other', () => {
    const moves = [
      otherMoved({ window: 'a', here: here('Anna') }),
      otherMoved({ window: 'b', here: here('') }),
      followedSet('a'),
      otherMoved({ window: 'b', here: null }),
    ];
    const state = moves.reduce(othersReducer, othersReducer(undefined, { type: 'begin' }));
    expect([Object.keys(state.here), state.followed]).toEqual([['a'], 'a']);
    expect(othersReducer(state, otherMoved({ window: 'a', here: here('Anne') })).here.a!.name).toBe('Anne');
    expect(othersReducer(state, otherMoved({ window: 'a', here: null }))).toMatchObject({ here: {}, followed: null });
    // A line that opens anew tells all who are there again; who is followed is likely one of them.
    expect(othersReducer(state, lineOpened())).toEqual({ here: {}, followed: 'a', lines: 1 });
    expect(othersReducer(state, othersLeft())).toEqual({ here: {}, followed: null, lines: 0 });
  });

  it('have a name and one of eight colours, the same wherever they are seen', () => {
    expect([nameOf(here('Anna')), nameOf(here(''))]).toEqual(['Anna', 'Someone']);
    const colours = Array.from({ length: 200 }, (_, index) => colourOf(`window${index}`));
    expect([...new Set(colours)].sort()).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    expect(colourOf('window7')).toBe(colours[7]);
  });
});

describe('where this window is, as others are told', () => {
  it('is the open part, or the span of the notes that are selected in it, in ticks of the song', () => {
    const { store, dispatch } = opened((document) => ({
      ...document,
      placements: document.placements.map((each) => ({ ...each, start: 64 * STEP, offset: 4 * STEP, length: 8 * STEP })),
    }));
    expect(selectHereInPart(store.getState())).toBeNull();
    dispatch(preferencesSet({ ownName: 'Anna' }));
    dispatch(placementOpened('placement'));
    expect(selectHereInPart(store.getState())).toEqual({
      name: 'Anna',
      placementId: 'placement',
      start: 64 * STEP,
      end: 72 * STEP,
      noteIds: [],
    });
    // Notes at steps 4 and 8 of the pattern, whose step 4 the placement begins with.
    dispatch(selectionSet(['n2', 'n1']));
    expect(selectHereInPart(store.getState())).toMatchObject({ start: 64 * STEP, end: 69 * STEP, noteIds: ['n1', 'n2'] });
  });

  it('is the marked bars on the song page, else the selected parts, else nowhere', () => {
    const { store, dispatch } = opened();
    const there = () => {
      const { start, end } = selectHereOnPage(store.getState())!;
      return [start, end];
    };
    expect(there()).toEqual([null, null]);
    dispatch(placementsSelected(['placement']));
    expect(there()).toEqual([0, 16 * STEP]);
    dispatch(stretchSet({ first: 2, last: 3 }));
    expect(there()).toEqual([16 * STEP, 48 * STEP]);
  });
});

it('undo takes back the newest of all while alone, and only one’s own while others are there', () => {
  const { store, dispatch } = opened();
  const change = (id: string, device: string) => ({ id, label: id, at: 0, device, entries: [] });
  dispatch(songChanged(change('mine', 'here') as never));
  dispatch(songChanged(change('theirs', 'there') as never));
  const next = () => undoState(store.getState(), 'here').undo;
  expect(next()).toBe('theirs');
  dispatch(otherMoved({ window: 'a', here: here('Anna') }));
  expect(next()).toBe('mine');
});
