import { cutNote } from '../../notes/split';
import { notesAction } from '../action';
import { dragAcross, lineOf, lineParams } from '../line-across';
import { paramsOf } from '../params';
import { cutOffers } from './cut-offers';

export const splitAt = notesAction({
  id: 'split-at',
  family: 'length',
  subject: 'notes',
  label: 'Split at a point',
  short: 'Split at',
  help: 'Cuts every note that sounds at one point of time, counted from the first note or from the start of the pattern.',
  words: ['slice', 'cut', 'divide', 'knife', 'two'],
  params: paramsOf(lineParams('Point', 'grid')),
  quick: [{ label: 'Split at a point', icon: 'splitAt', params: {} }],
  dragControl: dragAcross('Drag across the notes to where they are to be cut.'),
  run: (part, params, context) => {
    const point = lineOf(part, params, context);
    return { notes: part.notes.flatMap((note) => cutNote(note, [point], context.newId)) };
  },
  whyNot: (part, params, context) => {
    const point = lineOf(part, params, context);
    if (part.notes.length === 0 || part.notes.some(({ start, length }) => start < point && point < start + length)) return null;
    return { words: 'The line is not inside a note.', offers: cutOffers(part.notes, context) };
  },
});
