import type { Note } from '@yibbo/core';
import { useMemo, useRef } from 'react';

type NotesByRow = ReadonlyMap<number, readonly Note[]>;

export const NO_HITS: readonly Note[] = [];

/** Notes by their pitch. A row whose notes are the same keeps its list, so that an edit draws one row anew and not all of them. */
export function useNotesByRow(notes: readonly Note[]): NotesByRow {
  const last = useRef<NotesByRow>(new Map());
  return useMemo(() => {
    const rows = new Map<number, Note[]>();
    for (const note of notes) {
      const row = rows.get(note.pitch);
      if (row) row.push(note);
      else rows.set(note.pitch, [note]);
    }
    const kept = new Map([...rows].map(([pitch, row]) => [pitch, sameOr(last.current.get(pitch), row)]));
    last.current = kept;
    return kept;
  }, [notes]);
}

function sameOr(before: readonly Note[] | undefined, now: readonly Note[]): readonly Note[] {
  return before?.length === now.length && before.every((note, index) => note === now[index]) ? before : now;
}
