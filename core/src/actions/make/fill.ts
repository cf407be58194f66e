import { everyNth, spreadEvenly } from '../../notes/spread';
import { gridOfRow, lineAfter, linesBetween } from '../../time';
import { loopTicks, notesAction } from '../action';
import { amountParam, gridOfAmount } from '../amounts';
import { choiceParam, paramsOf, sliderParam, wholeParam } from '../params';
import { tooManySteps } from './too-many';

export const fill = notesAction({
  id: 'fill',
  family: 'make',
  subject: 'notes',
  takes: 'row',
  label: 'Fill the row',
  short: 'Fill',
  help: 'Puts hits on the current row: every few steps, or a number of hits spread evenly over some steps, again and again to its end; with one of every few louder, where accents are more than 1 apart. Hits that are there already stay as they are, or all give way, by choice.',
  words: ['every', 'euclid', 'even', 'spread', 'hats', 'pulse', 'rhythm'],
  params: paramsOf({
    how: choiceParam('How', ['every', 'spread'], 'every', { every: 'every few steps', spread: 'hits, evenly' }),
    every: wholeParam('Every', 1, 64, 2, 'steps'),
    hits: wholeParam('Hits', 1, 64, 5, undefined, 'over'),
    over: wholeParam('Over', 1, 64, 16, 'steps'),
    offset: wholeParam('From step', 0, 63, 0),
    velocity: sliderParam('Velocity', 1, 127, 90, ''),
    accent: wholeParam('Accent every', 0, 16, 1, 'hits'),
    there: choiceParam('Hits there already', ['stay', 'go'], 'stay', { go: 'are replaced' }),
    of: amountParam('Steps of'),
  }),
  main: ['how', 'every', 'accent'],
  quick: [
    { label: 'Fill every 2', shown: 'every 2', params: { how: 'every', every: 2, offset: 0 } },
    { label: 'Fill every 4', shown: 'every 4', params: { how: 'every', every: 4, offset: 0 } },
  ],
  whyNot: (part, { of }, context) => tooManySteps(part, of, context),
  run: (part, params, context) => {
    const { pitch } = context.at;
    const end = loopTicks(part, pitch);
    const grid = params.of === 'grid' ? gridOfRow(context, pitch) : gridOfAmount(params.of, context);
    const lines = linesBetween(grid, 0, end);
    const isHit = hitsOf(params, lines.length);
    const kept = params.there === 'stay' ? part.notes : part.notes.filter(({ start }) => start >= end);
    const taken = new Set(kept.map(({ start }) => start));
    const made = lines
      .filter((_line, index) => isHit(index))
      .map((start, index) => {
        const isAccent = params.accent > 1 && index % params.accent === 0;
        const velocity = Math.round(isAccent ? Math.max(params.velocity, ACCENT_VELOCITY) : params.velocity);
        const length = lineAfter(grid, start) - start;
        return { id: context.newId('fill', start), patternId: context.patternId, start, length, pitch, velocity };
      });
    return { notes: [...kept, ...made.filter(({ start }) => !taken.has(start))] };
  },
});

const ACCENT_VELOCITY = 118;

/** Whether each step of the row is hit. */
function hitsOf(
  { how, every, hits, over, offset }: { how: 'every' | 'spread'; every: number; hits: number; over: number; offset: number },
  steps: number,
): (step: number) => boolean {
  const row = how === 'every' ? everyNth(every, steps, offset) : spreadEvenly(hits, over, offset);
  return (step) => row[step % row.length]!;
}
