import type { z } from 'zod';
import { steadyChance } from '../../chance/steady';
import { FIGURES, figureSteps, type FigureHit } from '../../notes/figures';
import { plannedSteps, turned } from '../../notes/rhythm';
import { metricLevel, syncopation, syncopationWords } from '../../notes/syncopation';
import { barBefore, clamp, gridOfRow, lineAfter, linesBetween, meterAt, TICKS_PER_WHOLE } from '../../time';
import { loopTicks, notesAction, type ActionContext, type NotesPart } from '../action';
import { amountParam, gridOfAmount } from '../amounts';
import { choiceParam, paramsOf, sliderParam, wholeParam } from '../params';
import { readyFigureParam } from './figure-param';
import { tooManySteps } from './too-many';

const MOST_STEPS = 64;
const STRONG = 22;
const GHOST_VELOCITY = 34;

const params = paramsOf({
  figure: readyFigureParam('Figure'),
  hits: wholeParam('Hits', 1, MOST_STEPS, 5, undefined, 'steps'),
  steps: wholeParam('Steps', 2, MOST_STEPS, 16),
  evenness: sliderParam('Even', 0, 100, 100, '%'),
  offBeat: sliderParam('Off the beat', 0, 100, 0, '%'),
  turn: wholeParam('Turned by', 0, MOST_STEPS - 1, 0, 'steps'),
  accents: wholeParam('Accents', 0, MOST_STEPS, 0),
  accentsBy: choiceParam('Accents lie', ['even', 'weight'], 'even', { even: 'evenly', weight: 'on strong steps' }),
  ghosts: wholeParam('Ghost hits', 0, MOST_STEPS, 0),
  velocity: sliderParam('Velocity', 1, 127, 92, ''),
  seed: wholeParam('Seed', 1, 999, 1),
  there: choiceParam('Hits there already', ['go', 'stay'], 'go', { go: 'are replaced', stay: 'are locked' }),
  of: amountParam('Steps of'),
});
type Params = z.infer<typeof params>;

export const rhythm = notesAction({
  id: 'rhythm',
  family: 'make',
  subject: 'notes',
  takes: 'row',
  label: 'Make a rhythm',
  short: 'Rhythm',
  help: 'Makes a rhythm on the current row and repeats it to the row’s end: a ready figure, or a number of hits over some steps, from as even as can be to drawn by the weight of the steps; moved off the beat, turned, with accents and ghost hits. Only that row changes; hits that are locked stay.',
  words: ['beat', 'euclid', 'even', 'drum', 'figure', 'clave', 'generate', 'random', 'syncopation', 'hats', 'pattern', 'groove'],
  params,
  main: ['hits', 'steps'],
  quick: [
    { label: 'Five over sixteen', shown: '5 of 16', params: { figure: 'own', hits: 5, steps: 16, evenness: 100, turn: 0 } },
    { label: 'Tresillo', params: { figure: 'tresillo', turn: 0 } },
  ],
  whyNot: (part, { of }, context) => tooManySteps(part, of, context),
  says: (part, chosen, context) => {
    const { round, levels } = roundOf(chosen, part, context);
    const isHit = round.map((step) => step === 'hit' || step === 'strong');
    const sum = syncopation(isHit, levels);
    return `${isHit.filter(Boolean).length} of ${round.length} steps, ${syncopationWords(sum)} (${sum}).`;
  },
  run: (part, chosen, context) => {
    const { pitch } = context.at;
    const end = loopTicks(part, pitch);
    const grid = gridFor(chosen, context);
    const { round } = roundOf(chosen, part, context);
    const kept = part.notes.filter(({ start }) => chosen.there === 'stay' || start >= end);
    const taken = new Set(kept.map(({ start }) => start));
    const made = linesBetween(grid, 0, end).flatMap((start, index) => {
      const hit = round[index % round.length];
      if (!hit || taken.has(start)) return [];
      const length = Math.min(lineAfter(grid, start), end) - start;
      return [
        { id: context.newId('rhythm', start), patternId: context.patternId, start, length, pitch, velocity: velocityOf(hit, chosen) },
      ];
    });
    return { notes: [...kept, ...made] };
  },
});

function velocityOf(hit: FigureHit, { velocity }: Params): number {
  const soft = Math.round(velocity);
  return { hit: soft, strong: clamp(soft + STRONG, 1, 127), ghost: Math.min(soft, GHOST_VELOCITY) }[hit];
}

function gridFor({ of }: Params, context: ActionContext) {
  return of === 'grid' ? gridOfRow(context, context.at.pitch) : gridOfAmount(of, context);
}

/** The round of steps that the settings mean, with how strong each step is in its bar. */
function roundOf(chosen: Params, part: NotesPart, context: ActionContext) {
  const ready = FIGURES[chosen.figure];
  const count = ready ? ready.steps.length : chosen.steps;
  const grid = gridFor(chosen, context);
  const lines = linesBetween(grid, 0, Math.max(loopTicks(part, context.at.pitch), 1));
  const stepTicks = grid.numerator / grid.denominator;
  const levels = Array.from({ length: count }, (_, step) => {
    const tick = lines[step] ?? step * stepTicks;
    return metricLevel(tick - barBefore(context.meters, tick), meterAt(context.meters, tick), TICKS_PER_WHOLE);
  });
  const round = ready
    ? turned(figureSteps(ready), chosen.turn)
    : plannedSteps(
        { ...chosen, evenness: chosen.evenness / 100, offBeat: chosen.offBeat / 100 },
        levels,
        steadyChance(() => (chosen.seed * 0.6180339887) % 1),
      );
  return { round, levels };
}
