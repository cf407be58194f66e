import { WIDE_QUERY } from '../../theme/tamagui.config';
import { patternViewSet } from '../../state/preferences/pattern-views';
import { preferencesSet } from '../../state/preferences/preferences';
import { selectPart } from '../../state/session/selectors';
import type { Thunk } from '../../state/store';
import { spokenSet } from '../../state/session/session';
import { rowChoice, rowChoices, ROW_WORDS } from './rows';

/** Shows the next choice of rows: of the kit, those with notes, every one. */
export const showNextRows: Thunk = (dispatch, getState) => {
  const part = selectPart(getState());
  if (!part) return;
  const choices = rowChoices(part);
  const next = choices[(choices.indexOf(rowChoice(part)) + 1) % choices.length]!;
  dispatch(patternViewSet({ patternId: part.pattern.id, view: { rowChoice: next } }));
  dispatch(spokenSet(ROW_WORDS[next]));
};

/** Shows the pattern as steps in place of notes, or the other way round. */
export const switchViewMode: Thunk = (dispatch, getState) => {
  const part = selectPart(getState());
  if (part) dispatch(patternViewSet({ patternId: part.pattern.id, view: { viewMode: part.viewMode === 'steps' ? 'notes' : 'steps' } }));
};

/** Opens the velocity lane, or closes it; on a wide screen it is open until it has been closed. */
export const switchVelocityLane: Thunk = (dispatch, getState) =>
  void dispatch(preferencesSet({ laneOpen: !(getState().preferences.laneOpen ?? matchMedia(WIDE_QUERY).matches) }));

/** Opens a lane under the notes, or closes it; what is drawn in it stays and sounds on. */
export function showLane(of: string, isShown: boolean): Thunk {
  return (dispatch, getState) => {
    if (of === 'velocity') return void dispatch(preferencesSet({ laneOpen: isShown }));
    const part = selectPart(getState());
    if (!part) return;
    const others = part.view.lanes.filter((each) => each !== of);
    dispatch(patternViewSet({ patternId: part.pattern.id, view: { lanes: isShown ? [...others, of] : others } }));
  };
}
