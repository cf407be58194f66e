import { copies, repeatDistance } from '../../notes/repeat';
import { gridOfNotes, notesAction } from '../action';
import { roundToParam } from '../amounts';
import { landingParam, paramsOf } from '../params';

export const duplicate = notesAction({
  id: 'duplicate',
  family: 'copy',
  subject: 'notes',
  label: 'Duplicate',
  help: 'Puts a copy right after the notes: as far on as they are long, rounded up to whole steps, beats or bars. The copy is selected.',
  words: ['copy', 'double', 'again', 'clone', 'twice'],
  params: paramsOf({ roundTo: roundToParam(), landing: landingParam() }),
  quick: [{ label: 'Duplicate', icon: 'duplicate', params: {} }],
  run: ({ notes }, { roundTo, landing }, context) => {
    const { meter, newId } = context;
    const made = copies(notes, 1, repeatDistance(notes, roundTo, gridOfNotes(notes, context), meter), newId);
    return { notes: [...notes, ...made], landing, select: made.map(({ id }) => id) };
  },
});
