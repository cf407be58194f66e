import type { GestureSetting, Id } from '@yibbo/core';
import { useMemo } from 'react';
import { selectSelectedNotes, type OpenPart } from '../store/selectors';
import { useAppSelector } from '../store/store';

export const DRAWN_VELOCITY = 100;

export function useSelectedIds(): ReadonlySet<Id> {
  const notes = useAppSelector(selectSelectedNotes);
  return useMemo(() => new Set(notes.map(({ id }) => id)), [notes]);
}

/** What gestures on the open part start from. */
export function useGestureSetting(part: OpenPart): GestureSetting {
  const selected = useSelectedIds();
  return useMemo(() => ({ grid: part.grid, selected, velocity: DRAWN_VELOCITY }), [part.grid, selected]);
}
