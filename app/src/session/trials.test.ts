import { notesOf, type Document } from '@yibbo/core';
import { opened, PATTERN, STEP } from '../../test/opened';
import { removeNotes } from '../document/edits';
import { undo } from '../document/undo';
import { openTrack } from '../pattern/acts/tracks';
import { changeRule, closeRule, openRule } from '../pattern/tools/rules/rules';
import { applyCure } from '../pattern/acts/cures';
import { dropTrial, keepTrial } from '../session/trial-ends';
import { selectSelectedNotes, selectShownNotes } from './selectors';
import type { makeStore } from '../store';
import { runAction, setAgain, setLengthens, tryAction } from './trials';
import { selectTurned } from './turned';
import { selectionSet } from './session';

const selectedIds = (store: ReturnType<typeof makeStore>) => selectSelectedNotes(store.getState()).map(({ id }) => id);

describe('running an action', () => {
  it('takes the whole pattern where nothing is selected, and else what is; it remembers its settings', () => {
    const { store, dispatch, steps } = opened();
    dispatch(runAction('nudge', { count: 1 }));
    expect(steps()).toEqual([1, 5, 9, 13]);
    dispatch(selectionSet(['n3']));
    dispatch(runAction('nudge', { count: 2, unit: '1/8' }));
    expect(steps()).toEqual([1, 5, 9, 17]);
    expect(store.getState().trial.lastParams['nudge']).toMatchObject({ count: 2, unit: '1/8' });
    dispatch(runAction('nudge', { count: -1 }));
    expect(steps()).toEqual([1, 5, 9, 15]);
  });

  it('rotates notes round their own span and back exactly, long notes among them, and marks the span', () => {
    const { store, dispatch, there } = opened((document) => ({
      ...document,
      notes: { [PATTERN]: notesOf(document, PATTERN).map((note) => (note.id === 'n1' ? { ...note, length: 6 * STEP } : note)) },
    }));
    const begun = there();
    dispatch(selectionSet(['n1', 'n2', 'n3']));
    for (let turn = 0; turn < 5; turn++) dispatch(runAction('rotate', { count: 1, unit: '1/8', around: 'span' }));
    expect(there()).not.toEqual(begun);
    expect(selectTurned(store.getState())).toEqual({ start: 4 * STEP, end: 13 * STEP });
    expect(store.getState().session.span).toBeNull();
    for (let turn = 0; turn < 5; turn++) dispatch(runAction('rotate', { count: -1, unit: '1/8', around: 'span' }));
    expect(there()).toEqual(begun);
    dispatch(runAction('nudge', { count: 1 }));
    expect(selectTurned(store.getState())).toBeNull();
  });

  it('says what came to lie beyond the end, and the cure makes room for it', () => {
    const { store, dispatch, there } = opened();
    dispatch(runAction('duplicate', { roundTo: 'bar' }));
    expect(there()).toHaveLength(8);
    expect(store.getState().session.notice).toEqual({
      words: '4 notes lie beyond the end of the pattern and will not sound.',
      cure: { kind: 'lengthen' },
    });
    dispatch(applyCure({ kind: 'lengthen' }));
    expect(store.getState().song.document!.patterns[0]!.length).toBe(32 * STEP);
    expect(store.getState().session.notice).toBeNull();
  });
});

describe('a trial', () => {
  it('shows its result without making it; Drop leaves no trace, Keep makes that very one', () => {
    const { store, dispatch, steps } = opened();
    const shown = () => selectShownNotes(store.getState()).map(({ start }) => start / STEP);
    dispatch(tryAction('rotate', { count: 2 }));
    expect(shown()).toEqual([2, 6, 10, 14]);
    expect(steps()).toEqual([0, 4, 8, 12]);
    dispatch(dropTrial());
    expect(shown()).toEqual([0, 4, 8, 12]);
    dispatch(tryAction('rotate', { count: 2 }));
    dispatch(tryAction('rotate', { count: 3 }));
    dispatch(keepTrial());
    expect(steps()).toEqual([3, 7, 11, 15]);
    expect(store.getState().song.history).toHaveLength(1);
  });
});

describe('a trial that is left', () => {
  const other = (document: Document): Document => {
    const [track, pattern, placement] = [document.tracks[0]!, document.patterns[0]!, document.placements[0]!];
    return {
      ...document,
      tracks: [track, { ...track, id: 'other', order: 1 }],
      patterns: [pattern, { ...pattern, id: 'quiet' }],
      placements: [placement, { ...placement, id: 'there', trackId: 'other', patternId: 'quiet' }],
    };
  };

  it('for another track or an edit is kept, on the notes it was tried on, and that is said', () => {
    for (const leave of [openTrack('other'), removeNotes(['n3'])]) {
      const { store, dispatch, steps } = opened(other);
      dispatch(tryAction('rotate', { count: 2 }));
      dispatch(leave);
      expect(store.getState().trial.trial).toBeNull();
      expect(steps().slice(0, 3)).toEqual([2, 6, 10]);
      expect(store.getState().session.notice?.words).toMatch(/^Rotate was kept/);
      expect(notesOf(store.getState().song.document!, 'quiet')).toEqual([]);
    }
  });

  it('is dropped by Undo and left alone by Redo', async () => {
    const { store, dispatch, steps } = opened();
    dispatch(tryAction('rotate', { count: 2 }));
    dispatch(undo('redo'));
    expect(store.getState().trial.trial).not.toBeNull();
    dispatch(undo());
    expect(store.getState().trial.trial).toBeNull();
    expect(steps()).toEqual([0, 4, 8, 12]);
  });
});

describe('a rule being set up', () => {
  it('selects as its settings change, among all or among what was selected, and gives that back', () => {
    const { store, dispatch } = opened();
    dispatch(selectionSet(['n0', 'n1', 'n2']));
    dispatch(openRule('loudness'));
    dispatch(changeRule({ than: 50 }));
    expect(selectedIds(store)).toEqual(['n1', 'n2', 'n3']);
    dispatch(changeRule({}, true));
    expect(selectedIds(store)).toEqual(['n1', 'n2']);
    dispatch(closeRule(false));
    expect(selectedIds(store)).toEqual(['n0', 'n1', 'n2']);
    dispatch(openRule('others'));
    expect(selectedIds(store)).toEqual(['n3']);
    dispatch(closeRule(true));
    expect(selectedIds(store)).toEqual(['n3']);
    expect(store.getState().session.rule).toBeNull();
  });
});

describe('cures', () => {
  const track = (document: Document) => document.tracks[0]!;
  it.each([
    ['a muted track', { muted: true }, { kind: 'unmute', trackId: 'track' } as const, { muted: false }],
    ['a level all the way down', { levelDb: -60 }, { kind: 'levelUp', trackId: 'track' } as const, { levelDb: 0 }],
    ['a solo', { soloed: true }, { kind: 'endSolo', trackIds: ['track'] } as const, { soloed: false }],
  ])('end %s', (_name, before, cure, after) => {
    const { store, dispatch } = opened((document) => ({ ...document, tracks: [{ ...track(document), ...before }] }));
    dispatch(applyCure(cure));
    expect(track(store.getState().song.document!)).toMatchObject(after);
  });

  it('bring notes back that are all muted or never sound', () => {
    const silent = (document: Document): Document => ({
      ...document,
      notes: { [PATTERN]: notesOf(document, PATTERN).map((note) => ({ ...note, muted: true, chance: 0 })) },
    });
    const { dispatch, there } = opened(silent);
    dispatch(applyCure({ kind: 'unmuteNotes' }));
    dispatch(applyCure({ kind: 'alwaysSound' }));
    for (const note of there()) expect('muted' in note || 'chance' in note).toBe(false);
  });
});

describe('a trial that takes up what was done last', () => {
  it('works on the notes as they were, and Keep leaves one more step to undo, Drop what was kept', async () => {
    const { store, dispatch, steps } = opened();
    dispatch(runAction('nudge', { count: 1 }));
    dispatch(tryAction('nudge'));
    expect(store.getState().trial.trial).toMatchObject({ wasTakenUp: true, params: { count: 1 } });
    dispatch(tryAction('nudge', { count: 3 }));
    expect(selectShownNotes(store.getState()).map(({ start }) => start / STEP)).toEqual([3, 7, 11, 15]);
    dispatch(dropTrial());
    expect(steps()).toEqual([1, 5, 9, 13]);
    dispatch(tryAction('nudge', { count: 3 }));
    dispatch(keepTrial());
    expect(steps()).toEqual([3, 7, 11, 15]);
    await dispatch(undo());
    expect(steps()).toEqual([1, 5, 9, 13]);
    await dispatch(undo());
    expect(steps()).toEqual([0, 4, 8, 12]);
  });

  it('works on the present notes where asked to, where other notes are selected, or where something else was done since', () => {
    const { store, dispatch } = opened();
    const shown = () => selectShownNotes(store.getState()).map(({ start }) => start / STEP);
    dispatch(runAction('nudge', { count: 1 }));
    dispatch(tryAction('nudge'));
    dispatch(setAgain(false));
    expect(shown()).toEqual([2, 6, 10, 14]);
    dispatch(setAgain(true));
    expect(shown()).toEqual([1, 5, 9, 13]);
    dispatch(dropTrial());
    for (const before of [[], ['n1', 'n2']]) {
      dispatch(selectionSet(before));
      dispatch(runAction('nudge', { count: 1 }));
      dispatch(selectionSet(['n1']));
      dispatch(tryAction('nudge'));
      expect(store.getState().trial.trial!.wasTakenUp).toBe(false);
      dispatch(dropTrial());
    }
    dispatch(selectionSet([]));
    dispatch(removeNotes(['n1']));
    dispatch(tryAction('nudge'));
    expect(store.getState().trial.trial!.wasTakenUp).toBe(false);
  });
});

it('a trial whose notes would leave the pattern offers to lengthen it, as one Change', async () => {
  const { store, dispatch, there } = opened();
  dispatch(tryAction('duplicate', { roundTo: 'bar' }));
  expect(store.getState().trial.trial!.performed.landing.beyondEnd).toBe(4);
  dispatch(setLengthens(true));
  expect(store.getState().trial.trial!.performed.landing.beyondEnd).toBe(0);
  dispatch(keepTrial());
  expect(store.getState().song.document!.patterns[0]!.length).toBe(32 * STEP);
  expect(there()).toHaveLength(8);
  await dispatch(undo());
  expect(store.getState().song.document!.patterns[0]!.length).toBe(16 * STEP);
});
