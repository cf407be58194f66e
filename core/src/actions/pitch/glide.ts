import type { z } from 'zod';
import { BEND_SHAPES, MAX_BEND_CENTS, type Id, type Note } from '../../model/entities';
import { byStartThenPitch } from '../../model/collections';
import { inOrder } from '../../model/document';
import { chordsOf } from '../../notes/chords';
import { withFields } from '../../notes/with';
import { clamp } from '../../time';
import { notesAction } from '../action';
import { choiceParam, paramsOf, sliderParam, wholeParam } from '../params';

const MOST = MAX_BEND_CENTS / 100;

const params = paramsOf({
  to: choiceParam('To', ['next', 'pitch'], 'next', { next: 'the next note', pitch: 'a distance' }),
  who: choiceParam('Who glides', ['note', 'voice', 'sounding'], 'note', {
    note: 'the note alone',
    voice: 'its voice',
    sounding: 'all that sounds',
  }),
  semitones: wholeParam('Distance, semitones', -MOST, MOST, 2),
  begins: sliderParam('Begins at', 0, 100, 50, '% of the note'),
  ends: sliderParam('There at', 0, 100, 100, '% of the note'),
  shape: choiceParam('On its way', BEND_SHAPES, 'smooth'),
});
type Params = z.infer<typeof params>;

export const glide = notesAction({
  id: 'glide',
  family: 'pitch',
  subject: 'notes',
  label: 'Glide',
  short: 'Glide',
  help: 'Lets a note slide to the pitch of the next one, or by a distance, and hold there. It can go alone, take the notes of its voice along, or all that sounds with it. It reaches at most two octaves.',
  words: ['slide', 'portamento', 'bend', 'slur', 'to the next', 'chord bend', 'pitch'],
  params,
  main: ['to', 'who'],
  quick: [
    { label: 'Glide to the next note', params: { to: 'next', who: 'note', begins: 50, ends: 100 } },
    { label: 'All that sounds up a tone', params: { to: 'pitch', who: 'sounding', semitones: 2, begins: 50, ends: 100 } },
  ],
  curve:
    ({ begins, ends, shape }) =>
    (along) => {
      const share = clamp((100 * along - begins) / Math.max(1, ends - begins), 0, 1);
      return shape === 'smooth' ? share * share * (3 - 2 * share) : share;
    },
  whyNot: ({ notes, around = () => notes }, { to }) =>
    to === 'next' && notes.length > 0 && nextPitches(notes, around()).size === 0
      ? 'No note comes after these to glide to. Choose a distance instead.'
      : null,
  run: ({ notes, around = () => notes }, chosen) => {
    const next = chosen.to === 'next' ? nextPitches(notes, around()) : null;
    const led = notes.map((note): Led => ({ note, cents: next ? centsTo(note, next.get(note.id)) : 100 * chosen.semitones }));
    const along = chosen.who === 'note' ? [] : takenAlong(led, around(), chosen);
    return { notes: led.map(({ note, cents }) => withGlide(note, note, cents, chosen)), ...(along.length ? { along } : {}) };
  },
});

/** A note that leads a glide, and how far it goes, in cents. */
interface Led {
  readonly note: Note;
  readonly cents: number;
}

/** A note with the line of a glide that `lead` makes; as it is where that goes nowhere. */
function withGlide(note: Note, lead: Note, cents: number, settings: Params): Note {
  if (cents === 0) return note;
  const { begin, end } = timesOf(lead, settings);
  const { shape } = settings;
  return withFields(note, {
    bend: [
      { tick: begin - note.start, cents: 0, shape },
      { tick: end - note.start, cents, shape },
    ],
  });
}

/** When a note's glide begins and is there, in ticks of the pattern; at once where its end does not come after its beginning. */
function timesOf({ start, length }: Note, { begins, ends }: Params): { readonly begin: number; readonly end: number } {
  const at = (percent: number) => start + Math.round((length * percent) / 100);
  return { begin: at(begins), end: at(Math.max(begins, ends)) };
}

function centsTo({ pitch }: Note, to: number | undefined): number {
  return to === undefined ? 0 : clamp(100 * (to - pitch), -MAX_BEND_CENTS, MAX_BEND_CENTS);
}

/** The pitch each note glides to: the nearest of the first notes that begin after its chord; those that nothing follows are not in it. */
function nextPitches(notes: readonly Note[], around: readonly Note[]): ReadonlyMap<Id, number> {
  const chords = chordsOf(inOrder(around, byStartThenPitch));
  const wanted = new Set(notes.map(({ id }) => id));
  const found = new Map<Id, number>();
  // The chords are in order of their first notes: the next one that begins later than the last note of this one.
  let next = 0;
  for (const chord of chords) {
    const last = chord.at(-1)!.start;
    while (next < chords.length && chords[next]![0]!.start <= last) next++;
    const following = chords[next];
    if (!following) break;
    for (const { id, pitch } of chord) if (wanted.has(id)) found.set(id, nearest(pitch, following));
  }
  return found;
}

function nearest(pitch: number, chord: readonly Note[]): number {
  return chord.reduce((best, each) => (Math.abs(each.pitch - pitch) < Math.abs(best - pitch) ? each.pitch : best), chord[0]!.pitch);
}

/** The other notes that sound when a glide begins, with its line: those of its voice, or all. The highest of several that lead takes them. */
function takenAlong(led: readonly Led[], around: readonly Note[], settings: Params): Note[] {
  const leading = new Set(led.map(({ note }) => note.id));
  const moving = led.filter(({ cents }) => cents !== 0).sort((a, b) => b.note.pitch - a.note.pitch);
  if (moving.length === 0) return [];
  return around.flatMap((note) => {
    if (leading.has(note.id)) return [];
    const lead = moving.find((each) => {
      const { begin } = timesOf(each.note, settings);
      const isOfIt = settings.who === 'sounding' || (note.voice ?? 1) === (each.note.voice ?? 1);
      return isOfIt && note.start <= begin && begin < note.start + note.length;
    });
    return lead ? [withGlide(note, lead.note, lead.cents, settings)] : [];
  });
}
