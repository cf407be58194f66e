import type { Note } from '../../model/entities';
import { withFields, without } from '../../notes/with';
import { notesAction } from '../action';
import { choiceParam, paramsOf } from '../params';

export const oneOf = notesAction({
  id: 'one-of',
  family: 'feel',
  subject: 'notes',
  label: 'Only one plays',
  short: 'Only one',
  help: "Makes a group of which exactly one note sounds each time round, another by chance each pass. It takes the place of each note's own chance. Ungroup lets all of them sound again.",
  words: ['group', 'alternate', 'random', 'choose', 'either', 'variation', 'ungroup', 'when it sounds'],
  params: paramsOf({ to: choiceParam('Make them', ['group', 'apart'], 'group', { group: 'a group', apart: 'ungrouped' }) }),
  quick: [
    { label: 'Only one plays', shown: 'group', params: { to: 'group' } },
    { label: 'Ungroup', shown: 'ungroup', params: { to: 'apart' } },
  ],
  run: ({ notes }, { to }, { newId }) => {
    if (to === 'apart') return { notes: notes.map(apart) };
    const group = newId('group', 0);
    return { notes: notes.map((note) => withFields(without(without(note, 'chance'), 'share'), { oneOf: group })) };
  },
  whyNot: ({ notes }, { to }) =>
    to === 'group' && notes.length === 1 ? 'One note is no group. Select the notes of which one is to sound each time round.' : null,
});

/** The note without its group, as it was before it had one. */
function apart(note: Note): Note {
  if (note.oneOf === undefined) return note;
  const alone = without(without(note, 'oneOf'), 'share');
  return note.chance === undefined ? without(alone, 'drawnWith') : alone;
}
