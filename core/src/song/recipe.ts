import type { OuterContext } from '../actions/action';
import { perform } from '../actions/perform';
import { actionById, findAction, type ActionId } from '../actions/registry';
import { applyOwn } from '../change/apply';
import type { Change, Made } from '../change/change';
import { diff } from '../change/diff';
import { counted } from '../model/counted';
import { notesOf, type Document } from '../model/document';
import type { Id } from '../model/entities';
import { SELECTION_RULES } from '../select/registry';

/** One step of a recipe: an action with its settings, on the notes that a rule picks, or on all that the recipe is run on. */
export interface RecipeStep {
  readonly actionId: string;
  readonly params: Readonly<Record<string, string | number | boolean>>;
  readonly rule?: { readonly ruleId: string; readonly params: Readonly<Record<string, string | number | boolean>> } | undefined;
}

/** A chain of actions under a name. */
export interface Recipe {
  readonly name: string;
  readonly steps: readonly RecipeStep[];
}

const step = (actionId: ActionId, params: RecipeStep['params'] = {}, rule?: RecipeStep['rule']): RecipeStep => ({
  actionId,
  params,
  ...(rule ? { rule } : {}),
});
const every = (k: number, n: number): RecipeStep['rule'] => ({ ruleId: 'every-kth', params: { k, n } });

/** Ready recipes of our own, by id. */
export const RECIPES: Readonly<Record<string, Recipe>> = {
  'loose-hats': {
    name: 'Loose hats',
    steps: [step('velocity-scale', { percent: 65 }, every(2, 2)), step('humanise', { timing: 5, velocity: 8, kind: 'drift' })],
  },
  'half-time-feel': {
    name: 'Half-time',
    steps: [step('stretch', { to: 'ratio', times: 2, over: 1 }), step('extend', { next: 'any', which: 'shorter' })],
  },
  'tight-and-soft': {
    name: 'Tight and soft',
    steps: [step('quantize', { to: '1/16' }), step('scale-length', { percent: 60 }), step('velocity-scale', { percent: 80 })],
  },
  'bass-of-chords': {
    name: 'Bass of the chords',
    steps: [step('one-voice', { which: 'lowest', octaves: -1 }), step('extend', { next: 'any' })],
  },
  'held-pad': { name: 'Held pad', steps: [step('extend', { next: 'any' }), step('velocity-set', { velocity: 70 })] },
  'rolling-harp': { name: 'Rolling harp', steps: [step('strum', { time: 120, tension: 40 }), step('velocity-random', { by: 10 })] },
  'deck-swing': {
    name: 'Deck swing',
    steps: [step('quantize', { to: '1/16' }), step('swing', { percent: 60, at: '1/16' }), step('accents', {})],
  },
  'stutter-last': { name: 'Stutter', steps: [step('roll', { hits: 3 }, every(4, 4))] },
  ghosted: {
    name: 'Ghosted',
    steps: [step('velocity-set', { velocity: 40 }, { ruleId: 'off-beat', params: {} }), step('groove', { groove: 'dragged-ghosts' })],
  },
  'now-and-then': { name: 'Now and then', steps: [step('chance', { percent: 50 }, every(2, 3)), step('velocity-random', { by: 12 })] },
  swell: {
    name: 'Swell',
    steps: [step('velocity-ramp', { from: 40, to: 115, curve: 'late' }), step('extend', { next: 'any', which: 'shorter' })],
  },
  'climbing-run': {
    name: 'Climbing run',
    steps: [step('arpeggio', { order: 'up', rounds: 2, rate: '1/16' }), step('velocity-ramp', { from: 60, to: 110, curve: 'even' })],
  },
};

/** A recipe's outcome: one Change for all its steps, the ids to select after it, and what could not be done, in words. */
export interface RecipeRun {
  readonly change: Change;
  readonly select: readonly Id[];
  readonly refused: readonly string[];
  /** How many notes it was run on, and how many it leaves of them. */
  readonly counts: { readonly before: number; readonly after: number };
}

/** Runs a recipe on some notes of a pattern, or on all of it: each step on what the ones before leave of them. Steps that are not known, or can do nothing
 *  here, are left out and told. */
export function runRecipe(
  document: Document,
  { name, steps }: Recipe,
  { patternId, noteIds, seed }: { readonly patternId: Id; readonly noteIds: readonly Id[]; readonly seed: number },
  contextOf: (step: number) => OuterContext,
  stamp: { readonly id: Id; readonly at: number; readonly device: string },
): RecipeRun {
  let song = document;
  let chosen = noteIds;
  const made: Made[] = [];
  const refused: string[] = [];
  steps.forEach(({ actionId, params, rule }, index) => {
    const action = findAction(actionId);
    const settings = action?.params.safeParse(params);
    if (!action || !settings?.success) return void refused.push('A step of a newer version was left out.');
    const context = contextOf(index);
    const picked = rule ? pickedOf(song, patternId, chosen, rule, context) : chosen;
    if (rule && picked.length === 0) return;
    const one = perform(song, { action, params: settings.data, patternId, noteIds: picked, seed: seed + index }, context, stamp);
    if (one.whyNot) return void refused.push(`${action.label}: ${one.whyNot}`);
    song = applyOwn(song, one.change);
    for (const each of one.change.made ?? []) made.push(each);
    // Each step runs on the notes the step before it returned; "all of the pattern" stays all of it.
    if (chosen.length) chosen = rule ? withMade(chosen, picked, one.made) : one.made;
  });
  const [all, left] = [notesOf(document, patternId).length, notesOf(song, patternId).length];
  const before = noteIds.length || all;
  const label = `${name}, ${counted(before, 'note')}`;
  return {
    change: { ...stamp, label, made, entries: diff(document, song) },
    select: chosen,
    refused,
    counts: { before, after: before + left - all },
  };
}

function withMade(chosen: readonly Id[], taken: readonly Id[], made: readonly Id[]): readonly Id[] {
  const gone = new Set(taken);
  return [...chosen.filter((id) => !gone.has(id)), ...made];
}

function pickedOf(
  song: Document,
  patternId: Id,
  chosen: readonly Id[],
  { ruleId, params }: NonNullable<RecipeStep['rule']>,
  context: OuterContext,
): readonly Id[] {
  const rule = SELECTION_RULES.find(({ id }) => id === ruleId);
  const settings = rule?.params.safeParse(params);
  const among = new Set(chosen);
  const notes = notesOf(song, patternId).filter(({ id }) => among.size === 0 || among.has(id));
  return rule && settings?.success ? rule.pick(notes, new Set(), settings.data, context) : [];
}

/** A name for a recipe made of some steps: "Transpose, Swing". */
export function recipeName(steps: readonly RecipeStep[]): string {
  const labels = steps.map(({ actionId }) => (findAction(actionId) ? actionById(actionId as ActionId).label : actionId));
  return [...new Set(labels)].slice(0, 4).join(', ');
}
