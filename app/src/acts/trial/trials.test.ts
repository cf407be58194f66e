import { division, notesOf, type Document } from '@yibbo/core';
import { opened, PATTERN, STEP } from '../../../test/opened';
import { removeNotes } from '../document/edits';
import { songAnswered } from '../../state/document/song';
import { undo } from '../document/undo';
import { takeRow } from '../pattern/row-acts';
import { openTrack } from '../pattern/tracks';
import { changeRule, closeRule, openRule } from '../pattern/rules';
import { applyRemedy } from '../pattern/remedies';
import { patternViewSet } from '../../state/preferences/pattern-views';
import { dropTrial, keepTrial } from './trial-ends';
import { selectSelectedNotes, selectShownNotes } from '../../state/session/selectors';
import type { makeStore } from '../../state/store';
import { adjustStep } from './adjust';
import { selectAdjustable } from './made-step';
import { changeTrial, runAction, setLengthens, tryAction } from './trials';
import { selectTurned } from '../../state/session/turned';
import { selectionSet } from '../../state/session/session';

const selectedIds = (store: ReturnType<typeof makeStore>) => selectSelectedNotes(store.getState()).map(({ id }) => id);

const other = (document: Document): Document => {
  const [track, pattern, placement] = [document.tracks[0]!, document.patterns[0]!, document.placements[0]!];
  return {
    ...document,
    tracks: [track, { ...track, id: 'other', order: 1 }],
    patterns: [pattern, { ...pattern, id: 'quiet' }],
    placements: [placement, { ...placement, id: 'there', trackId: 'other', patternId: 'quiet' }],
  };
};

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

  it('says what came to lie beyond the end, and the remedy makes room for it', () => {
    const { store, dispatch, there } = opened();
    dispatch(runAction('duplicate', { roundTo: 'bar' }));
    expect(there()).toHaveLength(8);
    expect(store.getState().session.notice).toEqual({
      words: 'The copy lands a bar later. 4 notes lie beyond the end and will not sound.',
      remedy: { kind: 'lengthen' },
    });
    dispatch(applyRemedy({ kind: 'lengthen' }));
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
    dispatch(changeTrial({ count: 3 }));
    dispatch(keepTrial());
    expect(steps()).toEqual([3, 7, 11, 15]);
    expect(store.getState().song.history).toHaveLength(1);
  });
});

describe('a trial that is left', () => {
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
  it('selects as its settings change, of what was selected or of all, and gives that back; the 3rd of every 2 is none', () => {
    const { store, dispatch } = opened();
    dispatch(selectionSet(['n0', 'n1', 'n2']));
    // Opened on a selection it picks of that, or of all by choice.
    dispatch(openRule('loudness'));
    dispatch(changeRule({ than: 50 }));
    expect(selectedIds(store)).toEqual(['n1', 'n2']);
    dispatch(changeRule({}, false));
    expect(selectedIds(store)).toEqual(['n1', 'n2', 'n3']);
    dispatch(closeRule(false));
    expect(selectedIds(store)).toEqual(['n0', 'n1', 'n2']);
    dispatch(openRule('others'));
    expect(selectedIds(store)).toEqual(['n3']);
    dispatch(closeRule(true));
    expect(selectedIds(store)).toEqual(['n3']);
    expect(store.getState().session.rule).toBeNull();
    dispatch(selectionSet([]));
    dispatch(openRule('every-kth'));
    dispatch(changeRule({ k: 3 }));
    expect(store.getState().session.ruleParams['every-kth']).toEqual({ k: 3, n: 3 });
    dispatch(changeRule({ n: 2 }));
    expect(store.getState().session.ruleParams['every-kth']).toEqual({ k: 2, n: 2 });
  });
});

describe('remedies', () => {
  const track = (document: Document) => document.tracks[0]!;
  it.each([
    ['a muted track', { muted: true }, { kind: 'unmute', trackId: 'track' } as const, { muted: false }],
    ['a level all the way down', { levelDb: -60 }, { kind: 'levelUp', trackId: 'track' } as const, { levelDb: 0 }],
    ['a solo', { soloed: true }, { kind: 'endSolo', trackIds: ['track'] } as const, { soloed: false }],
  ])('end %s', (_name, before, remedy, after) => {
    const { store, dispatch } = opened((document) => ({ ...document, tracks: [{ ...track(document), ...before }] }));
    dispatch(applyRemedy(remedy));
    expect(track(store.getState().song.document!)).toMatchObject(after);
  });

  it('bring notes back that are all muted or never sound', () => {
    const silent = (document: Document): Document => ({
      ...document,
      notes: { [PATTERN]: notesOf(document, PATTERN).map((note) => ({ ...note, muted: true, chance: 0 })) },
    });
    const { dispatch, there } = opened(silent);
    dispatch(applyRemedy({ kind: 'unmuteNotes' }));
    dispatch(applyRemedy({ kind: 'alwaysSound' }));
    for (const note of there()) expect('muted' in note || 'chance' in note).toBe(false);
  });
});

describe('one trial after another', () => {
  it('begins on the notes as they are: a second Fill leaves the first, kept or still running, and so does a second phrase', () => {
    const { store, dispatch, there } = opened((document) => ({ ...document, notes: {} }));
    const hits = () => there().map(({ pitch, start }) => [pitch, start / STEP]);
    dispatch(takeRow(60));
    dispatch(tryAction('fill', { every: 8 }));
    dispatch(keepTrial());
    dispatch(takeRow(62));
    dispatch(tryAction('fill', { every: 8, offset: 4 }));
    dispatch(keepTrial());
    expect(hits()).toEqual([
      [60, 0],
      [62, 4],
      [60, 8],
      [62, 12],
    ]);
    dispatch(takeRow(64));
    dispatch(tryAction('fill', { every: 8, offset: 2 }));
    // Another row becomes the current one while it is tried: the trial stays on its own.
    dispatch(takeRow(65));
    dispatch(changeTrial({ offset: 1 }));
    dispatch(tryAction('fill', { every: 16, offset: 7 }));
    dispatch(keepTrial());
    expect(hits()).toEqual([
      [60, 0],
      [64, 1],
      [62, 4],
      [65, 7],
      [60, 8],
      [64, 9],
      [62, 12],
    ]);
    expect(store.getState().song.history).toHaveLength(4);
    dispatch(selectionSet([]));
    for (const text of ['C7', 'E7']) {
      dispatch(tryAction('phrase', { text }));
      dispatch(keepTrial());
    }
    expect(there().filter(({ pitch }) => pitch > 90)).toHaveLength(2);
  });

  it('the same action once more acts on what it has just made, by its button as by its dots', () => {
    const { dispatch, steps } = opened();
    dispatch(runAction('nudge', { count: 1 }));
    dispatch(tryAction('nudge'));
    dispatch(keepTrial());
    expect(steps()).toEqual([2, 6, 10, 14]);
  });
});

describe('the step made last', () => {
  it('is opened again by Adjust, on the notes as they were, as often as wished; each is a step to undo', async () => {
    const { store, dispatch, steps } = opened();
    const shown = () => selectShownNotes(store.getState()).map(({ start }) => start / STEP);
    dispatch(runAction('nudge', { count: 1 }));
    for (const count of [3, 2]) {
      dispatch(adjustStep());
      dispatch(changeTrial({ count }));
      expect(shown()).toEqual([count, 4 + count, 8 + count, 12 + count]);
      dispatch(keepTrial());
    }
    expect(steps()).toEqual([2, 6, 10, 14]);
    dispatch(adjustStep());
    dispatch(changeTrial({ count: 5 }));
    dispatch(dropTrial());
    expect(steps()).toEqual([2, 6, 10, 14]);
    for (const before of [
      [3, 7, 11, 15],
      [1, 5, 9, 13],
      [0, 4, 8, 12],
    ]) {
      await dispatch(undo());
      expect(steps()).toEqual(before);
    }
    expect(selectAdjustable(store.getState())).toBeNull();
  });

  it('adjusts on the row and the grid it was made on, whatever row and grid are in use since', () => {
    const { dispatch, there } = opened((document) => ({ ...document, notes: {} }));
    dispatch(takeRow(60));
    dispatch(tryAction('fill', { every: 4 }));
    dispatch(keepTrial());
    dispatch(takeRow(62));
    dispatch(patternViewSet({ patternId: PATTERN, view: { division: division('1/8') } }));
    dispatch(adjustStep());
    dispatch(changeTrial({ every: 8 }));
    dispatch(keepTrial());
    dispatch(patternViewSet({ patternId: PATTERN, view: { division: division('1/16') } }));
    expect(there().map(({ pitch, start }) => [pitch, start / STEP])).toEqual([
      [60, 0],
      [60, 8],
    ]);
  });

  it('is gone once anything else is done: an edit, an undo, another pattern', async () => {
    const acts = [removeNotes(['n1']), undo(), openTrack('other')];
    for (const act of acts) {
      const { store, dispatch } = opened(other);
      dispatch(runAction('nudge', { count: 1 }));
      expect(selectAdjustable(store.getState())?.trial.actionId).toBe('nudge');
      await dispatch(act);
      expect(selectAdjustable(store.getState())).toBeNull();
    }
  });

  it('keeps what another window has done since, which is no step of this one', () => {
    const { store, dispatch, there } = opened();
    dispatch(runAction('nudge', { count: 1, unit: '1/16' }));
    const { document } = store.getState().song;
    const [first] = notesOf(document!, PATTERN);
    const louder = {
      kind: 'edit' as const,
      of: 'notes' as const,
      in: PATTERN,
      ids: [first!.id],
      fields: { velocity: [[first!.velocity], [99]] as const },
    };
    const elsewhere = { id: 'elsewhere', label: 'Louder', at: 0, device: 'other', entries: [louder] };
    dispatch(songAnswered({ revision: 1, missed: [{ id: elsewhere.id, revision: 1, change: elsewhere }], lost: [], known: [] }));
    dispatch(adjustStep());
    dispatch(changeTrial({ count: 2 }));
    dispatch(keepTrial());
    expect(there().map(({ start, velocity }) => [start / STEP, velocity])[0]).toEqual([2, 99]);
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
