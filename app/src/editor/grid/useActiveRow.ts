import { useMemo } from 'react';
import { activeRow, type GridRow } from '../../acts/pattern/rows';
import { selectNotes, type OpenPart } from '../../state/session/selectors';
import { useAppSelector } from '../../state/store';
import { useRows } from './useRows';

/** The row that row actions take: the cursor's, the one last made the current one, or the lowest with notes. */
export function useActiveRow(part: OpenPart): { readonly rows: readonly GridRow[]; readonly pitch: number } {
  const notes = useAppSelector(selectNotes);
  const cursorPitch = useAppSelector((state) => state.session.cursor?.pitch);
  const rows = useRows(part, notes);
  const taken = part.view.activeRow;
  const pitch = useMemo(() => activeRow(part, rows, notes, taken), [part, rows, notes, taken]);
  return { rows, pitch: cursorPitch ?? pitch };
}
