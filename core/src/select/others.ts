import { z } from 'zod';
import { selectionRule } from './rule';

export const others = selectionRule({
  id: 'others',
  label: 'The others',
  help: 'Every note that is not selected now.',
  params: () => z.object({}),
  pick: (notes, selected) => notes.filter(({ id }) => !selected.has(id)).map(({ id }) => id),
});
