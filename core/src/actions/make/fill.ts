import { everyNth, spreadEvenly } from '../../notes/spread';
import { gridOfRow, lineAfter, linesBetween } from '../../time';
import { loopTicks, notesAction, type NotesPart } from '../action';
import { amountParam, gridOfAmount } from '../amounts';
import { choiceParam, paramsOf, sliderParam, wholeParam } from '../params';

export const fill = notesAction({
  id: 'fill',
  family: 'make',
  subject: 'notes',
  takes: 'row',
  label: 'Fill the row',
  help: 'Puts hits on the row in hand: on every so many boxes, or so many spread evenly over a number of boxes, again and again to its end. Hits that stand there already stay as they are.',
  words: ['every', 'euclid', 'even', 'spread', 'hats', 'pulse', 'rhythm'],
  params: () =>
    paramsOf({
      of: amountParam('Steps of'),
      how: choiceParam('How', ['every', 'spread'], 'every', { every: 'every so many boxes', spread: 'so many, evenly' }),
      every: wholeParam('Every', 1, 64, 2, 'boxes'),
      hits: wholeParam('Hits', 1, 64, 5),
      over: wholeParam('Over', 1, 64, 16, 'boxes'),
      offset: wholeParam('From box', 0, 63, 0),
      velocity: sliderParam('Velocity', 1, 127, 90, ''),
      accent: wholeParam('Accent every', 0, 16, 0, 'hits'),
    }),
  quick: [
    { label: 'Fill every 2', shown: 'every 2', params: { how: 'every', every: 2, offset: 0 } },
    { label: 'Fill every 4', shown: 'every 4', params: { how: 'every', every: 4, offset: 0 } },
  ],
  run: (part, params, context) => {
    const { pitch } = context.at;
    const end = loopTicks(part, pitch);
    const grid = params.of === 'grid' ? gridOfRow(context, pitch) : gridOfAmount(params.of, context);
    const lines = linesBetween(grid, 0, end);
    const isHit = hitsOf(params, lines.length);
    const standing = new Map(part.notes.map((note) => [note.start, note]));
    const hits = lines.filter((_line, index) => isHit(index));
    const made = hits.map((start, index) => {
      const isAccent = params.accent > 0 && index % params.accent === 0;
      const velocity = Math.round(isAccent ? Math.max(params.velocity, ACCENT_VELOCITY) : params.velocity);
      return (
        standing.get(start) ?? {
          id: context.newId('fill', start),
          patternId: context.patternId,
          start,
          length: lineAfter(grid, start) - start,
          pitch,
          velocity,
        }
      );
    });
    return { notes: [...made, ...beyondEnd(part, end)] };
  },
});

const ACCENT_VELOCITY = 118;

/** Whether each box of the row is hit. */
function hitsOf(
  { how, every, hits, over, offset }: { how: 'every' | 'spread'; every: number; hits: number; over: number; offset: number },
  boxes: number,
): (box: number) => boolean {
  const row = how === 'every' ? everyNth(every, boxes, offset) : spreadEvenly(hits, over, offset);
  return (box) => row[box % row.length]!;
}

/** What lies beyond the row's end is out of the loop and not touched. */
function beyondEnd({ notes }: NotesPart, end: number): NotesPart['notes'] {
  return notes.filter(({ start }) => start >= end);
}
