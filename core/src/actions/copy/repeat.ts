import { copies, type RoundTo } from '../../notes/repeat';
import { spanOf } from '../../notes/rotate';
import { MAX_PIECES, tooManyPieces } from '../../notes/split';
import { loopTicks, notesAction, type ActionContext, type NotesPart } from '../action';
import { copyDistance, roundToParam } from '../amounts';
import { choiceParam, landingParam, paramsOf, wholeParam } from '../params';

export const repeat = notesAction({
  id: 'repeat',
  family: 'copy',
  subject: 'notes',
  label: 'Repeat',
  short: 'Repeat',
  help: 'Copies the notes several times, one after the other, or as often as fits before the end of the pattern.',
  words: ['copy', 'again', 'loop', 'fill', 'times', 'multiply'],
  params: paramsOf({
    until: choiceParam('How often', ['end', 'times'], 'end', { end: 'to the end', times: 'a number of times' }),
    times: wholeParam('Times', 1, 64, 2),
    roundTo: roundToParam(),
    landing: landingParam(),
  }),
  quick: [{ label: 'Repeat to the end', icon: 'repeat', params: { until: 'end' } }],
  run: (part, params, context) => {
    const { notes } = part;
    const { distance, times } = plan(part, params, context);
    const made = copies(notes, times, distance, context.newId);
    const within = made.filter(({ start, pitch }) => params.until === 'times' || start < loopTicks(part, pitch));
    const ticksLater = Array.from({ length: times }, (_, time) => (time + 1) * distance);
    return { notes: [...notes, ...within], landing: params.landing, copied: { ...spanOf(notes), ticksLater } };
  },
  whyNot: (part, params, context) => {
    const { notes } = part;
    const { times } = plan(part, params, context);
    if (notes.length > 0 && times === 0)
      return 'There is no room for another before the end of the pattern. Choose "a number of times", or make it longer.';
    return tooManyPieces(notes.length * (Math.min(times, MAX_PIECES) + 1));
  },
});

/** How far apart the copies stand, and how many there are. */
function plan(
  part: NotesPart,
  { until, times, roundTo }: { until: 'end' | 'times'; times: number; roundTo: RoundTo },
  context: ActionContext,
): { readonly distance: number; readonly times: number } {
  const { notes } = part;
  const distance = Math.max(1, copyDistance(notes, roundTo, context));
  if (until === 'times' || notes.length === 0) return { distance, times };
  const first = notes.reduce((tick, { start }) => Math.min(tick, start), Infinity);
  const longest = notes.reduce((ticks, { pitch }) => Math.max(ticks, loopTicks(part, pitch)), 0);
  return { distance, times: Math.max(0, Math.ceil((longest - first) / distance) - 1) };
}
