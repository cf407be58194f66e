import type { Note } from '@yibbo/core';
import { useMemo } from 'react';
import { rowsFor, stepRowsFor, type GridRow } from '../../acts/pattern/rows';
import type { OpenPart } from '../../state/session/selectors';

/** The rows shown; the same ones until a pitch is used for the first time, or no longer. */
export function useRows(part: OpenPart, notes: readonly Note[]): readonly GridRow[] {
  return useRowsBy(rowsFor, part, notes);
}

/** The rows that Steps shows, in the same way. */
export function useStepRows(part: OpenPart, notes: readonly Note[]): readonly GridRow[] {
  return useRowsBy(stepRowsFor, part, notes);
}

function useRowsBy(rowsOf: typeof rowsFor, part: OpenPart, notes: readonly Note[]): readonly GridRow[] {
  const used = useMemo(() => [...new Set(notes.map(({ pitch }) => pitch))].sort((a, b) => b - a).join(), [notes]);
  return useMemo(() => rowsOf(part, used ? used.split(',').map((pitch) => ({ pitch: Number(pitch) })) : []), [rowsOf, part, used]);
}
