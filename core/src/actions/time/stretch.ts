import { spanOf } from '../../notes/rotate';
import { stretched } from '../../notes/stretch';
import { notesAction } from '../action';
import { choiceParam, paramsOf, wholeParam } from '../params';

export const stretch = notesAction({
  id: 'stretch',
  family: 'time',
  subject: 'notes',
  hasWayBack: true,
  label: 'Stretch',
  short: 'Stretch',
  help: 'Stretches or squeezes the timing of the notes from the first one on: 3 over 2 makes two beats last three. Or fits them to the marked stretch, else the whole pattern.',
  words: ['double time', 'half time', 'slower', 'faster', 'ratio', 'fit', 'fill', 'compress', 'expand'],
  params: paramsOf({
    to: choiceParam('How far', ['ratio', 'span'], 'ratio', { ratio: 'by a ratio', span: 'to fill the stretch' }),
    times: wholeParam('Times', 1, 64, 2),
    over: wholeParam('Over', 1, 64, 1),
    lengths: choiceParam('Lengths', ['too', 'stay'], 'too', { too: 'stretch too' }),
  }),
  quick: [
    { label: 'Half the time', shown: 'half', params: { to: 'ratio', times: 1, over: 2 } },
    { label: 'Twice the time', shown: 'twice', params: { to: 'ratio', times: 2, over: 1 } },
  ],
  run: ({ notes, lengthTicks }, { to, times, over, lengths }, { span }) => {
    const own = spanOf(notes);
    const ratio =
      to === 'ratio' ? { times, over } : { times: fillEnd(span, own.start, lengthTicks) - own.start, over: own.end - own.start };
    return { notes: stretched(notes, own.start, ratio, lengths === 'too') };
  },
  whyNot: ({ notes, lengthTicks }, { to }, { span }) =>
    to === 'span' && notes.length > 0 && fillEnd(span, spanOf(notes).start, lengthTicks) <= spanOf(notes).start
      ? 'The notes begin after the end of what they are to fill.'
      : null,
});

function fillEnd(span: { readonly start: number; readonly end: number } | null, start: number, lengthTicks: number): number {
  return span && span.end > start ? span.end : lengthTicks;
}
