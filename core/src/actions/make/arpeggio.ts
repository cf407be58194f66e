import type { Note } from '../../model/entities';
import { byStartThenPitch } from '../../model/collections';
import { inOrder } from '../../model/document';
import { steadyChance, type SteadyChance } from '../../chance/steady';
import { chordsOf } from '../../notes/chords';
import { barBefore, clamp } from '../../time';
import { notesAction, type ActionContext } from '../action';
import { amountParam, gridOfAmount } from '../amounts';
import { choiceParam, paramsOf, sliderParam, wholeParam } from '../params';

const ORDERS = ['up', 'down', 'up-down', 'outward', 'written', 'random'] as const;
const MOST_NOTES = 4096;

export const arpeggio = notesAction({
  id: 'arpeggio',
  family: 'make',
  subject: 'notes',
  label: 'Arpeggio',
  short: 'Arpeggio',
  help: 'Plays the notes of each chord one after the other for as long as the chord lasts, at a rate of its own: upwards, downwards, there and back, as written or at random, over one or more octaves. A note that ends before its chord does leaves the round then.',
  words: ['arp', 'broken chord', 'run', 'lead', 'pattern', 'sequence'],
  params: paramsOf({
    rate: amountParam('Rate', '1/16'),
    order: choiceParam('Order', ORDERS, 'up', { 'up-down': 'up and down', outward: 'from the middle out', written: 'as written' }),
    rounds: wholeParam('Rounds', 1, 4, 1),
    shift: wholeParam('Each round higher by', -24, 24, 12, 'semitones'),
    gate: sliderParam('Length', 5, 200, 80, '%'),
    from: choiceParam('Steps counted from', ['chord', 'bar'], 'chord', { chord: 'the chord', bar: 'the bar' }),
  }),
  main: ['rate', 'order', 'rounds'],
  quick: [
    { label: 'Arpeggio up', params: { order: 'up', rounds: 1 } },
    { label: 'Arpeggio down', params: { order: 'down', rounds: 1 } },
    { label: 'Arpeggio up, two octaves', shown: 'two octaves', params: { order: 'up', rounds: 2, shift: 12 } },
  ],
  run: ({ notes }, settings, context) => {
    const chance = steadyChance(context.random);
    return { notes: chordsOf(inOrder(notes, byStartThenPitch)).flatMap((chord) => played(chord, settings, context, chance)) };
  },
  whyNot: ({ notes }, { rate }, context) => {
    const { numerator, denominator } = gridOfAmount(rate, context);
    const ticks = chordsOf(inOrder(notes, byStartThenPitch)).reduce((sum, chord) => sum + endOf(chord) - chord[0]!.start, 0);
    return (ticks * denominator) / numerator > MOST_NOTES ? `That would be more than ${MOST_NOTES} notes. Choose a slower rate.` : null;
  },
});

interface Settings {
  readonly rate: Parameters<typeof gridOfAmount>[0];
  readonly order: (typeof ORDERS)[number];
  readonly rounds: number;
  readonly shift: number;
  readonly gate: number;
  readonly from: 'chord' | 'bar';
}

function endOf(chord: readonly Note[]): number {
  return chord.reduce((end, { start, length }) => Math.max(end, start + length), 0);
}

/** The notes that a chord is played as, a step after the other from its first start to its latest end. */
function played(chord: readonly Note[], settings: Settings, context: ActionContext, chance: SteadyChance): Note[] {
  const { numerator, denominator } = gridOfAmount(settings.rate, context);
  const step = numerator / denominator;
  const begin = chord[0]!.start;
  const end = endOf(chord);
  const origin = settings.from === 'bar' ? barBefore(context.meters, begin) : begin;
  const made: Note[] = [];
  const first = Math.ceil((begin - origin) / step - 1e-9);
  for (let index = first; origin + index * step < end - 1e-9; index++) {
    const start = Math.round(origin + index * step);
    // Notes of a strummed chord are in from its first step on; those that have ended are out.
    const sounding = chord.filter((note) => note.start + note.length > start);
    const round = roundOf(sounding, settings, chance, Math.floor((index - first) / Math.max(1, sounding.length * settings.rounds)));
    const turn = round[(index - first) % round.length]!;
    const length = Math.max(1, Math.min(Math.round((step * settings.gate) / 100), settings.gate > 100 ? Infinity : end - start));
    made.push({
      ...turn.note,
      id: index === first ? chord[0]!.id : context.newId(chord[0]!.id, index - first),
      start,
      length,
      pitch: clamp(turn.note.pitch + turn.up, 0, 127),
    });
  }
  return made.length ? made : [...chord];
}

interface Turn {
  readonly note: Note;
  /** Semitones that it is played higher. */
  readonly up: number;
}

/** One time through the notes that sound, in their order, over all octaves. */
function roundOf(sounding: readonly Note[], { order, rounds, shift }: Settings, { uniform }: SteadyChance, times: number): readonly Turn[] {
  const upwards = [...sounding].sort((a, b) => a.pitch - b.pitch || byStartThenPitch(a, b));
  const notes = order === 'written' ? [...sounding].sort(byStartThenPitch) : upwards;
  const turns = Array.from({ length: rounds }, (_, round) => notes.map((note): Turn => ({ note, up: round * shift }))).flat();
  switch (order) {
    case 'down':
      return turns.reverse();
    case 'up-down':
      return turns.length < 3 ? turns : [...turns, ...turns.slice(1, -1).reverse()];
    case 'outward': {
      const middle = (turns.length - 1) / 2;
      const far = new Map(turns.map((turn, place) => [turn, Math.abs(place - middle)]));
      return [...turns].sort((a, b) => far.get(a)! - far.get(b)!);
    }
    case 'random': {
      const drawn = new Map(turns.map((turn) => [turn, uniform(`${times} ${turn.note.id} ${turn.up}`)]));
      return [...turns].sort((a, b) => drawn.get(a)! - drawn.get(b)!);
    }
    default:
      return turns;
  }
}
