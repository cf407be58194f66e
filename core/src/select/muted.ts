import { z } from 'zod';
import { selectionRule } from './rule';

export const muted = selectionRule({
  id: 'muted',
  label: 'Muted',
  help: 'Notes that are muted.',
  params: () => z.object({}),
  pick: (notes) => notes.filter((note) => note.muted).map(({ id }) => id),
});
