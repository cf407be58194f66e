import { moveInScale } from '../../theory';
import { notesAction } from '../action';
import { paramsOf, wholeParam } from '../params';
import { NO_KEY } from './no-key';

export const inScale = notesAction({
  id: 'in-scale',
  family: 'pitch',
  subject: 'notes',
  label: 'Move in scale',
  short: 'In scale',
  help: 'Moves notes up or down by steps of the scale, so that all stay in the key. A note outside the scale goes to the nearest step in that direction.',
  words: ['degree', 'diatonic', 'scale step', 'key', 'up', 'down'],
  params: paramsOf({ degrees: wholeParam('Scale steps', -21, 21, 1) }),
  quick: [
    { label: 'Scale step down', icon: 'stepDown', params: { degrees: -1 } },
    { label: 'Scale step up', icon: 'stepUp', params: { degrees: 1 } },
  ],
  run: ({ notes }, { degrees }, { key }) => ({ notes: key ? moveInScale(notes, degrees, key) : notes }),
  whyNot: (_part, _params, { key }) => (key ? null : NO_KEY),
});
