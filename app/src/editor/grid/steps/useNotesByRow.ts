import { groupedBy, type Note } from '@yibbo/core';
import { useMemo, useState } from 'react';

type NotesByRow = ReadonlyMap<number, readonly Note[]>;

export const NO_HITS: readonly Note[] = [];

/** Notes by their pitch. A row whose notes are the same keeps its list, so that an edit re-renders one row and not all of them. */
export function useNotesByRow(notes: readonly Note[]): NotesByRow {
  const [split] = useState(rowSplitter);
  return useMemo(() => split(notes), [split, notes]);
}

/** Splits notes into rows and remembers the last ones. */
function rowSplitter(): (notes: readonly Note[]) => NotesByRow {
  let last: NotesByRow = new Map();
  return (notes) => {
    const rows = groupedBy(notes, ({ pitch }) => pitch);
    last = new Map([...rows].map(([pitch, row]) => [pitch, sameOr(last.get(pitch), row)]));
    return last;
  };
}

function sameOr(before: readonly Note[] | undefined, now: readonly Note[]): readonly Note[] {
  return before?.length === now.length && before.every((note, index) => note === now[index]) ? before : now;
}
