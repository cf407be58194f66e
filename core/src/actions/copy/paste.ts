import type { Note } from '../../model/entities';
import { isOneChord } from '../../notes/chords';
import type { Clip } from '../../notes/clip';
import type { NoteLanding } from '../../notes/landing';
import { copies, fittingDistance } from '../../notes/repeat';
import { spanOf } from '../../notes/rotate';
import type { TickSpan } from '../../notes/span';
import { barBeatAt, gridAt, lineBefore, meterAt } from '../../time';
import { notesAction, type ActionContext } from '../action';
import { choiceParam, landingParam, paramsOf, wholeParam } from '../params';

export const paste = notesAction({
  id: 'paste',
  family: 'copy',
  subject: 'notes',
  takes: 'pattern',
  label: 'Paste',
  short: 'Paste',
  help: 'Puts the copied notes in at the cursor or the mark on the ruler, else right after those that were copied, once or several times; or where they stood. Every note keeps its place in its beat. What is there already sounds too, is replaced, or moves on.',
  words: ['insert', 'clipboard', 'copy', 'put', 'again', 'merge', 'replace'],
  params: paramsOf({
    where: choiceParam('Where', ['here', 'same'], 'here', { here: 'at the cursor, or after them', same: 'where they stood' }),
    landing: landingParam(),
    times: wholeParam('Times', 1, 64, 1),
  }),
  quick: [
    { label: 'Paste', icon: 'paste', params: { where: 'here', times: 1 } },
    { label: 'Paste in place', shown: 'in place', params: { where: 'same', times: 1 } },
  ],
  run: ({ notes }, { where, landing, times }, context) => {
    const { clip } = context;
    if (!clip?.notes.length) return { notes };
    const copied = notesOf(clip, context);
    const distance = distanceOf(clip, copied, context);
    const shift = where === 'same' ? 0 : shiftOf(clip, copied, distance, notes, context);
    const ticksLater = Array.from({ length: times }, (_, time) => shift + time * distance);
    const made = ticksLater.flatMap((ticks, time) =>
      copies(copied, 1, ticks, (source, index) => context.newId(`${source} ${time}`, index)),
    );
    const first = spanOf(copied).start + shift;
    const start = lineBefore(plainAt(context, first), first);
    return {
      notes: [...landedInSpan(notes, { start, end: start + times * distance }, landing), ...made],
      select: made.map(({ id }) => id),
      lands: { atTick: first },
      ...(clip.patternId === context.patternId ? { copied: { ...spanOf(copied), ticksLater } } : {}),
    };
  },
  whyNot: ({ notes }, { where }, { clip, patternId }) => {
    if (!clip?.notes.length) return 'Nothing has been copied yet. Select notes and press Copy first.';
    return where === 'same' && isStillThere(clip, notes, patternId)
      ? 'The copied notes still stand there. Paste puts them after those, or at the cursor.'
      : null;
  },
});

/** The copied notes as notes of this pattern. */
function notesOf({ notes }: Clip, { patternId }: ActionContext): Note[] {
  return notes.map((note) => ({ ...note, patternId }));
}

/** The lines that rule at a tick, without stretches that have their own. */
function plainAt({ grid }: Pick<ActionContext, 'grid'>, tick: number) {
  return gridAt(grid, tick);
}

/** From one paste to the next: as long as the stretch that was marked when they were copied, else as a duplicate lies after its notes; beyond the end
 *  of the frame they were selected by. */
function distanceOf({ stretch }: Clip, copied: readonly Note[], context: ActionContext): number {
  if (stretch?.isMarked) return stretch.end - stretch.start;
  const { start } = spanOf(copied);
  return fittingDistance(copied, plainAt(context, start), meterAt(context.meters, start), stretch?.end);
}

/** Whether some of the copied notes still stand where they were copied. */
function isStillThere({ notes, patternId }: Clip, all: readonly Note[], here: string): boolean {
  if (patternId !== here) return false;
  const starts = new Map(all.map(({ id, start }) => [id, start]));
  return notes.some(({ id, start }) => starts.get(id) === start);
}

/** How far the copied notes go: to the place that was chosen; else right after themselves, or back to their own place where they are gone from it, and
 *  to it in another pattern. Never onto notes that are just the same: then they go on by as much again. */
function shiftOf(clip: Clip, copied: readonly Note[], distance: number, all: readonly Note[], context: ActionContext): number {
  const chosen = context.at.isChosen || clip.patternId === undefined ? context.at.tick : context.span?.start;
  const isThere = isStillThere(clip, all, context.patternId);
  const own = clip.stretch ?? spanOf(copied);
  const isOnItself = isThere && chosen !== undefined && chosen >= own.start && chosen < own.end;
  const taken = new Set(all.map(({ start, pitch }) => start * PITCHES + pitch));
  let shift = chosen === undefined || isOnItself ? (isThere ? distance : 0) : shiftTo(chosen, clip, copied, context);
  for (let tries = 0; tries < MOST_TRIES && copied.every(({ start, pitch }) => taken.has((start + shift) * PITCHES + pitch)); tries++)
    shift += distance;
  return shift;
}

/** How many pitches there are: with it a place and a pitch are one number. */
const PITCHES = 128;
/** How many times a paste skips past identical notes. */
const MOST_TRIES = 10_000;

/** To a chosen place: one note or chord to its step; more to the beat that it is in, so that they keep their places in their beats. */
function shiftTo(chosen: number, { inBeat, stretch }: Clip, copied: readonly Note[], context: ActionContext): number {
  const { start } = spanOf(copied);
  const from = stretch?.isMarked ? stretch.start : start;
  if (inBeat === undefined || isOneChord(copied)) return chosen - lineBefore(plainAt(context, start), start);
  return chosen - barBeatAt(context.meters, chosen).ticks - (from - inBeat);
}

/** The notes already there, as the landing leaves them. */
function landedInSpan(notes: readonly Note[], taken: TickSpan, landing: NoteLanding): Note[] {
  if (landing === 'push') {
    const by = taken.end - taken.start;
    return notes.map((note) => (note.start >= taken.start ? { ...note, start: note.start + by } : note));
  }
  return landing === 'replace' ? notes.filter(({ start }) => start < taken.start || start >= taken.end) : [...notes];
}
