import { z } from 'zod';
import { selectionRule } from './rule';

export const row = selectionRule({
  id: 'row',
  label: 'Whole rows',
  help: 'Every note on the rows of the selected notes.',
  params: () => z.object({}),
  pick: (notes, selected) => {
    const pitches = new Set(notes.filter(({ id }) => selected.has(id)).map(({ pitch }) => pitch));
    return notes.filter(({ pitch }) => pitches.has(pitch)).map(({ id }) => id);
  },
});
