import { scaleLengths } from '../../notes/resize';
import { notesAction } from '../action';
import { choiceParam, paramsOf, wholeParam } from '../params';

export const scaleLength = notesAction({
  id: 'scale-length',
  family: 'length',
  subject: 'notes',
  label: 'Length in percent',
  short: 'Percent',
  help: 'Makes every note longer or shorter by the same share: at 50 % each lasts half as long. Its other end stays where it is.',
  words: ['gate', 'staccato', 'legato', 'share', 'proportion', 'shorter', 'longer', 'duration'],
  params: paramsOf({
    percent: wholeParam('Percentage', 1, 1000, 50, '%'),
    edge: choiceParam('Which end moves', ['end', 'start'], 'end', { end: 'the end', start: 'the start' }),
  }),
  quick: [
    { label: 'Half as long', shown: 'half', params: { percent: 50 } },
    { label: 'Twice as long', shown: 'twice', params: { percent: 200 } },
  ],
  run: ({ notes }, { percent, edge }) => ({ notes: scaleLengths(notes, percent / 100, edge) }),
});
