import {
  ACTIONS,
  actionById,
  canBeKept,
  isMaker,
  findAction,
  historyLine,
  isTickSteps,
  MAX_RECIPE_LETTERS,
  MOST_TREATED,
  namedUnit,
  readRecipeFile,
  recipeFileText,
  recipeName,
  SELECTION_RULES,
  settingsInWords,
  withTreatments,
  type ActionId,
  type Change,
  type Id,
  type ListedAction,
  type Recipe,
  type RecipeStep,
  type Treatment,
} from '@yibbo/core';
import { downloadBlob, fileName } from '../../browser/download';
import { ownRecipesOf } from '../../state/belongings/things';
import { putThings } from '../belongings/put-things';
import { commit } from '../document/commit';
import { editSong } from '../document/edits';
import { selectPart } from '../../state/session/selectors';
import { noticeSet, selectionSet, sheetSet } from '../../state/session/session';
import { trialSet } from '../../state/session/trial';
import type { State, Thunk } from '../../state/store';
import { settleTrial } from './trial-ends';
import { triedRecipe } from './tried-recipe';
import { TOO_MANY } from './treatments';
import { leaveTools } from './trials';

/** Runs a recipe on what is selected, or on the whole pattern, as one step. */
export function runOn(recipe: Recipe): Thunk {
  return (dispatch, getState) => {
    dispatch(leaveTools());
    dispatch(settleTrial());
    const trial = dispatch(triedRecipe(recipe, getState().session.selected));
    if (!trial) return;
    const { change, select, whyNot } = trial.performed;
    dispatch(commit(change));
    if (getState().session.selected.length) dispatch(selectionSet(select));
    dispatch(noticeSet(whyNot ? `${recipe.name}: ${whyNot}` : { words: `${recipe.name} was done.`, remedy: { kind: 'undo' } }));
  };
}

/** Begins a trial of a recipe, all its steps in a row, on what is selected or on the whole pattern. */
export function tryRecipe(recipe: Recipe): Thunk {
  return (dispatch, getState) => {
    dispatch(settleTrial());
    dispatch(noticeSet(null));
    dispatch(sheetSet(null));
    dispatch(trialSet(dispatch(triedRecipe(recipe, getState().session.selected))));
  };
}

/** Runs the recipe that is tried with other steps. */
export function changeRecipe(recipe: Recipe): Thunk {
  return (dispatch, getState) => {
    const { trial } = getState().trial;
    if (trial?.recipe) dispatch(trialSet(dispatch(triedRecipe(recipe, trial.noteIds, trial))));
  };
}

/** Keeps the steps of a recipe adjustable on what is selected, or on the whole pattern. */
export function keepSelectedRecipe(recipe: Recipe): Thunk {
  return (dispatch, getState) => dispatch(keepRecipe(recipe, getState().session.selected));
}

/** Ends the trial of a recipe by keeping its steps adjustable. */
export function keepTriedRecipe(): Thunk {
  return (dispatch, getState) => {
    const { trial } = getState().trial;
    if (!trial?.recipe) return;
    dispatch(trialSet(null));
    dispatch(keepRecipe(trial.recipe, trial.noteIds));
  };
}

/** Keeps the steps of a recipe adjustable on the open pattern, one after the other: on some notes, or on all where none are named; those of a rule on
 *  what that picks. */
export function keepRecipe(recipe: Recipe, noteIds: readonly Id[] = []): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    if (!part) return;
    if (noteIds.length > MOST_TREATED) return void dispatch(noticeSet(TOO_MANY));
    const steps = recipe.steps.filter(({ actionId }) => canStay(actionId));
    dispatch(
      editSong(`${recipe.name}, adjustable`, (song, newId) => {
        const last = song.treatments.filter(({ parentId }) => parentId === part.pattern.id).at(-1)?.order ?? 0;
        const made = steps.map(({ actionId, params, rule }, index): Treatment => {
          const settings = { ...(actionById(actionId as ActionId).params.parse({}) as Treatment['params']), ...params };
          const subject = rule ? { rule } : noteIds.length ? { noteIds: [...noteIds] } : {};
          return { id: newId(), parentId: part.pattern.id, order: last + 1 + index, actionId, params: settings, on: true, ...subject };
        });
        return withTreatments(song, made);
      }),
    );
    dispatch(noticeSet(`${recipe.name} is kept adjustable on the pattern: its settings are under Adjustable.`));
  };
}

/** Whether a recipe's every step can stay live. */
export function canStayLive({ steps }: Recipe): boolean {
  return steps.every(({ actionId }) => canStay(actionId));
}

function canStay(actionId: string): boolean {
  const action = findAction(actionId);
  return action !== undefined && RECIPE_ACTIONS.includes(action);
}

/** The newest steps of the history that actions made on notes, oldest first, up to a number of them: as far as each was made by one. */
export function recentSteps({ song: { history, bodies } }: Pick<State, 'song'>, most: number): readonly RecipeStep[] {
  const done = historyLine(history).filter(({ isDone, point }) => isDone && point === null);
  const found: RecipeStep[] = [];
  for (const { id } of [...done].reverse()) {
    const steps = stepsOf(bodies[id]);
    if (steps.length === 0 || found.length + steps.length > most) break;
    found.unshift(...steps);
  }
  return found;
}

function stepsOf(change: Change | undefined): readonly RecipeStep[] {
  return (change?.made ?? []).flatMap(({ actionId, params }) => {
    if (!canStay(actionId)) return [];
    const named = Object.entries(params as RecipeStep['params']).map(([name, value]) => [
      name,
      isTickSteps(value) ? namedUnit(value) : value,
    ]);
    return [{ actionId, params: Object.fromEntries(named) as RecipeStep['params'] }];
  });
}

/** Saves a recipe of one's own; in the place of the one named by an id, where one is. */
export function saveRecipe(steps: readonly RecipeStep[], name: string, ownId?: Id): Thunk {
  return (dispatch, getState, { newId, now }) => {
    const wanted = name.trim() || recipeName(steps);
    const before = ownRecipesOf(getState()).find(({ id }) => id === ownId);
    const value = { name: wanted, steps: [...steps], at: before?.at ?? now() };
    dispatch(putThings([{ kind: 'recipe', id: ownId ?? newId(), value }]));
    dispatch(noticeSet(`${wanted} is among your recipes.`));
  };
}

/** Brings in a recipe out of a file, as one of one's own. */
export function bringRecipeIn(file: Pick<File, 'size' | 'text'>): Thunk<Promise<void>> {
  return async (dispatch) => {
    const recipe = file.size <= MAX_RECIPE_LETTERS ? readRecipeFile(await file.text()) : null;
    if (!recipe)
      return void dispatch(noticeSet('That file holds no recipe. Choose one that was sent out here, which ends in .recipe.json.'));
    dispatch(saveRecipe(recipe.steps, recipe.name));
  };
}

/** Sends a recipe out as a file. */
export function sendRecipeOut(recipe: Recipe): void {
  downloadBlob(new Blob([recipeFileText(recipe)], { type: 'application/json' }), `${fileName(recipe.name)}.recipe.json`);
}

/** A step of a recipe in words: its action with its settings, and the rule that picks its notes. */
export function stepInWords({ actionId, params, rule }: RecipeStep): string {
  const action = findAction(actionId);
  if (!action) return 'a step of a newer version';
  const words = settingsInWords(action, { ...(action.params.parse({}) as object), ...params });
  const picked = rule && SELECTION_RULES.find(({ id }) => id === rule.ruleId);
  return rule ? `${words} (${picked?.label.toLowerCase() ?? 'some notes'})` : words;
}

/** A recipe's steps in words. */
export function stepsInWords(steps: readonly RecipeStep[]): string {
  return steps.map(stepInWords).join(' · ');
}

/** The actions that a recipe can be built of: those that are not for one row. */
export const RECIPE_ACTIONS: readonly ListedAction[] = ACTIONS.filter((action) => canBeKept(action) && !isMaker(action));

/** Takes a recipe of one's own away. */
export function removeRecipe(id: Id, name: string): Thunk {
  return (dispatch) => {
    dispatch(putThings([{ kind: 'recipe', id, value: null }]));
    dispatch(noticeSet(`${name} was deleted from your recipes.`));
  };
}
