import { idsOfRun, type ActionContext, type Id, type OuterContext } from '@yibbo/core';
import { activeRow, rowsFor } from './rows';
import { selectHandledNotes, selectNotes, selectPart, type OpenPart } from '../../state/session/selectors';
import { selectHitTicks } from '../../state/session/hits';
import type { State } from '../../state/store';

/** Where new notes go: the cursor; else after what is selected or drawn last; else the marked span, or the beginning, on the current row. */
export function placeFor(state: State, part: OpenPart): ActionContext['at'] {
  const { cursor, span } = state.session;
  if (cursor) return { ...cursor, isChosen: true };
  const notes = selectNotes(state);
  const handled = selectHandledNotes(state);
  const pitch = activeRow(part, rowsFor(part, notes), notes, part.view.activeRow);
  const after = handled.reduce((tick, { start, length }) => Math.max(tick, start + length), 0);
  return { tick: after || (span?.start ?? 0), pitch };
}

/** All an action may know of the open part. What it makes gets the ids of the run called `runId`. */
export function actionContext(state: State, runId: Id): OuterContext | null {
  const part = selectPart(state);
  const { document } = state.song;
  if (!part || !document) return null;
  return {
    grid: part.grid,
    rowGrids: part.rowGrids,
    meter: part.meter,
    meters: part.meters,
    tempos: part.tempos,
    key: part.key,
    naming: part.naming,
    span: state.session.span,
    at: placeFor(state, part),
    draws: { seed: document.song.seed, placementId: part.placement.id },
    clip: state.clipboard.clip.notes.length ? state.clipboard.clip : null,
    rows: part.track.rows,
    lastTaken: state.session.taken,
    hits: selectHitTicks(state),
    lanesTravel: state.preferences.lanesTravel,
    newId: idsOfRun(runId),
  };
}
