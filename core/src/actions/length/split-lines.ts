import { cutNote, cutsAtLines, piecesEvery, tooManyPieces } from '../../notes/split';
import type { Note } from '../../model/entities';
import { gridOfRow } from '../../time';
import { notesAction } from '../action';
import { amountParam, amountTicks, gridOfAmount, type AmountUnit } from '../amounts';
import { paramsOf } from '../params';

export const splitLines = notesAction({
  id: 'split-lines',
  family: 'length',
  subject: 'notes',
  label: 'Split at lines',
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
    const cuts = (unit: AmountUnit) =>
      notes.some((note) => cutsAtLines(note, unit === 'grid' ? gridOfRow(context, note.pitch) : gridOfAmount(unit, context)).length > 0);
    if (cuts(at)) return null;
    const finer = FINER.find(cuts);
    return {
      words: 'No line of this grid falls inside a note.',
      offers: [
        ...(finer ? [{ label: `Lines of ${finer}`, actionId: 'split-lines', params: { at: finer } }] : []),
        { label: 'Cut anywhere', actionId: 'first-cut', params: {} },
        { label: 'In halves', actionId: 'split-parts', params: { parts: 2 } },
      ],
    };
  },
});

/** Divisions that are offered where the chosen one cuts nothing, the coarsest first. */
const FINER = ['1/2', '1/4', '1/8', '1/8 triplet', '1/16', '1/16 triplet', '1/32', '1/32 triplet', '1/64'] as const;
