import { useCallback } from 'react';
import { toolUsed } from '../../../state/preferences/preferences';
import { useAppDispatch, type Thunk } from '../../../state/store';

/** Takes a tool: does its act, and counts it under its label for the choice of the line. */
export function useToolAct(): (label: string, act: Thunk<unknown>) => void {
  const dispatch = useAppDispatch();
  return useCallback(
    (label, act) => {
      dispatch(toolUsed(label));
      dispatch(act);
    },
    [dispatch],
  );
}
