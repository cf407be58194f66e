import { notesOf, type Document } from '@yibbo/core';
import { opened, PATTERN, STEP } from '../../../test/opened';
import { selectHeardNotes, selectTreatments } from '../../state/session/selectors';
import { selectionSet } from '../../state/session/session';
import { keptOnSet } from '../../state/session/trial';
import { undo } from '../document/undo';
import { takeRule } from '../pattern/rules';
import { keepTrial } from './trial-ends';
import {
  keepAdjustable,
  plainTreatment,
  removeTreatment,
  shiftTreatment,
  switchTreatment,
  treatmentWords,
  tryTreatment,
} from './treatments';
import { changeTrial, tryAction } from './trials';

/** The song of the tests, its pattern in a second place too. */
const linked = (document: Document): Document => {
  const [placement] = document.placements;
  return { ...document, placements: [placement!, { ...placement!, id: 'second', start: placement!.start + placement!.length }] };
};

function treatedSong() {
  const app = opened(linked);
  const pitches = () => selectHeardNotes(app.store.getState())?.map(({ pitch }) => pitch) ?? null;
  const treatments = () => selectTreatments(app.store.getState());
  const keep = (...acts: unknown[]) => {
    acts.forEach((act) => app.dispatch(act));
    app.dispatch(keepAdjustable());
  };
  return { ...app, pitches, treatments, keep };
}

it('an action kept adjustable is heard and leaves the notes; another setting is one step, as it is shown; undo takes all back', async () => {
  const { dispatch, there, pitches, treatments, keep } = treatedSong();
  const written = there();
  keep(tryAction('transpose', { semitones: 7 }));
  expect(there()).toBe(written);
  expect(pitches()).toEqual([67, 67, 67, 67]);
  dispatch(tryTreatment(treatments()[0]!.id));
  dispatch(changeTrial({ semitones: 5 }));
  expect(pitches()).toEqual([65, 65, 65, 65]);
  dispatch(keepTrial());
  expect(pitches()).toEqual([65, 65, 65, 65]);
  expect(treatmentWords(treatments()[0]!)).toBe('Transpose 5 semitones');
  await dispatch(undo());
  expect(pitches()).toEqual([67, 67, 67, 67]);
  await dispatch(undo());
  expect(pitches()).toBeNull();
});

it('it is for the very notes that were selected, or for those a rule picks when the notes change', () => {
  const { dispatch, pitches, treatments, keep } = treatedSong();
  keep(selectionSet(['n1', 'n3']), tryAction('transpose', { semitones: 12 }));
  expect(pitches()).toEqual([60, 72, 60, 72]);
  dispatch(selectionSet([]));
  keep(takeRule('every-kth'), tryAction('transpose', { semitones: 1 }));
  expect(treatments().map(({ noteIds, rule }) => [noteIds, rule?.ruleId])).toEqual([
    [['n1', 'n3'], undefined],
    [undefined, 'every-kth'],
  ]);
  expect(pitches()).toEqual([60, 73, 60, 73]);
  expect(treatmentWords(treatments()[0]!)).toBe('Transpose 12 semitones, on 2 notes');
});

it('a division is stored by its name, not as the grid; the list is switched, put in order, thinned and made plain', () => {
  const { store, dispatch, there, pitches, treatments, keep } = treatedSong();
  keep(tryAction('quantize', { to: 'grid' }));
  expect(treatments()[0]!.params).toMatchObject({ to: '1/16' });
  keep(tryAction('transpose', { semitones: 12 }));
  keep(tryAction('invert', {}));
  const names = () => treatments().map(({ actionId }) => actionId);
  dispatch(shiftTreatment(treatments()[2]!, -1));
  expect(names()).toEqual(['quantize', 'invert', 'transpose']);
  dispatch(switchTreatment(treatments()[1]!));
  expect(treatments().map(({ on }) => on)).toEqual([true, false, true]);
  dispatch(removeTreatment(treatments()[0]!));
  expect(names()).toEqual(['invert', 'transpose']);
  dispatch(plainTreatment(treatments()[1]!));
  expect([names(), pitches(), there().map(({ pitch }) => pitch)]).toEqual([['invert'], null, [72, 72, 72, 72]]);
  // In one of two places alone: that one is made own, and said to be.
  keep(keptOnSet('placement'), tryAction('nudge', { count: 1, unit: '1/16' }));
  dispatch(plainTreatment(treatments().at(-1)!));
  const { document } = store.getState().song;
  expect(document!.patterns).toHaveLength(2);
  expect(notesOf(document!, PATTERN).map(({ start }) => start / STEP)).toEqual([0, 4, 8, 12]);
  const own = document!.placements.find(({ patternId }) => patternId !== PATTERN)!;
  expect(notesOf(document!, own.patternId).map(({ start }) => start / STEP)).toEqual([1, 5, 9, 13]);
  expect(store.getState().session.notice?.words).toContain('made own');
});
