import { withPan } from '../../notes/with';
import { notesAction } from '../action';
import { paramsOf, sliderParam } from '../params';

export const pan = notesAction({
  id: 'pan',
  family: 'feel',
  subject: 'notes',
  label: 'Pan',
  short: 'Pan',
  help: 'Puts notes left or right of where their track is heard: -100 is hard left, 100 hard right, 0 where the track is.',
  words: ['left', 'right', 'stereo', 'side', 'place', 'balance', 'middle', 'centre'],
  params: paramsOf({ percent: sliderParam('Pan', -100, 100, -50, '%') }),
  quick: [
    { label: 'Pan left', shown: 'left', params: { percent: -50 } },
    { label: 'Pan middle', shown: 'middle', params: { percent: 0 } },
    { label: 'Pan right', shown: 'right', params: { percent: 50 } },
  ],
  run: ({ notes }, { percent }) => ({ notes: notes.map((note) => withPan(note, percent)) }),
});
