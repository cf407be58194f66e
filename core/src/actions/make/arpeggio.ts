import type { z } from 'zod';
import type { Note } from '../../model/entities';
import { byStartThenPitch } from '../../model/collections';
import { inOrder } from '../../model/document';
import { seededRandom } from '../../chance/random';
import { steadyChance, type SteadyChance } from '../../chance/steady';
import { chordsOf } from '../../notes/chords';
import type { FigureHit } from '../../notes/figures';
import { rhythmOf, struckVelocity } from '../../notes/taken-rhythm';
import { barBefore, clamp, modulo } from '../../time';
import { notesAction, type ActionContext } from '../action';
import { amountParam, gridOfAmount } from '../amounts';
import { choiceParam, paramsOf, sliderParam, takenParam, wholeParam } from '../params';
import { anyFigureParam } from './figure-param';

const ORDERS = ['up', 'down', 'up-down', 'up-down-twice', 'outward', 'inward', 'written', 'random'] as const;
const MOST_NOTES = 4096;

const ORDER_NAMES = {
  'up-down': 'up and down',
  'up-down-twice': 'up and down, ends twice',
  outward: 'from the middle out',
  inward: 'from both ends in',
  written: 'as written',
};

const params = paramsOf({
  rate: amountParam('Rate', '1/16'),
  order: choiceParam('Order', ORDERS, 'up', ORDER_NAMES),
  flipped: choiceParam('Turned round', ['no', 'yes'], 'no'),
  rounds: wholeParam('Rounds', 1, 4, 1),
  shift: wholeParam('Each round higher by', -24, 24, 12, 'semitones'),
  gate: sliderParam('Length', 5, 200, 80, '%'),
  from: choiceParam('Steps counted from', ['chord', 'bar', 'on'], 'chord', {
    chord: 'the chord',
    bar: 'the bar',
    on: 'the chord, the order running on',
  }),
  figure: anyFigureParam('Rhythm', 'own', 'every step'),
  taken: takenParam('Taken from'),
  between: choiceParam('Between its hits', ['rest', 'tie'], 'rest', { rest: 'rests', tie: 'the note is held' }),
  accent: sliderParam('Accents', 0, 60, 18, ''),
});

export const arpeggio = notesAction({
  id: 'arpeggio',
  family: 'make',
  subject: 'notes',
  label: 'Arpeggio',
  short: 'Arpeggio',
  help: 'Plays the notes of each chord one after the other for as long as the chord lasts, at a rate of its own: upwards, downwards, there and back, as written or at random, over one or more octaves, with the rests and accents of a rhythm where one is chosen. A note that ends before its chord does leaves the round then.',
  words: ['arp', 'broken chord', 'run', 'lead', 'pattern', 'sequence'],
  params,
  main: ['rate', 'order', 'rounds'],
  quick: [
    { label: 'Arpeggio up', params: { order: 'up', rounds: 1 } },
    { label: 'Arpeggio down', params: { order: 'down', rounds: 1 } },
    { label: 'Arpeggio up, two octaves', shown: 'two octaves', params: { order: 'up', rounds: 2, shift: 12 } },
  ],
  run: ({ notes }, settings, context) => {
    const chance = steadyChance(context.random);
    let before = 0;
    const played = chordsOf(inOrder(notes, byStartThenPitch)).flatMap((chord) => {
      const made = playedChord(chord, settings, { context, chance, before });
      if (settings.from === 'on') before += made.length;
      return made;
    });
    return { notes: played };
  },
  says: ({ notes }, settings, context) => {
    const [fit, all] = leastFit(notes, settings, context);
    return fit < all ? `${fit} of ${all} notes fit: the shortest chord ends before its round does.` : '';
  },
  whyNot: ({ notes }, { rate, figure, taken }, context) => {
    if (figure === 'taken' && !rhythmOf(figure, taken)?.some(Boolean)) return 'Choose a pattern whose rhythm it takes.';
    const { numerator, denominator } = gridOfAmount(rate, context);
    const ticks = chordsOf(inOrder(notes, byStartThenPitch)).reduce((sum, chord) => sum + endOf(chord) - chord[0]!.start, 0);
    return (ticks * denominator) / numerator > MOST_NOTES ? `That would be more than ${MOST_NOTES} notes. Choose a slower rate.` : null;
  },
});

type Settings = z.infer<typeof params>;

function endOf(chord: readonly Note[]): number {
  return chord.reduce((end, { start, length }) => Math.max(end, start + length), 0);
}

interface Played {
  readonly context: ActionContext;
  readonly chance: SteadyChance;
  /** How many notes were played before, where the order runs on. */
  readonly before: number;
}

/** The steps of a chord's time that are struck, each with its place among all steps, and where it ends. */
function struckSteps(chord: readonly Note[], settings: Settings, context: ActionContext) {
  const { numerator, denominator } = gridOfAmount(settings.rate, context);
  const step = numerator / denominator;
  const [begin, end] = [chord[0]!.start, endOf(chord)];
  const origin = settings.from === 'bar' ? barBefore(context.meters, begin) : begin;
  const rhythm = rhythmOf(settings.figure, settings.taken) ?? ['hit' as const];
  const first = Math.ceil((begin - origin) / step - 1e-9);
  const steps: { readonly start: number; readonly hit: FigureHit; readonly index: number; ticks: number }[] = [];
  for (let index = first; origin + index * step < end - 1e-9; index++) {
    const hit = rhythm[modulo(index, rhythm.length)];
    const last = steps.at(-1);
    if (hit) steps.push({ start: Math.round(origin + index * step), hit, index: index - first, ticks: step });
    else if (last && settings.between === 'tie') last.ticks += step;
  }
  return steps;
}

/** The notes that a chord is played as, one for each step that is struck, from its first start to its latest end. */
function playedChord(chord: readonly Note[], settings: Settings, { context, chance, before }: Played): Note[] {
  const end = endOf(chord);
  const made = struckSteps(chord, settings, context).map(({ start, hit, index, ticks }, count): Note => {
    // Notes of a strummed chord are in from its first step on; those that have ended are out.
    const sounding = chord.filter((note) => note.start + note.length > start);
    const place = before + count;
    const round = roundOf(sounding, settings, chance, Math.floor(place / Math.max(1, sounding.length * settings.rounds)));
    const turn = round[place % round.length]!;
    const length = Math.max(1, Math.min(Math.round((ticks * settings.gate) / 100), settings.gate > 100 ? Infinity : end - start));
    return {
      ...turn.note,
      id: count === 0 ? chord[0]!.id : context.newId(chord[0]!.id, index),
      start,
      length,
      pitch: clamp(turn.note.pitch + turn.up, 0, 127),
      velocity: struckVelocity(turn.note.velocity, hit, settings.accent),
    };
  });
  return made.length ? made : [...chord];
}

/** How many notes of its round the chord plays that has room for the smallest share of them, and how many the round has. */
function leastFit(notes: readonly Note[], settings: Settings, context: ActionContext): readonly [fit: number, all: number] {
  const chance = steadyChance(context.random);
  return chordsOf(inOrder(notes, byStartThenPitch)).reduce<readonly [number, number]>(
    (least, chord) => {
      const all = roundOf(chord, settings, chance, 0).length;
      const fit = Math.min(all, struckSteps(chord, settings, context).length);
      return fit * least[1] < least[0] * all ? [fit, all] : least;
    },
    [1, 1],
  );
}

/** The pitches of one time through a chord, in the order they are played: what a picture of the order shows. */
export function arpeggioRound(chord: readonly Note[], settings: Settings, seed: number): readonly number[] {
  return chord.length ? roundOf(chord, settings, steadyChance(seededRandom(seed)), 0).map(({ note, up }) => note.pitch + up) : [];
}

interface Turn {
  readonly note: Note;
  /** Semitones that it is played higher. */
  readonly up: number;
}

/** One time through the notes that sound, in their order, over all octaves. */
function roundOf(sounding: readonly Note[], settings: Settings, chance: SteadyChance, times: number): readonly Turn[] {
  const turns = inArpeggioOrder(sounding, settings, chance, times);
  return settings.flipped === 'yes' ? turns.toReversed() : turns;
}

function inArpeggioOrder(
  sounding: readonly Note[],
  { order, rounds, shift }: Settings,
  { uniform }: SteadyChance,
  times: number,
): readonly Turn[] {
  const upwards = [...sounding].sort((a, b) => a.pitch - b.pitch || byStartThenPitch(a, b));
  const notes = order === 'written' ? [...sounding].sort(byStartThenPitch) : upwards;
  const turns = Array.from({ length: rounds }, (_, round) => notes.map((note): Turn => ({ note, up: round * shift }))).flat();
  switch (order) {
    case 'down':
      return turns.reverse();
    case 'up-down':
      return turns.length < 3 ? turns : [...turns, ...turns.slice(1, -1).reverse()];
    case 'up-down-twice':
      return turns.length < 2 ? turns : [...turns, ...turns.toReversed()];
    case 'outward':
      return fromTheMiddle(turns);
    case 'inward':
      return fromTheMiddle(turns).toReversed();
    case 'random': {
      const drawn = new Map(turns.map((turn) => [turn, uniform(`${times} ${turn.note.id} ${turn.up}`)]));
      return [...turns].sort((a, b) => drawn.get(a)! - drawn.get(b)!);
    }
    default:
      return turns;
  }
}

function fromTheMiddle(turns: readonly Turn[]): readonly Turn[] {
  const middle = (turns.length - 1) / 2;
  const far = new Map(turns.map((turn, place) => [turn, Math.abs(place - middle)]));
  return [...turns].sort((a, b) => far.get(a)! - far.get(b)!);
}
