import type { Note } from '../../model/entities';
import { nearestSwungLine, STRAIGHT, swungLine } from '../../notes/swing';
import { gridAt, gridOfRow, lineIndexAt, roundEvenly, type Grid } from '../../time';
import { notesAction, type NotesAction } from '../action';
import { amountParam, gridOfAmount } from '../amounts';
import { choiceParam, paramsOf, sliderParam } from '../params';

const params = () =>
  paramsOf({
    to: amountParam('To the lines of'),
    what: choiceParam('What moves', ['starts', 'ends', 'both', 'lengths'], 'starts', { lengths: 'lengths only' }),
    strength: sliderParam('Strength', 0, 100, 100, '%'),
    swing: sliderParam('Swing', STRAIGHT, 75, STRAIGHT, '%'),
  });

/** A grid to pull towards, and how hard. */
interface Pull {
  readonly grid: Grid;
  readonly strength: number;
  readonly swing: number;
}

export const quantize: NotesAction = notesAction({
  id: 'quantize',
  family: 'time',
  subject: 'notes',
  label: 'Quantize',
  help: 'Pulls starts, ends or lengths towards the lines of a grid. At 100 % they land on it, at 50 % they go half the way. Swing delays every second line: 50 % is straight, 66 % a triplet feel.',
  words: ['snap', 'tighten', 'align', 'straighten', 'correct', 'swing', 'shuffle'],
  params,
  quick: [{ label: 'Quantize', icon: 'quantize', params: {} }],
  run: ({ notes }, { to, what, strength, swing }, context) => {
    const isPlain = to !== 'grid' || (!context.rowGrids?.size && !context.grid.spans);
    const plain: Pull = { grid: gridOfAmount(to, context), strength, swing };
    const pullOf = (note: Note) => (isPlain ? plain : { ...plain, grid: gridAt(gridOfRow(context, note.pitch), note.start) });
    return { notes: notes.map((note) => (what === 'lengths' ? withLength(note, pullOf(note)) : withEdges(note, what, pullOf(note)))) };
  },
});

function pulled(tick: number, target: number, strength: number): number {
  return tick + roundEvenly(((target - tick) * strength) / 100);
}

/** A note with its start, its end or both pulled. Moving the start alone keeps the length; an end never comes before the next
 *  line after the start. */
function withEdges(note: Note, what: 'starts' | 'ends' | 'both', { grid, strength, swing }: Pull): Note {
  const start = what === 'ends' ? note.start : pulled(note.start, nearestSwungLine(grid, note.start, swing), strength);
  if (what === 'starts') return start === note.start ? note : { ...note, start };
  const end = note.start + note.length;
  const least = swungLine(grid, lineIndexAt(grid, start) + 1, swing);
  const length = Math.max(1, pulled(end, Math.max(least, nearestSwungLine(grid, end, swing)), strength) - start);
  return start === note.start && length === note.length ? note : { ...note, start, length };
}

/** A note whose length is pulled towards whole boxes, at least one; its start stays. */
function withLength(note: Note, { grid, strength }: Pull): Note {
  const box = grid.numerator / grid.denominator;
  const boxes = Math.max(1, Math.round(note.length / box));
  const length = Math.max(1, pulled(note.length, Math.round(boxes * box), strength));
  return length === note.length ? note : { ...note, length };
}
