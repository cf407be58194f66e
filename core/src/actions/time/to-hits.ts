import { TICKS_PER_QUARTER, bpmAt } from '../../time';
import { notesAction } from '../action';
import { paramsOf, wholeParam } from '../params';

export const toHits = notesAction({
  id: 'to-hits',
  family: 'time',
  subject: 'notes',
  readsHits: true,
  label: 'To hits',
  short: 'To hits',
  help: 'Moves notes to the hits of the recording that lies under them: all the way or a share of it, and only those that are near enough to one. Their lengths stay.',
  words: ['recording', 'audio', 'onset', 'transient', 'align', 'quantize', 'snap', 'match', 'warp'],
  params: paramsOf({ strength: wholeParam('How far, %', 1, 100, 100), within: wholeParam('Only nearer than, ms', 5, 500, 90) }),
  quick: [{ label: 'To hits', icon: 'hits', params: { strength: 100 } }],
  run: ({ notes }, { strength, within }, { hits, tempos }) => ({
    notes: notes.map((note) => {
      const hit = nearest(hits ?? [], note.start);
      const most = (within / 60_000) * bpmAt(tempos, note.start) * TICKS_PER_QUARTER;
      if (hit === null || Math.abs(hit - note.start) > most) return note;
      const start = Math.max(0, Math.round(note.start + ((hit - note.start) * strength) / 100));
      return start === note.start ? note : { ...note, start };
    }),
  }),
  whyNot: (_part, _params, { hits }) =>
    hits?.length ? null : 'There are no hits here. Lay a recording under this part first, under Recordings in the menu of the song.',
});

/** The nearest of some ticks, which are in order; of two as near, the earlier. */
function nearest(hits: readonly number[], tick: number): number | null {
  let [low, high] = [0, hits.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (hits[middle]! < tick) low = middle + 1;
    else high = middle;
  }
  const [before, after] = [hits[low - 1], hits[low]];
  if (before === undefined || after === undefined) return before ?? after ?? null;
  return tick - before <= after - tick ? before : after;
}
