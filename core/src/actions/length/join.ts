import type { Note } from '../../model/entities';
import { byStartThenPitch } from '../../model/collections';
import { inOrder } from '../../model/document';
import { chordsOf } from '../../notes/chords';
import { notesAction } from '../action';
import { choiceParam, paramsOf } from '../params';

export const join = notesAction({
  id: 'join',
  family: 'length',
  subject: 'notes',
  label: 'Join',
  short: 'Join',
  help: 'Makes one note of all the notes of each pitch, from the earliest start to the latest end, across gaps too; or one held chord of each that is struck again and again. Everything else comes from the first.',
  words: ['merge', 'glue', 'connect', 'tie', 'combine', 'legato', 'held', 'sustain', 'repeated'],
  params: paramsOf({
    what: choiceParam('What is joined', ['pitch', 'repeats'], 'pitch', { pitch: 'all of a pitch', repeats: 'chords that repeat' }),
  }),
  quick: [
    { label: 'Join', icon: 'join', params: { what: 'pitch' } },
    { label: 'Join repeats', shown: 'repeats', params: { what: 'repeats' } },
  ],
  run: ({ notes }, { what }) => {
    if (what === 'repeats') return { notes: heldChords(notes) };
    const byVoice = new Map<string, Note>();
    for (const note of notes) {
      const key = `${note.pitch} ${note.voice ?? 1}`;
      const first = byVoice.get(key);
      const end = Math.max(note.start + note.length, first ? first.start + first.length : 0);
      byVoice.set(key, first ? { ...first, length: end - first.start } : note);
    }
    return { notes: [...byVoice.values()] };
  },
});

/** Chords, or notes alone, that come again and again with no other between them, as one that is held to the end of the last. */
function heldChords(notes: readonly Note[]): readonly Note[] {
  const held: (readonly Note[])[] = [];
  for (const chord of chordsOf(inOrder(notes, byStartThenPitch))) {
    const last = held.at(-1);
    if (last && pitchesOf(last) === pitchesOf(chord)) held[held.length - 1] = last.map((note) => heldTo(note, chord));
    else held.push(chord);
  }
  return held.flat();
}

function pitchesOf(chord: readonly Note[]): string {
  return [...new Set(chord.map(({ pitch }) => pitch))].sort((a, b) => a - b).join(' ');
}

/** A note held to the end of its pitch in a chord that comes later. */
function heldTo(note: Note, chord: readonly Note[]): Note {
  const end = chord.reduce(
    (latest, { pitch, start, length }) => (pitch === note.pitch ? Math.max(latest, start + length) : latest),
    note.start + note.length,
  );
  return { ...note, length: end - note.start };
}
