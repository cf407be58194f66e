import { MAX_SHARE } from '../../model/entities';
import { withFields, without } from '../../notes/with';
import { notesAction } from '../action';
import { paramsOf, wholeParam } from '../params';

export const share = notesAction({
  id: 'share',
  family: 'feel',
  subject: 'notes',
  label: 'Odds',
  help: 'How many lots a note has in the draw of its one-of group: with 3 lots against 1, it sounds three times as often. Notes outside a group stay as they are.',
  words: ['weight', 'likely', 'odds', 'more often', 'lots', 'group'],
  params: () => paramsOf({ lots: wholeParam('Odds', 1, MAX_SHARE, 2) }),
  quick: [1, 2, 3].map((lots) => ({ label: `Odds ${lots}`, shown: String(lots), params: { lots } })),
  run: ({ notes }, { lots }) => ({
    notes: notes.map((note) => (note.oneOf === undefined || lots === 1 ? without(note, 'share') : withFields(note, { share: lots }))),
  }),
  whyNot: ({ notes }) =>
    notes.some(({ oneOf }) => oneOf !== undefined) ? null : 'None of these notes is in a one-of group. Make one first with "One of them".',
});
