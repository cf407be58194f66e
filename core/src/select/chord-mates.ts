import { z } from 'zod';
import { selectionRule } from './rule';

export const chordMates = selectionRule({
  id: 'chord-mates',
  label: 'Chord-mates',
  help: 'Every note that starts together with a selected one: the whole chord.',
  params: () => z.object({}),
  pick: (notes, selected) => {
    const starts = new Set(notes.filter(({ id }) => selected.has(id)).map(({ start }) => start));
    return notes.filter(({ start }) => starts.has(start)).map(({ id }) => id);
  },
});
