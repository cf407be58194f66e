import { unheardNotes, type Id, type Note, type Track } from '@yibbo/core';
import { createContext, useContext, useMemo } from 'react';

const NONE: ReadonlySet<Id> = new Set();

/** The notes that are not heard because their track sounds one at a time. */
export function useUnheard({ voiceMode }: Track, notes: readonly Note[]): ReadonlySet<Id> {
  return useMemo(() => (voiceMode ? unheardNotes(notes, voiceMode) : NONE), [voiceMode, notes]);
}

/** The same, handed down to where single cells are drawn. */
const UnheardContext = createContext<ReadonlySet<Id>>(NONE);
export const UnheardProvider = UnheardContext.Provider;
export const useIsUnheard = (note: Note | undefined) => useContext(UnheardContext).has(note?.id ?? '');

/** The words for such a note. */
export const UNHEARD_WORDS = 'not heard, one note sounds at a time';
