import fc from 'fast-check';
import {
  actionById,
  applyOwn,
  findAction,
  notesOf,
  RECIPES,
  runRecipe,
  SELECTION_RULES,
  settingsInWords,
  type ActionId,
  type Recipe,
} from '../src';
import { actionContext, anyNotes, counter, note, PATTERN, run, songWith, stamp } from './make';

const STEP = 5040;
const busy = songWith(
  [0, 4, 8, 12, 16, 20, 24, 28].flatMap((step, at) =>
    [60, 64, 67].map((pitch) => note({ id: `n${at}-${pitch}`, start: step * STEP + 300, length: 2 * STEP, pitch, velocity: 90 })),
  ),
);
const cook = (recipe: Recipe, document = busy, noteIds: readonly string[] = []) =>
  runRecipe(
    document,
    recipe,
    { patternId: PATTERN, noteIds, seed: 1 },
    (step) => ({ ...actionContext(), newId: counter(`r${step}-`) }),
    stamp,
  );

describe('the ready recipes', () => {
  it.each(Object.entries(RECIPES))('%s: its settings are such as its actions have, and it changes a part', (_id, recipe) => {
    for (const { actionId, params, rule } of recipe.steps) {
      const { shape } = actionById(actionId as ActionId).params;
      expect(Object.keys(params).filter((name) => !(name in shape))).toEqual([]);
      expect(actionById(actionId as ActionId).params.safeParse(params).success).toBe(true);
      if (rule) expect(SELECTION_RULES.find(({ id }) => id === rule.ruleId)!.params.safeParse(rule.params).success).toBe(true);
    }
    const { change, refused } = cook(recipe);
    expect(refused).toEqual([]);
    expect(change.entries.length).toBeGreaterThan(0);
    expect(change.made!.length).toBeGreaterThan(0);
  });

  it('are at least twelve, each under a name of its own', () => {
    const names = Object.values(RECIPES).map(({ name }) => name);
    expect(names.length).toBeGreaterThanOrEqual(12);
    expect(new Set(names).size).toBe(names.length);
  });
});

describe('a recipe', () => {
  it('does in one Change what its steps do one after the other', () => {
    fc.assert(
      fc.property(anyNotes(8), fc.integer({ min: -12, max: 12 }), fc.integer({ min: 50, max: 75 }), (notes, semitones, percent) => {
        const song = songWith(notes);
        const steps: Recipe['steps'] = [
          { actionId: 'transpose', params: { semitones } },
          { actionId: 'swing', params: { percent, at: '1/16' } },
          { actionId: 'velocity-set', params: { velocity: 70 } },
        ];
        const once = applyOwn(song, cook({ name: 'All', steps }, song).change);
        const one = run(song, 'transpose', { semitones }).after;
        const two = run(one, 'swing', { percent, at: '1/16' }).after;
        expect(notesOf(once, PATTERN)).toEqual(notesOf(run(two, 'velocity-set', { velocity: 70 }).after, PATTERN));
      }),
    );
  });

  it('takes what is selected, and of that what a rule picks; what it makes is selected after; what it cannot do is told', () => {
    const ids = ['n0-60', 'n1-60', 'n2-60', 'n3-60'];
    const second = { ruleId: 'every-kth', params: { k: 2, n: 2 } };
    const recipe: Recipe = {
      name: 'Mix',
      steps: [
        { actionId: 'velocity-set', params: { velocity: 10 }, rule: second },
        { actionId: 'split-parts', params: { parts: 2 } },
        { actionId: 'unheard-of', params: {} },
        { actionId: 'fit-scale', params: {} },
      ],
    };
    const { change, select, refused } = cook(recipe, busy, ids);
    const after = notesOf(applyOwn(busy, change), PATTERN);
    expect(select).toHaveLength(8);
    expect(after.filter(({ velocity }) => velocity === 10).map(({ start }) => Math.floor(start / STEP))).toEqual([4, 5, 12, 13]);
    expect(after).toHaveLength(24 + 4);
    expect(refused).toEqual(['A step of a newer version was left out.', expect.stringContaining(findAction('fit-scale')!.label)]);
  });
});

it.each([
  ['transpose', { semitones: 7 }, 'Transpose 7 semitones'],
  ['quantize', { to: '5040 ticks', strength: 80 }, 'Quantize 1/16, 80 %'],
  ['swing', { percent: 62 }, 'Swing 62 %, 1/16'],
  ['extend', {}, 'Extend to the next'],
  ['one-voice', { which: 'turns', octaves: -1 }, 'One voice by turns, -1 octaves'],
] as const)('%s with %j is said as "%s"', (id, params, words) => {
  const action = actionById(id);
  expect(settingsInWords(action, { ...(action.params.parse({}) as object), ...params })).toBe(words);
});
