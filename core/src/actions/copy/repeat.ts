import { z } from 'zod';
import type { Note } from '../../model/entities';
import { copies, repeatDistance } from '../../notes/repeat';
import { MAX_PIECES, tooManyPieces } from '../../notes/split';
import { notesAction, type ActionContext } from '../action';
import { roundToParam } from '../amounts';
import { choiceParam, wholeParam } from '../params';

export const repeat = notesAction({
  id: 'repeat',
  family: 'copy',
  subject: 'notes',
  label: 'Repeat',
  help: 'Copies the notes several times, one after the other, or as often as fits before the end of the pattern.',
  words: ['copy', 'again', 'loop', 'fill', 'times', 'multiply'],
  params: z.object({
    until: choiceParam('How often', ['end', 'times'], 'end', { end: 'to the end', times: 'so many times' }),
    times: wholeParam('Times', 1, 64, 2),
    roundTo: roundToParam(),
  }),
  quick: [{ label: 'Repeat to the end', icon: 'repeat', params: { until: 'end' } }],
  run: ({ notes, lengthTicks }, params, context) => {
    const { distance, times } = plan(notes, lengthTicks, params, context);
    const made = copies(notes, times, distance, context.newId);
    return { notes: [...notes, ...made.filter(({ start }) => params.until === 'times' || start < lengthTicks)] };
  },
  whyNot: ({ notes, lengthTicks }, params, context) => {
    const { times } = plan(notes, lengthTicks, params, context);
    if (notes.length > 0 && times === 0)
      return 'There is no room for another before the end of the pattern. Choose "so many times", or make it longer.';
    return tooManyPieces(notes.length * (Math.min(times, MAX_PIECES) + 1));
  },
});

/** How far apart the copies stand, and how many there are. */
function plan(
  notes: readonly Note[],
  lengthTicks: number,
  { until, times, roundTo }: { until: 'end' | 'times'; times: number; roundTo: Parameters<typeof repeatDistance>[1] },
  { grid, meter }: ActionContext,
): { readonly distance: number; readonly times: number } {
  const distance = Math.max(1, repeatDistance(notes, roundTo, grid, meter));
  if (until === 'times' || notes.length === 0) return { distance, times };
  const first = notes.reduce((tick, { start }) => Math.min(tick, start), Infinity);
  return { distance, times: Math.max(0, Math.ceil((lengthTicks - first) / distance) - 1) };
}
