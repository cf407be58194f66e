import { cutNote, cutsInParts, tooManyPieces } from '../../notes/split';
import { notesAction } from '../action';
import { paramsOf, wholeParam } from '../params';

export const splitParts = notesAction({
  id: 'split-parts',
  family: 'length',
  subject: 'notes',
  label: 'Split in parts',
  short: 'Split',
  help: 'Cuts every note into equal parts, each counted from its own start.',
  words: ['slice', 'chop', 'cut', 'divide', 'equal', 'halves', 'thirds'],
  params: paramsOf({ parts: wholeParam('Parts', 2, 64, 2) }),
  quick: [2, 3, 4, 6, 8].map((parts) => ({ label: `Split in ${parts}`, shown: `÷ ${parts}`, params: { parts } })),
  run: ({ notes }, { parts }, { newId }) => ({ notes: notes.flatMap((note) => cutNote(note, cutsInParts(note, parts), newId)) }),
  whyNot: ({ notes }, { parts }) => tooManyPieces(notes.length * parts),
});
