import type { Note } from '../../model/entities';
import { byStartThenPitch } from '../../model/collections';
import { inOrder } from '../../model/document';
import { steadyChance, type SteadyChance } from '../../chance/steady';
import { chordsOf } from '../../notes/chords';
import { moveNotes } from '../../notes/move';
import { least } from '../../time';
import { notesAction } from '../action';
import { choiceParam, paramsOf, textParam, wholeParam } from '../params';

const WHICH = ['lowest', 'highest', 'below', 'above', 'turns', 'random', 'nearest'] as const;

export const oneVoice = notesAction({
  id: 'one-voice',
  family: 'pitch',
  subject: 'notes',
  label: 'One voice',
  short: 'One voice',
  help: 'Leaves one note of each chord: the lowest for a bass, the highest for a melody, any in between, one after the other by a list such as 1 3 2 3, at random, or the one nearest to the last. It can move by octaves too.',
  words: ['bass', 'mono', 'single', 'root', 'top', 'melody', 'lead', 'lowest', 'highest', 'thin'],
  params: paramsOf({
    which: choiceParam('Which note', WHICH, 'lowest', {
      below: 'n-th from below',
      above: 'n-th from above',
      turns: 'by turns',
      nearest: 'nearest to the last',
    }),
    octaves: wholeParam('Octaves', -4, 4, 0),
    n: wholeParam('Number', 1, 12, 2),
    turns: textParam('Turns, from below', '1 3 2 3', 100),
  }),
  main: ['which', 'octaves'],
  quick: [
    { label: 'Lowest note', params: { which: 'lowest', octaves: 0 } },
    { label: 'Highest note', params: { which: 'highest', octaves: 0 } },
    { label: 'Bass an octave down', params: { which: 'lowest', octaves: -1 } },
  ],
  run: ({ notes }, { which, octaves, n, turns }, { random }) => {
    const chance = steadyChance(random);
    const list = turns
      .split(/[\s,]+/)
      .map(Number)
      .filter((each) => Number.isInteger(each) && each >= 1);
    let last: Note | null = null;
    const chosen = chordsOf(inOrder(notes, byStartThenPitch)).map((chord, index) => {
      const upwards = [...chord].sort((a, b) => a.pitch - b.pitch || byStartThenPitch(a, b));
      last = upwards[placeIn(upwards, { which, n, turn: list[index % Math.max(1, list.length)] ?? 1, last }, chance)]!;
      return last;
    });
    return { notes: octaves === 0 ? chosen : moveNotes(chosen, 0, 12 * octaves) };
  },
});

interface Choice {
  readonly which: (typeof WHICH)[number];
  readonly n: number;
  readonly turn: number;
  readonly last: Note | null;
}

/** The place, from below, of the note that is left of a chord; one beyond its notes is the one at that end. */
function placeIn(upwards: readonly Note[], { which, n, turn, last }: Choice, { uniform }: SteadyChance): number {
  const top = upwards.length - 1;
  switch (which) {
    case 'lowest':
      return 0;
    case 'highest':
      return top;
    case 'below':
      return Math.min(top, n - 1);
    case 'above':
      return Math.max(0, top - (n - 1));
    case 'turns':
      return Math.min(top, turn - 1);
    case 'random':
      return Math.min(top, Math.floor(uniform(upwards[0]!.id) * upwards.length));
    case 'nearest': {
      const away = upwards.map(({ pitch }) => (last ? Math.abs(pitch - last.pitch) : 0));
      return away.indexOf(least(away));
    }
  }
}
