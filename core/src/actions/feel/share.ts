import { MAX_SHARE } from '../../model/entities';
import { withFields, without } from '../../notes/with';
import { notesAction } from '../action';
import { paramsOf, wholeParam } from '../params';

export const share = notesAction({
  id: 'share',
  family: 'feel',
  subject: 'notes',
  label: 'Odds',
  short: 'Odds',
  help: 'The odds of a note in its one-of group: with 3 against 1, it sounds three times as often. Notes outside a group stay as they are.',
  words: ['weight', 'likely', 'odds', 'more often', 'group'],
  params: paramsOf({ odds: wholeParam('Odds', 1, MAX_SHARE, 2) }),
  quick: [1, 2, 3].map((odds) => ({ label: `Odds ${odds}`, shown: String(odds), params: { odds } })),
  run: ({ notes }, { odds }) => ({
    notes: notes.map((note) => (note.oneOf === undefined || odds === 1 ? without(note, 'share') : withFields(note, { share: odds }))),
  }),
  whyNot: ({ notes }) =>
    notes.some(({ oneOf }) => oneOf !== undefined) ? null : 'None of these notes is in a one-of group. Make one first with "One of them".',
});
