import { z } from 'zod';
import { notesAction } from '../action';

export const deleteNotes = notesAction({
  id: 'delete',
  family: 'copy',
  subject: 'notes',
  label: 'Delete',
  help: 'Takes the selected notes away. Undo brings them back.',
  words: ['erase', 'remove', 'clear', 'bin'],
  params: () => z.object({}),
  takes: 'selection',
  quick: [{ label: 'Delete', icon: 'delete', params: {} }],
  run: () => ({ notes: [] }),
});
