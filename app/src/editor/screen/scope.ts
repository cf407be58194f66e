import { counted, divisionName } from '@yibbo/core';
import { selectNotes, selectSelectedNotes, type OpenPart } from '../../state/session/selectors';
import { useAppSelector } from '../../state/store';

/** How many notes actions take where nothing is selected: "all 34 notes". */
export function allNotesWords(count: number): string {
  if (count === 0) return 'no notes yet';
  return count === 1 ? 'the one note' : `all ${count} notes`;
}

/** The name of the grid's division that an open part has. */
export function divisionOf(part: OpenPart | null): string {
  return part ? divisionName(part.division) : '';
}

/** The scope of actions in words, the same everywhere: the selection, else the whole pattern. */
export function useScope(): string {
  const selected = useAppSelector((state) => selectSelectedNotes(state).length);
  const all = useAppSelector((state) => selectNotes(state).length);
  return selected ? counted(selected, 'note') : allNotesWords(all);
}
