import { copies } from '../../notes/repeat';
import { spanOf } from '../../notes/rotate';
import { notesAction } from '../action';
import { copyDistance, roundToParam } from '../amounts';
import { landingParam, paramsOf } from '../params';

export const duplicate = notesAction({
  id: 'duplicate',
  family: 'copy',
  subject: 'notes',
  label: 'Duplicate',
  short: 'Duplicate',
  help: 'Puts a copy right after the notes, so that each keeps its place in its beat, and in its bar where they fill more than half of one; or by whole steps, beats or bars. A stretch marked on the ruler sets the distance. The copy is selected.',
  words: ['copy', 'double', 'again', 'clone', 'twice'],
  params: paramsOf({ roundTo: roundToParam(), landing: landingParam() }),
  quick: [{ label: 'Duplicate', icon: 'duplicate', params: {} }],
  run: ({ notes }, { roundTo, landing }, context) => {
    const ticksLater = copyDistance(notes, roundTo, context);
    const made = copies(notes, 1, ticksLater, context.newId);
    return {
      notes: [...notes, ...made],
      landing,
      lands: { ticksLater },
      copied: { ...spanOf(notes), ticksLater: [ticksLater] },
      select: made.map(({ id }) => id),
    };
  },
});
