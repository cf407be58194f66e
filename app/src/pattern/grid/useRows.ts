import type { Note } from '@yibbo/core';
import { useMemo } from 'react';
import { rowsFor, type GridRow } from '../acts/rows';
import type { OpenPart } from '../../session/selectors';

/** The rows shown; the same ones until a pitch comes to be used, or goes. */
export function useRows(part: OpenPart, notes: readonly Note[]): readonly GridRow[] {
  const used = useMemo(() => [...new Set(notes.map(({ pitch }) => pitch))].sort((a, b) => b - a).join(), [notes]);
  return useMemo(() => rowsFor(part, used ? used.split(',').map((pitch) => ({ pitch: Number(pitch) })) : []), [part, used]);
}
