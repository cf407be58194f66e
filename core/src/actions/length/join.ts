import type { Note } from '../../model/entities';
import { notesAction } from '../action';
import { paramsOf } from '../params';

export const join = notesAction({
  id: 'join',
  family: 'length',
  subject: 'notes',
  label: 'Join',
  short: 'Join',
  help: 'Makes one note of all the notes of each pitch, from the earliest start to the latest end, across gaps too. Everything else comes from the first.',
  words: ['merge', 'glue', 'connect', 'tie', 'combine', 'legato'],
  params: paramsOf({}),
  quick: [{ label: 'Join', icon: 'join', params: {} }],
  run: ({ notes }) => {
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
