import type { z } from 'zod';
import type { Note } from '../../model/entities';
import { byStartThenPitch } from '../../model/collections';
import { inOrder } from '../../model/document';
import { chordsOf } from '../../notes/chords';
import type { FigureHit } from '../../notes/figures';
import { turned } from '../../notes/rhythm';
import { rhythmOf, struckVelocity } from '../../notes/taken-rhythm';
import { barBefore, modulo } from '../../time';
import { notesAction, type ActionContext } from '../action';
import { amountParam, gridOfAmount } from '../amounts';
import { choiceParam, paramsOf, sliderParam, stepsParam, takenParam, wholeParam } from '../params';
import { anyFigureParam } from './figure-param';

const MOST_NOTES = 8192;

const params = paramsOf({
  figure: anyFigureParam('Rhythm', 'tresillo', 'own steps'),
  steps: stepsParam('Own steps', 2, 32, 'x..x..x.'),
  taken: takenParam('Taken from'),
  turn: wholeParam('Turned by', 0, 63, 0, 'steps'),
  gate: sliderParam('Length', 5, 100, 90, '%'),
  accent: sliderParam('Accents', 0, 60, 18, ''),
  from: choiceParam('Steps counted from', ['chord', 'bar', 'start'], 'bar', { chord: 'the chord', bar: 'the bar', start: 'the beginning' }),
  of: amountParam('Steps of', '1/16'),
});
type Settings = z.infer<typeof params>;

export const strike = notesAction({
  id: 'strike',
  family: 'make',
  subject: 'notes',
  label: 'Strike a rhythm over chords',
  short: 'Strike',
  help: 'Strikes each chord, or note, again at every hit of a rhythm for as long as it lasts: a ready figure, steps of your own, or the rhythm of any pattern. Length says how much of the time to the next hit it sounds.',
  words: ['strike', 'stab', 'comp', 'strum', 'rhythm', 'gate', 'pulse', 'figure', 'chop', 'chord'],
  params,
  main: ['gate', 'accent'],
  quick: [
    { label: 'Tresillo over chords', shown: 'tresillo', params: { figure: 'tresillo' } },
    { label: 'Off-beats over chords', shown: 'off-beats', params: { figure: 'off-beats' } },
  ],
  run: ({ notes }, settings, context) => {
    const hits = hitsOf(settings);
    return { notes: chordsOf(inOrder(notes, byStartThenPitch)).flatMap((chord) => struck(chord, hits, settings, context)) };
  },
  whyNot: ({ notes }, settings, context) => {
    if (!hitsOf(settings).some(Boolean)) return settings.figure === 'taken' ? NONE_TAKEN : NO_HIT;
    const { numerator, denominator } = gridOfAmount(settings.of, context);
    const ticks = notes.reduce((sum, { length }) => sum + length, 0);
    return (ticks * denominator) / numerator > MOST_NOTES ? `That could be more than ${MOST_NOTES} notes. Choose longer steps.` : null;
  },
});

const NONE_TAKEN = 'Choose a pattern whose rhythm it takes.';
const NO_HIT = 'The rhythm has no hit. Switch one of its steps on.';

function hitsOf({ figure, taken, steps, turn }: Settings): readonly (FigureHit | null)[] {
  const own = [...steps].map((step) => (step === 'x' ? ('hit' as const) : null));
  return turned(rhythmOf(figure, taken) ?? (figure === 'own' ? own : []), turn);
}

/** A chord struck at the hits inside its time; as it is where there is none. Its notes stay as far from each other as they are written. */
function struck(chord: readonly Note[], hits: readonly (FigureHit | null)[], settings: Settings, context: ActionContext): readonly Note[] {
  const begin = chord[0]!.start;
  const end = chord.reduce((latest, { start, length }) => Math.max(latest, start + length), 0);
  const times = hitTimes(hits, { begin, end }, settings, context);
  const made = times.flatMap(({ tick, hit }, index) => {
    const next = times[index + 1]?.tick ?? end;
    return chord.flatMap((note) => {
      const [start, until] = [tick + note.start - begin, Math.min(next, note.start + note.length)];
      if (start >= until) return [];
      const length = Math.max(1, Math.round(((until - start) * settings.gate) / 100));
      const id = index === 0 ? note.id : context.newId(note.id, index);
      return [{ ...note, id, start, length, velocity: struckVelocity(note.velocity, hit, settings.accent) }];
    });
  });
  return made.length ? made : chord;
}

/** The hits of a rhythm between two ticks, on steps counted from where the settings say. */
function hitTimes(
  hits: readonly (FigureHit | null)[],
  { begin, end }: { readonly begin: number; readonly end: number },
  { from, of }: Settings,
  context: ActionContext,
): readonly { readonly tick: number; readonly hit: FigureHit }[] {
  const { numerator, denominator } = gridOfAmount(of, context);
  const step = numerator / denominator;
  const origin = { chord: begin, bar: barBefore(context.meters, begin), start: 0 }[from];
  const first = Math.ceil((begin - origin) / step - 1e-9);
  const times: { readonly tick: number; readonly hit: FigureHit }[] = [];
  for (let index = first; origin + index * step < end - 1e-9; index++) {
    const hit = hits[modulo(index, hits.length)];
    if (hit) times.push({ tick: Math.round(origin + index * step), hit });
  }
  return times;
}
