import type { Recipe } from '@yibbo/core';
import { leaveTools, runAction, tryAction } from '../../../acts/trial/trials';
import { takeRule } from '../../../acts/pattern/rules';
import type { Thunk } from '../../../state/store';
import { trialLabel } from '../tray/tools';
import { findTools } from './find-tools';

/** Picks what Enter runs for a search: the one-touch form of the best match, else its trial, the rule, or the place. Null where
 *  nothing is found. */
export function toolToTake(query: string, own: readonly Recipe[]): { readonly label: string; readonly act: Thunk<unknown> } | null {
  const wanted = query.trim().toLowerCase();
  const [found] = wanted ? findTools(wanted, own) : [];
  switch (found?.kind) {
    case undefined:
      return null;
    case 'rule':
      return { label: found.rule.id, act: takeRule(found.rule.id) };
    case 'place':
      return { label: found.place.label, act: leaving(found.place.act) };
    case 'action': {
      const { action } = found;
      const forms = action.quick ?? [];
      const form = forms.find(({ label }) => label.toLowerCase().includes(wanted)) ?? (forms.length === 1 ? forms[0] : undefined);
      return form
        ? { label: form.label, act: runAction(action.id, form.params) }
        : { label: trialLabel(action), act: tryAction(action.id) };
    }
  }
}

function leaving(act: Thunk): Thunk {
  return (dispatch) => {
    dispatch(leaveTools());
    dispatch(act);
  };
}
