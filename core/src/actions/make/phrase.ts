import { readPhrase, type Phrase } from '../../notes/phrase';
import { clamp, gridOfRow } from '../../time';
import { notesAction, type ActionContext } from '../action';
import { amountParam, gridOfAmount, type AmountUnit } from '../amounts';
import { paramsOf, sliderParam, textParam } from '../params';

export const phrase = notesAction({
  id: 'phrase',
  family: 'make',
  subject: 'notes',
  takes: 'nothing',
  readsNames: true,
  label: 'Type a phrase',
  short: 'Phrase',
  help: 'Writes notes from text, from the cursor on: names, - for a rest, *3 for how often, :2 for how many steps long (or :1/8), + to join a chord, ! for an accent.',
  words: ['text', 'write', 'notes', 'melody', 'riff', 'names'],
  params: paramsOf({
    text: textParam('Phrase', 'D2*3 F2 - C3*2'),
    velocity: sliderParam('Velocity', 1, 127, 100, ''),
    of: amountParam('Steps of'),
  }),
  run: (part, { text, velocity, of }, context) => {
    const read = reading(text, of, context);
    if (!read.ok) return part;
    const made = read.notes.map(({ isAccented, ...note }, index) => ({
      id: context.newId('phrase', index),
      patternId: context.patternId,
      ...note,
      velocity: isAccented ? clamp(Math.round(velocity) + ACCENT_STEPS, 1, 127) : Math.round(velocity),
    }));
    return { notes: made };
  },
  whyNot: (_part, { text, of }, context) => {
    const read = reading(text, of, context);
    return read.ok ? null : read.problem;
  },
});

const ACCENT_STEPS = 20;

function reading(text: string, of: AmountUnit, context: ActionContext): Phrase {
  const { meter, naming, rows, at } = context;
  return readPhrase(text, {
    grid: of === 'grid' ? gridOfRow(context, at.pitch) : gridOfAmount(of, context),
    meter,
    naming,
    rows,
    startTick: at.tick,
    octave: Math.floor(at.pitch / 12) - 5 + naming.middleOctave,
  });
}
