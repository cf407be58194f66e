import { cutNote, cutsEvery, piecesEvery, tooManyPieces } from '../../notes/split';
import type { Note } from '../../model/entities';
import { noteUnder } from '../../notes/under';
import { gridAt, gridOfRow, MAX_TICK } from '../../time';
import { notesAction, type ActionContext } from '../action';
import { amountBetween, amountParam, amountTicks, tickOfDrag, type AmountUnit } from '../amounts';
import { paramsOf, wholeParam } from '../params';

export const firstCut = notesAction({
  id: 'first-cut',
  family: 'length',
  subject: 'notes',
  label: 'First cut',
  short: 'First cut',
  help: 'Place the first cut; the rest of the note is cut at the same distance. Each note counts from its own start, so a chord becomes repeated chords.',
  words: ['slice', 'chop', 'cut', 'divide', 'repeat', 'stutter', 'piece'],
  params: paramsOf({ count: wholeParam('First cut after', 1, MAX_TICK, 1), unit: amountParam('Counted in') }),
  quick: [{ label: 'First cut', icon: 'firstCut', params: {} }],
  dragControl: {
    hint: 'Press a note where its first cut should be.',
    on: (drag, { notes }) => noteUnder(notes, drag.path[0]!)?.id ?? null,
    params: (drag, { notes }, _params, context) => {
      const note = noteUnder(notes, drag.path[0]!);
      if (!note) return null;
      const grid = gridOfRow(context, note.pitch);
      const [free, snapped] = [tickOfDrag({ ...drag, isFree: true }, grid), tickOfDrag(drag, grid)];
      const isInside = (tick: number) => tick > note.start && tick < note.start + note.length;
      // Where no line falls inside the note, the cut is where the finger is.
      const cut = isInside(snapped) ? snapped : free;
      return isInside(cut) ? amountBetween(note.start, cut, gridAt(grid, note.start)) : null;
    },
  },
  run: ({ notes }, { count, unit }, context) => ({
    notes: notes.flatMap((note) =>
      cutNote(
        note,
        cutsEvery(note, (k) => pieceTicks(note, k * count, unit, context)),
        context.newId,
      ),
    ),
  }),
  whyNot: ({ notes }, { count, unit }, context) => tooManyPieces(piecesEvery(notes, (note) => pieceTicks(note, count, unit, context))),
});

/** Ticks from a note's start that many units on, by the lines of its row's grid as they run where it starts: pieces stay equal over the edge of a
 *  stretch with a grid of its own. */
function pieceTicks(note: Note, count: number, unit: AmountUnit, context: ActionContext): number {
  const grid = gridAt(gridOfRow(context, note.pitch), note.start);
  return amountTicks(count, unit, { ...context, grid }, note.start);
}
