import type { Id } from '@yibbo/core';
import { selectSelectedNotes } from '../../session/selectors';
import { selectionSet, spanSet } from '../../session/session';
import type { Thunk } from '../../store';

/** Selects notes: beside what was selected on purpose, or by themselves. */
export function selectMore(ids: readonly Id[]): Thunk {
  return (dispatch, getState) => {
    const selected = selectSelectedNotes(getState()).map(({ id }) => id);
    dispatch(selectionSet([...new Set([...selected, ...ids])]));
  };
}

/** Selects nothing: the mark on the ruler goes too. */
export const deselect: Thunk = (dispatch) => {
  dispatch(spanSet(null));
  dispatch(selectionSet([]));
};
