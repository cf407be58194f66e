import { checkDocument, heardAt, historyState, layOnTop, NO_KEY, notesOf, recipeFileText, RECIPES, type Document } from '@yibbo/core';
import fc from 'fast-check';
import { opened, PATTERN, STEP } from '../../../test/opened';
import { ownRecipesOf } from '../../state/belongings/things';
import { selectHeardNotes, selectTreatments } from '../../state/session/selectors';
import { selectionSet } from '../../state/session/session';
import { keptOnSet } from '../../state/session/trial';
import { undo } from '../document/undo';
import { openFollowers, openSheet } from '../open-sheet';
import { showPlacement } from '../pattern/tracks';
import { followPart } from '../song/placements';
import { preferencesSet } from '../../state/preferences/preferences';
import { takeRule } from '../pattern/rules';
import { dropTrial, keepTrial } from './trial-ends';
import {
  keepAdjustable,
  plainTreatment,
  putTreatmentAt,
  removeTreatment,
  switchTreatment,
  treatmentWords,
  tryTreatment,
} from './treatments';
import { bringRecipeIn, changeRecipe, keepTriedRecipe, removeRecipe, saveRecipe, tryRecipe, runOn } from './recipes';
import { changeTrial, rerunTrial, dragTrial, runAction, tryAction } from './trials';

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

it('it is for what the trial was on: other notes than a rule has picked, or the note that was pressed since it began on all', () => {
  const { store, dispatch, treatments, keep } = treatedSong();
  dispatch(takeRule('every-kth'));
  keep(tryAction('transpose', { semitones: 12 }, ['n0']));
  dispatch(selectionSet([]));
  dispatch(tryAction('first-cut'));
  const press = { tick: 4 * STEP + 100, pitch: 60 };
  dispatch(dragTrial({ path: [press, { ...press, tick: 4 * STEP + STEP / 2 }], isFree: true } as never));
  expect(store.getState().trial.trial!.noteIds).toEqual(['n1']);
  keep();
  expect(treatments().map(({ actionId, noteIds, rule }) => [actionId, noteIds, rule])).toEqual([
    ['transpose', ['n0'], undefined],
    ['first-cut', ['n1'], undefined],
  ]);
});

it('what can do nothing, or would name more notes than fit, is told and stays a trial', () => {
  const { store, dispatch, treatments, keep } = treatedSong();
  keep(tryAction('fit-scale'));
  expect([treatments(), store.getState().trial.trial === null, store.getState().session.notice?.words]).toEqual([[], false, NO_KEY]);
  dispatch(dropTrial());
  const many = opened((document) => ({
    ...document,
    notes: { [PATTERN]: Array.from({ length: 20_001 }, (_, at) => ({ ...notesOf(document, PATTERN)[0]!, id: `m${at}`, start: at })) },
  }));
  many.dispatch(selectionSet(many.there().map(({ id }) => id)));
  many.dispatch(tryAction('transpose', { semitones: 1 }));
  many.dispatch(keepAdjustable());
  expect(many.store.getState().song.document!.treatments).toEqual([]);
  expect(many.store.getState().session.notice?.words).toContain('At most 20,000 notes');
});

it('a division is stored by its name, not as the grid; the list is switched, put in order, thinned and made plain', () => {
  const { store, dispatch, there, pitches, treatments, keep } = treatedSong();
  keep(tryAction('quantize', { to: 'grid' }));
  expect(treatments()[0]!.params).toMatchObject({ to: '1/16' });
  keep(tryAction('transpose', { semitones: 12 }));
  keep(tryAction('invert', {}));
  const names = () => treatments().map(({ actionId }) => actionId);
  dispatch(putTreatmentAt(treatments()[2]!, 1));
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

it('a recipe is tried as a whole, with other settings, and is one step; kept adjustable it is for the very notes it was tried on', async () => {
  const { store, dispatch, there, treatments } = treatedSong();
  const pitchesNow = () =>
    notesOf(layOnTop(store.getState().song.document!, store.getState().trial.trial!.performed.change).document, PATTERN).map(
      ({ pitch }) => pitch,
    );
  const up = { actionId: 'transpose', params: { semitones: 12 } };
  const recipe = { name: 'Twice up', steps: [up, { actionId: 'transpose', params: { semitones: 1 } }] };
  const written = there().map(({ pitch }) => pitch);
  dispatch(selectionSet([there()[0]!.id]));
  dispatch(tryRecipe(recipe));
  expect(pitchesNow()[0]).toBe(written[0]! + 13);
  dispatch(changeRecipe({ ...recipe, steps: [up, up] }));
  expect([pitchesNow()[0], there().map(({ pitch }) => pitch)]).toEqual([written[0]! + 24, written]);
  dispatch(keepTrial());
  expect(there().map(({ pitch }) => pitch)).toEqual([written[0]! + 24, ...written.slice(1)]);
  await dispatch(undo());
  expect(there().map(({ pitch }) => pitch)).toEqual(written);
  dispatch(tryRecipe(recipe));
  dispatch(keepTriedRecipe());
  expect(treatments().map(({ noteIds }) => noteIds)).toEqual([[there()[0]!.id], [there()[0]!.id]]);
  expect(store.getState().trial.trial).toBeNull();
});

const fileOf = (text: string) => ({ size: text.length, text: () => Promise.resolve(text) });

it('a recipe of one’s own is saved under its name, or that of its actions, and in place of the one it was', async () => {
  const { store, dispatch } = treatedSong();
  const steps = [{ actionId: 'transpose', params: { semitones: 12 } }];
  const own = () => ownRecipesOf(store.getState()).map(({ name }) => name);
  dispatch(saveRecipe(steps, '  '));
  expect(own()).toEqual(['Transpose']);
  dispatch(saveRecipe(steps, ' Up ', ownRecipesOf(store.getState())[0]!.id));
  expect(own()).toEqual(['Up']);
  await dispatch(bringRecipeIn(fileOf(recipeFileText({ name: 'Other', steps }))));
  await dispatch(bringRecipeIn(fileOf('{"yibbo":"recipe"}')));
  expect([own(), store.getState().session.notice?.words]).toEqual([['Up', 'Other'], expect.stringContaining('holds no recipe')]);
  dispatch(removeRecipe(ownRecipesOf(store.getState())[0]!.id, 'Up'));
  expect(own()).toEqual(['Other']);
});

/** Acts in any order, a number choosing among what there is. */
const ACTS: Readonly<Record<string, (state: ReturnType<typeof treatedSong>, pick: number) => void>> = {
  keep: ({ keep }, pick) => keep(tryAction((['transpose', 'swing', 'nudge', 'split-parts'] as const)[pick % 4]!)),
  keepOnPlace: ({ dispatch, keep }, pick) => {
    dispatch(keptOnSet((['placement', 'track', 'song', 'pattern'] as const)[pick % 4]!));
    keep(tryAction('swing'));
  },
  adjust: ({ dispatch, treatments }, pick) => {
    const treatment = treatments()[pick % Math.max(1, treatments().length)];
    if (!treatment) return;
    dispatch(tryTreatment(treatment.id));
    dispatch(changeTrial({ semitones: pick, percent: 50 + pick, count: pick }));
    dispatch(keepTrial());
  },
  switch: ({ dispatch, treatments }, pick) => treatments().length && dispatch(switchTreatment(treatments()[pick % treatments().length]!)),
  shift: ({ dispatch, treatments }, pick) =>
    treatments().length && dispatch(putTreatmentAt(treatments()[pick % treatments().length]!, pick % 5)),
  remove: ({ dispatch, treatments }, pick) => treatments().length && dispatch(removeTreatment(treatments()[pick % treatments().length]!)),
  plain: ({ dispatch, treatments }, pick) => treatments().length && dispatch(plainTreatment(treatments()[pick % treatments().length]!)),
  edit: ({ dispatch }) => dispatch(runAction('transpose', { semitones: 1 })),
  tryRecipe: ({ dispatch }, pick) => {
    const recipe = Object.values(RECIPES)[pick % 12]!;
    dispatch(tryRecipe(recipe));
    dispatch(changeRecipe({ ...recipe, steps: recipe.steps.slice(pick % 2) }));
    dispatch([keepTrial(), dropTrial(), keepTriedRecipe(), rerunTrial()][pick % 4]!);
  },
  recipe: ({ dispatch }, pick) => dispatch(runOn(Object.values(RECIPES)[pick % 12]!)),
  select: ({ dispatch, there }, pick) =>
    dispatch(
      selectionSet(
        there()
          .slice(0, pick % 4)
          .map(({ id }) => id),
      ),
    ),
};

it('whatever is done to treatments in whatever order, the song stays whole, and undo takes all of it back', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(fc.tuple(fc.constantFrom(...Object.keys(ACTS)), fc.nat(24)), { maxLength: 12 }), async (acts) => {
      const app = treatedSong();
      const document = () => app.store.getState().song.document!;
      const begun = document();
      for (const [name, pick] of acts) {
        ACTS[name]!(app, pick);
        expect(checkDocument(document())).toBeNull();
        for (const placement of document().placements) heardAt(document(), placement);
      }
      for (let step = 0; step < 60 && historyState(app.store.getState().song.history).undo; step++) await app.dispatch(undo());
      expect(document()).toEqual(begun);
    }),
    { numRuns: 60 },
  );
});

it('a part that follows keeps what is adjustable in its own place, unless another is chosen; a plain pattern keeps it for all', () => {
  const { store, dispatch, treatments, keep } = treatedSong();
  keep(tryAction('transpose', { semitones: 1 }));
  expect(treatments().map(({ parentId }) => parentId)).toEqual([PATTERN]);
  dispatch(followPart('placement', 'bass', null));
  const follower = store.getState().song.document!.placements.find(({ trackId }) => trackId !== 'track')!;
  dispatch(showPlacement(follower.id));
  keep(tryAction('transpose', { semitones: 2 }));
  expect(treatments().at(-1)).toMatchObject({ actionId: 'transpose', parentId: follower.id });
  keep(keptOnSet('track'), tryAction('transpose', { semitones: 3 }));
  expect(treatments().at(-1)?.parentId).toBe(follower.trackId);
});

it('a pinned toolbox is there again when another part is shown, from it or from a sheet that was opened out of it', () => {
  const { store, dispatch } = treatedSong();
  const sheet = () => store.getState().session.sheet?.kind ?? null;
  dispatch(followPart('placement', 'bass', null));
  const follower = store.getState().song.document!.placements.find(({ trackId }) => trackId !== 'track')!;
  dispatch(openSheet({ kind: 'tools' }));
  dispatch(showPlacement(follower.id));
  expect(sheet()).toBeNull();
  dispatch(preferencesSet({ isToolboxPinned: true }));
  dispatch(openSheet({ kind: 'tools' }));
  dispatch(openSheet({ kind: 'tracks' }));
  dispatch(showPlacement('placement'));
  expect(sheet()).toBe('tools');
  dispatch(openSheet({ kind: 'key' }));
  dispatch(openFollowers);
  expect(store.getState().session.sheet).toMatchObject({ kind: 'to-track', placementId: 'placement', follows: true });
});
