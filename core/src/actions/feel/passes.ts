import { withFields, without } from '../../notes/with';
import { notesAction } from '../action';
import { choiceParam, paramsOf } from '../params';

/** Which passes of how many, in words. */
const TURNS = ['every', '1/2', '2/2', '1/4', '2/4', '3/4', '4/4'] as const;
const ORDINALS = ['1st', '2nd', '3rd', '4th'];

function turnWords(turn: string): string {
  const [which, of] = turn.split('/').map(Number);
  return of ? `${ORDINALS[which! - 1]} of ${of}` : 'every time';
}

export const passes = notesAction({
  id: 'passes',
  family: 'feel',
  subject: 'notes',
  label: 'Which passes',
  short: 'Passes',
  help: 'Which passes a note sounds in: every one, or only the first of two, the third of four and so on.',
  words: ['condition', 'every other', 'time round', 'alternate', 'when it sounds', 'cycle'],
  params: paramsOf({
    turn: choiceParam('Sounds', TURNS, '1/2', Object.fromEntries(TURNS.map((turn) => [turn, turnWords(turn)]))),
  }),
  quick: (['every', '1/2', '2/2'] as const).map((turn) => ({
    label: `Sounds ${turnWords(turn)}`,
    shown: turnWords(turn),
    params: { turn },
  })),
  run: ({ notes }, { turn }) => {
    const [which, of] = turn.split('/').map(Number);
    const chosen = of ? { of, mask: 2 ** (which! - 1) } : null;
    return {
      notes: notes.map((note) => (chosen ? withFields(note, { passes: chosen }) : without(note, 'passes'))),
    };
  },
});
