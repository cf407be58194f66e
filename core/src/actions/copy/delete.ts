import { notesAction } from '../action';
import { paramsOf } from '../params';

export const deleteNotes = notesAction({
  id: 'delete',
  family: 'copy',
  subject: 'notes',
  label: 'Delete',
  short: 'Delete',
  help: 'Deletes the selected notes. Undo brings them back.',
  words: ['erase', 'remove', 'clear', 'bin'],
  params: paramsOf({}),
  takes: 'selection',
  quick: [{ label: 'Delete', icon: 'delete', params: {} }],
  run: () => ({ notes: [] }),
});
