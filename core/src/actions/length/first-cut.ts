import { cutNote, cutsEvery, piecesEvery, tooManyPieces } from '../../notes/split';
import { notesAction } from '../action';
import { amountParam, amountTicks } from '../amounts';
import { paramsOf, wholeParam } from '../params';

export const firstCut = notesAction({
  id: 'first-cut',
  family: 'length',
  subject: 'notes',
  label: 'First cut',
  help: 'Place the first cut; the rest of the note is cut every so far. Each note counts from its own start, so a chord becomes repeated chords.',
  words: ['slice', 'chop', 'cut', 'divide', 'repeat', 'stutter', 'piece'],
  params: () => paramsOf({ count: wholeParam('First cut after', 1, 999, 1), unit: amountParam('Counted in') }),
  quick: [{ label: 'First cut', icon: 'firstCut', params: {} }],
  run: ({ notes }, { count, unit }, context) => ({
    notes: notes.flatMap((note) => cutNote(note, cutsEvery(note, amountTicks(count, unit, context, note.start)), context.newId)),
  }),
  whyNot: ({ notes }, { count, unit }, context) => tooManyPieces(piecesEvery(notes, amountTicks(count, unit, context))),
});
