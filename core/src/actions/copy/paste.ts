import type { Note } from '../../model/entities';
import type { NoteLanding } from '../../notes/landing';
import { copies } from '../../notes/repeat';
import { spanOf } from '../../notes/rotate';
import type { TickSpan } from '../../notes/span';
import { lineAfter, lineBefore, type Grid } from '../../time';
import { notesAction, type ActionContext } from '../action';
import { choiceParam, landingParam, paramsOf, wholeParam } from '../params';

export const paste = notesAction({
  id: 'paste',
  family: 'copy',
  subject: 'notes',
  takes: 'pattern',
  label: 'Paste',
  help: 'Puts the copied notes in at the cursor, or where they stood in their own pattern, once or several times. What is there already sounds too, is replaced, or moves on.',
  words: ['insert', 'clipboard', 'copy', 'put', 'again', 'merge', 'replace'],
  params: paramsOf({
    where: choiceParam('Where', ['here', 'same'], 'here', { here: 'at the cursor', same: 'where they stood' }),
    landing: landingParam(),
    times: wholeParam('Times', 1, 64, 1),
  }),
  quick: [
    { label: 'Paste', icon: 'paste', params: { where: 'here', times: 1 } },
    { label: 'Paste in place', shown: 'in place', params: { where: 'same', times: 1 } },
  ],
  run: ({ notes }, { where, landing, times }, context) => {
    const clip = clipIn(context);
    if (clip.length === 0) return { notes };
    const { start, end } = placeOf(clip, where, context);
    const made = Array.from({ length: times }, (_, time) =>
      copies(clip, 1, start + time * (end - start) - lineBefore(plain(context.grid), spanOf(clip).start), (source, index) =>
        context.newId(`${source} ${time}`, index),
      ),
    ).flat();
    const taken: TickSpan = { start, end: start + times * (end - start) };
    return { notes: [...landedInSpan(notes, taken, landing), ...made], select: made.map(({ id }) => id) };
  },
  whyNot: (_part, _params, { clip }) => (clip?.length ? null : 'Nothing has been copied yet. Select notes and press Copy first.'),
});

/** The copied notes as notes of this pattern. */
function clipIn({ clip, patternId }: ActionContext): Note[] {
  return (clip ?? []).map((note) => ({ ...note, patternId }));
}

/** The lines alone, without stretches that have their own. */
function plain({ numerator, denominator }: Grid): Grid {
  return { numerator, denominator };
}

/** What a paste takes up: whole steps of the grid from where the first of the notes stood in its step. */
function placeOf(clip: readonly Note[], where: 'here' | 'same', { grid, at }: ActionContext): TickSpan {
  const span = spanOf(clip);
  const from = lineBefore(plain(grid), span.start);
  const until = lineAfter(plain(grid), Math.max(from, span.end - 1));
  const start = where === 'same' ? from : at.tick;
  return { start, end: start + until - from };
}

/** What was there, as the landing leaves it. */
function landedInSpan(notes: readonly Note[], taken: TickSpan, landing: NoteLanding): Note[] {
  if (landing === 'push') {
    const by = taken.end - taken.start;
    return notes.map((note) => (note.start >= taken.start ? { ...note, start: note.start + by } : note));
  }
  return landing === 'replace' ? notes.filter(({ start }) => start < taken.start || start >= taken.end) : [...notes];
}
