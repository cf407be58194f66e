import { cutNote, cutsAtLines, piecesEvery, tooManyPieces } from '../../notes/split';
import type { Note } from '../../model/entities';
import { gridOfRow } from '../../time';
import { notesAction } from '../action';
import { amountParam, amountTicks, gridOfAmount } from '../amounts';
import { paramsOf } from '../params';
import { cutOffers, cutsAny } from './cut-offers';

export const splitLines = notesAction({
  id: 'split-lines',
  family: 'length',
  subject: 'notes',
  label: 'Split at lines',
  short: 'At lines',
  help: 'Cuts every note at each grid line inside it. The pieces keep everything but their length.',
  words: ['slice', 'chop', 'cut', 'divide', 'grid'],
  params: paramsOf({ at: amountParam('Lines of') }),
  quick: [{ label: 'Split at lines', icon: 'splitLines', params: {} }],
  run: ({ notes }, { at }, context) => {
    const gridOf = (note: Note) => (at === 'grid' ? gridOfRow(context, note.pitch) : gridOfAmount(at, context));
    return { notes: notes.flatMap((note) => cutNote(note, cutsAtLines(note, gridOf(note)), context.newId)) };
  },
  whyNot: ({ notes }, { at }, context) => {
    const tooMany = tooManyPieces(
      piecesEvery(notes, (note) => amountTicks(1, at, { ...context, grid: gridOfRow(context, note.pitch) }, note.start)),
    );
    if (tooMany !== null || notes.length === 0) return tooMany;
    if (cutsAny(notes, at, context)) return null;
    return { words: 'No line of this grid falls inside a note.', offers: cutOffers(notes, context) };
  },
});
