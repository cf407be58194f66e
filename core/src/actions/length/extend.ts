import { byStartThenPitch } from '../../model/collections';
import { inOrder } from '../../model/document';
import type { Id, Note } from '../../model/entities';
import { groupedBy } from '../../model/grouped';
import { chordsOf } from '../../notes/chords';
import { gridOfRow } from '../../time';
import { loopTicks, notesAction } from '../action';
import { amountParam, amountTicks } from '../amounts';
import { choiceParam, paramsOf, wholeParam } from '../params';

export const extend = notesAction({
  id: 'extend',
  family: 'length',
  subject: 'notes',
  label: 'Extend to the next',
  short: 'Extend',
  help: 'Ends every note where the next one starts, or a gap before it; the last ends where the pattern does. Notes of a chord go to the next chord.',
  words: ['legato', 'connect', 'gap', 'space', 'fill', 'tie', 'until', 'staccato'],
  params: paramsOf({
    next: choiceParam('The next', ['any', 'row'], 'any', { any: 'note of any pitch', row: 'note of the same pitch' }),
    which: choiceParam('Which notes change', ['all', 'shorter', 'longer'], 'all', {
      shorter: 'those that end before',
      longer: 'those that end after',
    }),
    gap: wholeParam('Gap', 0, 999, 0),
    unit: amountParam('Counted in', '1/64'),
  }),
  main: ['next', 'gap'],
  quick: [
    { label: 'Extend to the next', icon: 'extend', params: { which: 'all', gap: 0 } },
    { label: 'Leave a gap before the next', shown: 'gap', params: { which: 'longer', gap: 1 } },
  ],
  run: (part, { next, which, gap, unit }, context) => {
    const nextOf = new Map(next === 'any' ? nextChords(part.notes) : nextOfRows(part.notes));
    return {
      notes: part.notes.map((note) => {
        const end = nextOf.get(note.id) ?? Math.max(loopTicks(part, note.pitch), note.start + 1);
        const free = amountTicks(gap, unit, { ...context, grid: gridOfRow(context, note.pitch) }, note.start);
        const length = Math.max(1, end - free - note.start);
        const isMeant = which === 'all' || (which === 'shorter' ? length > note.length : length < note.length);
        return isMeant && length !== note.length ? { ...note, length } : note;
      }),
    };
  },
});

type Next = readonly [id: Id, tick: number | undefined];

/** Where the next chord begins after each note's own: the first that begins after the last note of that one. */
function nextChords(notes: readonly Note[]): Next[] {
  const chords = chordsOf(inOrder(notes, byStartThenPitch));
  const starts = chords.map(([first]) => first!.start);
  return chords.flatMap((chord) => {
    const tick = firstAfter(starts, chord.at(-1)!.start);
    return chord.map(({ id }): Next => [id, tick]);
  });
}

/** Where the next note of the same pitch begins after each. */
function nextOfRows(notes: readonly Note[]): Next[] {
  return [...groupedBy(inOrder(notes, byStartThenPitch), ({ pitch }) => pitch).values()].flatMap((row) => {
    const starts = row.map(({ start }) => start);
    return row.map(({ id, start }): Next => [id, firstAfter(starts, start)]);
  });
}

/** The first of sorted ticks that is after one. */
function firstAfter(ticks: readonly number[], tick: number): number | undefined {
  let [low, high] = [0, ticks.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (ticks[middle]! > tick) high = middle;
    else low = middle + 1;
  }
  return ticks[low];
}
