import { FIGURES, figureSteps } from '../../notes/figures';
import { clamp, lineAfter, linesBetween } from '../../time';
import { struckVelocity } from '../../notes/taken-rhythm';
import { loopTicks, notesAction } from '../action';
import { amountParam, gridOfAmount } from '../amounts';
import { choiceParam, paramsOf, sliderParam } from '../params';
import { readyFigureParam } from './figure-param';
import { tooManySteps } from './too-many';

/** The General MIDI percussion keys of the rows that a beat is made on. */
const ROWS = { kick: 36, snare: 38, hats: 42 } as const;
const PARTS = ['kick', 'snare', 'hats'] as const;
const STRONG = 22;

export const beat = notesAction({
  id: 'beat',
  family: 'make',
  subject: 'notes',
  takes: 'rows',
  label: 'Make a beat',
  short: 'Beat',
  help: 'Makes a kit pattern of three ready figures, one each for kick, snare and closed hat, and repeats them to the pattern’s end. A row without a figure, and all other rows, stay as they are; hits that are locked stay.',
  words: ['drums', 'kit', 'groove', 'rhythm', 'kick', 'snare', 'hats', 'figures', 'pattern', 'loop', 'rows'],
  params: paramsOf({
    kick: readyFigureParam('Kick', 'four-floor'),
    snare: readyFigureParam('Snare', 'backbeat'),
    hats: readyFigureParam('Hats', 'eighths'),
    velocity: sliderParam('Velocity', 1, 127, 92, ''),
    there: choiceParam('Hits there already', ['go', 'stay'], 'go', { go: 'are replaced', stay: 'are locked' }),
    of: amountParam('Steps of', '1/16'),
  }),
  main: ['velocity', 'there'],
  quick: [
    { label: 'Beat: four on the floor', shown: 'four on the floor', params: { kick: 'four-floor', snare: 'backbeat', hats: 'off-beats' } },
    { label: 'Beat: half time', shown: 'half time', params: { kick: 'push-kick', snare: 'half-backbeat', hats: 'sixteenths' } },
  ],
  whyNot: (part, { of }, context) => tooManySteps({ ...part, rowLengths: [] }, of, context),
  run: (part, { velocity, there, of, ...figures }, context) => {
    const grid = gridOfAmount(of, context);
    const rows = PARTS.flatMap((name) => {
      const figure = FIGURES[figures[name]];
      return figure ? [{ pitch: ROWS[name], steps: figureSteps(figure), end: loopTicks(part, ROWS[name]) }] : [];
    });
    const isReplaced = (pitch: number, start: number) => rows.some((row) => row.pitch === pitch && start < row.end);
    const kept = there === 'stay' ? part.notes : part.notes.filter(({ pitch, start }) => !isReplaced(pitch, start));
    const taken = new Set(kept.map(({ start, pitch }) => `${start} ${pitch}`));
    const made = rows.flatMap(({ pitch, steps, end }) =>
      linesBetween(grid, 0, end).flatMap((start, index) => {
        const hit = steps[index % steps.length];
        if (!hit || taken.has(`${start} ${pitch}`)) return [];
        const length = Math.min(lineAfter(grid, start), end) - start;
        const id = context.newId(`beat ${pitch}`, start);
        return [{ id, patternId: context.patternId, start, length, pitch, velocity: clamp(struckVelocity(velocity, hit, STRONG), 1, 127) }];
      }),
    );
    return { notes: [...kept, ...made] };
  },
});
