import { copies, repeatDistance } from '../../notes/repeat';
import { notesAction } from '../action';
import { roundToParam } from '../amounts';
import { paramsOf } from '../params';

export const duplicate = notesAction({
  id: 'duplicate',
  family: 'copy',
  subject: 'notes',
  label: 'Duplicate',
  help: 'Puts a copy right after the notes: as far on as they are long, rounded up to whole boxes, beats or bars. The copy is selected.',
  words: ['copy', 'double', 'again', 'clone', 'twice'],
  params: () => paramsOf({ roundTo: roundToParam() }),
  quick: [{ label: 'Duplicate', icon: 'duplicate', params: {} }],
  run: ({ notes }, { roundTo }, { grid, meter, newId }) => {
    const made = copies(notes, 1, repeatDistance(notes, roundTo, grid, meter), newId);
    return { notes: [...notes, ...made], select: made.map(({ id }) => id) };
  },
});
