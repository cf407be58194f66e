import type { Note } from '../../model/entities';
import { byStartThenPitch } from '../../model/collections';
import { inOrder } from '../../model/document';
import { steadyChance, type SteadyChance } from '../../chance/steady';
import { chordsOf } from '../../notes/chords';
import { clamp } from '../../time';
import { notesAction } from '../action';
import { amountTicks } from '../amounts';
import { choiceParam, paramsOf, sliderParam, wholeParam } from '../params';

/** At the ends of the tension the curve is t⁴ and its opposite. */
const STEEPEST = 4;

const ORDERS = ['up', 'down', 'alternate', 'outward', 'random'] as const;

export const strum = notesAction({
  id: 'strum',
  family: 'feel',
  subject: 'notes',
  label: 'Strum',
  short: 'Strum',
  help: 'Spreads the notes of each chord one after the other, as a hand goes over strings: upwards, downwards, one way and then the other. Tension gathers them at the beginning or at the end. Notes alone stay as they are.',
  words: ['guitar', 'roll', 'spread', 'rake', 'arpeggio', 'chord', 'stagger', 'harp'],
  params: paramsOf({
    time: wholeParam('Over', 1, 500, 40, 'ms'),
    order: choiceParam('Order', ORDERS, 'up', { alternate: 'up and down by turns', outward: 'from the middle out' }),
    tension: sliderParam('Tension', -100, 100, 0, '%'),
    place: choiceParam('At the written place', ['first', 'middle', 'last'], 'first', {
      first: 'the first note',
      middle: 'the middle',
      last: 'the last note',
    }),
    ends: choiceParam('Ends', ['kept', 'moved'], 'kept', { kept: 'stay', moved: 'move along' }),
    louder: wholeParam('Louder towards the last', -60, 60, 0),
  }),
  main: ['time', 'tension', 'order'],
  quick: [
    { label: 'Strum up', params: { order: 'up', time: 40 } },
    { label: 'Strum down', params: { order: 'down', time: 40 } },
    { label: 'Strum by turns', params: { order: 'alternate', time: 40 } },
  ],
  curve:
    ({ tension }) =>
    (along) =>
      along ** (STEEPEST ** (tension / 100)),
  run: ({ notes }, settings, context) => {
    const chance = steadyChance(context.random);
    // A note alone is no stroke: it does not turn the hand.
    let strokes = 0;
    return {
      notes: chordsOf(inOrder(notes, byStartThenPitch)).flatMap((chord) => {
        if (chord.length < 2) return chord;
        const ticks = amountTicks(settings.time, 'ms', context, chord[0]!.start);
        return strummed(inStrumOrder(chord, settings.order, strokes++, chance), ticks, settings);
      }),
    };
  },
});

/** The notes of a chord in the order they are struck. */
function inStrumOrder(chord: readonly Note[], order: (typeof ORDERS)[number], index: number, { uniform }: SteadyChance): readonly Note[] {
  const upwards = [...chord].sort((a, b) => a.pitch - b.pitch || byStartThenPitch(a, b));
  if (order === 'random') return upwards.sort((a, b) => uniform(a.id) - uniform(b.id));
  if (order === 'outward') {
    const middle = (upwards.length - 1) / 2;
    const far = (note: Note) => Math.abs(upwards.indexOf(note) - middle);
    return [...upwards].sort((a, b) => far(a) - far(b));
  }
  return order === 'down' || (order === 'alternate' && index % 2 === 1) ? upwards.reverse() : upwards;
}

interface Spread {
  readonly tension: number;
  readonly place: 'first' | 'middle' | 'last';
  readonly ends: 'kept' | 'moved';
  readonly louder: number;
}

function strummed(struck: readonly Note[], ticks: number, { tension, place, ends, louder }: Spread): Note[] {
  const last = struck.length - 1;
  const written = struck.reduce((least, { start }) => Math.min(least, start), Infinity);
  const begin = Math.max(0, written - { first: 0, middle: Math.round(ticks / 2), last: ticks }[place]);
  return struck.map((note, index) => {
    const along = (index / last) ** (STEEPEST ** (tension / 100));
    const start = begin + Math.round(ticks * along);
    const end = note.start + note.length;
    const length = ends === 'moved' ? note.length : Math.max(1, end - start);
    return { ...note, start, length, velocity: clamp(note.velocity + Math.round((louder * index) / last), 1, 127) };
  });
}
