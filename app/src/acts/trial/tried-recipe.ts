import { idsOfRun, runRecipe, type ActionId, type Id, type Recipe } from '@yibbo/core';
import { stamp } from '../document/commit';
import { actionContext } from '../pattern/places';
import { selectPart } from '../../state/session/selectors';
import type { Trial } from '../../state/session/trial';
import type { Thunk } from '../../state/store';

/** The result of a recipe on the open pattern, as a trial: all its steps as one Change. A run that is repeated with other settings keeps the ids it
 *  makes. Null where there is no pattern, or the recipe has no steps. */
export function triedRecipe(recipe: Recipe, noteIds: readonly Id[], repeated?: Pick<Trial, 'runId' | 'begun'>): Thunk<Trial | null> {
  return (_dispatch, getState, effects) => {
    const runId = repeated?.runId ?? effects.newId();
    const { document } = getState().song;
    const part = selectPart(getState());
    const context = actionContext(getState(), runId);
    const [first] = recipe.steps;
    if (!document || !part || !context || !first) return null;
    const patternId = part.pattern.id;
    const subject = { patternId, noteIds, seed: 1 };
    const { change, select, refused, counts } = runRecipe(
      document,
      recipe,
      subject,
      (step) => ({ ...context, newId: idsOfRun(`${runId} ${step}`) }),
      stamp(effects),
    );
    const nothing = change.entries.length === 0 && refused.length === 0 ? ['Nothing here is changed by it.'] : [];
    const said = [...refused, ...nothing];
    const { at, span, clip, grid, rowGrids } = context;
    return {
      recipe,
      actionId: first.actionId as ActionId,
      params: first.params,
      seed: 1,
      runId,
      patternId,
      noteIds,
      wasOnAll: noteIds.length === 0,
      begun: repeated?.begun ?? { at, span, clip, grid, ...(rowGrids ? { rowGrids } : {}) },
      adjusts: [],
      treatmentId: null,
      lengthens: false,
      performed: {
        change,
        select: noteIds.length ? select : [],
        landing: { beyondEnd: 0, coinciding: 0 },
        counts,
        whyNot: said.length ? said.join(' ') : null,
        refusal: null,
        says: null,
        line: null,
        made: select,
        lands: undefined,
        taken: null,
      },
      isComparing: false,
    };
  };
}
