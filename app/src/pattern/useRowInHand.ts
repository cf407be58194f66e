import { useMemo } from 'react';
import { rowInHand, type GridRow } from '../store/rows';
import { selectNotes, type OpenPart } from '../store/selectors';
import { useAppSelector } from '../store/store';
import { useRows } from './useRows';

/** The row that row actions take: the cursor's, the one last taken in hand, or the lowest with notes. */
export function useRowInHand(part: OpenPart): { readonly rows: readonly GridRow[]; readonly pitch: number } {
  const notes = useAppSelector(selectNotes);
  const cursorPitch = useAppSelector((state) => state.view.cursor?.pitch);
  const rows = useRows(part, notes);
  const taken = part.view.rowInHand;
  const pitch = useMemo(() => rowInHand(rows, notes, taken), [rows, notes, taken]);
  return { rows, pitch: cursorPitch ?? pitch };
}
