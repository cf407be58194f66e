import {
  amountTicks,
  clamp,
  divisionName,
  commonGrid,
  lengthWords,
  limitedShift,
  limitedTranspose,
  MOST_TRANSPOSED,
  moveNotes,
  rowLength,
  withNotes,
  type AmountUnit,
  type Document,
  type Id,
  counted,
  type Note,
} from '@yibbo/core';
import { editNotes } from '../document/edits';
import { selectHandledNotes, selectNotes, selectPart, selectSelectedNotes, type OpenPart } from '../../state/session/selectors';
import type { State, Thunk } from '../../state/store';
import { runAction } from '../trial/trials';
import { carriedSet, nudgedSet, type Amount, type Nudged } from '../../state/session/nudged';

/** How far a nudge goes: as it was set, else one step, or one millisecond with snapping off. */
export function nudgeAmount({ preferences }: State): Amount {
  return preferences.nudge ?? { count: 1, unit: preferences.isSnapping ? 'grid' : 'ms' };
}

/** The notes a nudge moves: the selection, or the whole pattern. */
function nudgedNotes(state: State): readonly Note[] {
  const selected = selectSelectedNotes(state);
  if (selected.length) return selected;
  const part = selectPart(state);
  if (!part) return [];
  // The whole pattern is what can be heard of it; what a run of nudges has carried beyond the end goes on with the run.
  const isHeard = ({ start, pitch }: Note) => start < rowLength(part.pattern, pitch);
  const all = selectNotes(state);
  const heard = all.filter(isHeard);
  const carried = new Set(state.nudge.nudged?.noteIds);
  return heard.every(({ id }) => carried.has(id)) && carried.size > heard.length ? all.filter(({ id }) => carried.has(id)) : heard;
}

function firstStart(notes: readonly Note[]): number {
  return notes.reduce((tick, { start }) => Math.min(tick, start), Infinity);
}

/** The run of nudges these notes are in: the last one, if they stand where it left them, else a new one. */
function runOf(state: State, notes: readonly Note[]): Nudged {
  const { nudged } = state.nudge;
  const first = firstStart(notes);
  const isSame = nudged !== null && nudged.originTick + nudged.ticks === first && sameIds(nudged.noteIds, notes);
  return isSame ? nudged : { noteIds: notes.map(({ id }) => id), originTick: first, ticks: 0, counts: {} };
}

function sameIds(ids: readonly Id[], notes: readonly Note[]): boolean {
  return ids.length === notes.length && notes.every(({ id }, index) => id === ids[index]);
}

/** One nudge of a button or key that may be held: the notes are carried, and written when it is let go. All of a run counts from where it
 *  began, so that as many nudges back end there exactly. Keys take what is handled, which may be the current note; buttons what actions
 *  take, which may be the whole pattern. */
export function nudgeStep(direction: 1 | -1, amount?: Amount, of: 'subject' | 'handled' = 'subject'): Thunk {
  return (dispatch, getState) => {
    const state = getState();
    const context = selectPart(state);
    const { carried } = state.nudge;
    const notes = of === 'handled' ? selectHandledNotes(state) : nudgedNotes(state);
    if (!context || notes.length === 0) return;
    const { count, unit } = amount ?? nudgeAmount(state);
    const before = carried?.run ?? runOf(state, notes);
    const counts = { ...before.counts, [unit]: (before.counts[unit] ?? 0) + direction * count };
    const grid = commonGrid(notes, context);
    const wanted = Object.entries(counts).reduce(
      (ticks, [each, times]) => ticks + amountTicks(times, each as AmountUnit, { ...context, grid }, before.originTick),
      0,
    );
    const ticks = Math.max(-before.originTick, wanted);
    const run: Nudged = { ...before, counts: ticks === wanted ? counts : before.counts, ticks };
    dispatch(carriedSet({ run, ticks: before.originTick + ticks - firstStart(notes), semitones: carried?.semitones ?? 0 }));
  };
}

/** One step up or down of a key that may be held: the selected notes are carried as by a nudge. The group stops at the ends of the keyboard. */
export function pitchStep(semitones: number): Thunk {
  return (dispatch, getState) => {
    const state = getState();
    const { carried } = state.nudge;
    const notes = selectHandledNotes(state);
    if (notes.length === 0) return;
    const { run, ticks, semitones: before } = carried ?? { run: runOf(state, notes), ticks: 0, semitones: 0 };
    const wanted = clamp(before + semitones, -MOST_TRANSPOSED, MOST_TRANSPOSED);
    dispatch(carriedSet({ run, ticks, semitones: limitedTranspose(notes, wanted) }));
  };
}

/** The button or key is let go: what was carried is one Change; one for time and one for pitch where it went both ways. */
export function letGo(): Thunk {
  return (dispatch, getState) => {
    const { carried } = getState().nudge;
    if (!carried) return;
    const { run, ticks, semitones } = carried;
    dispatch(carriedSet(null));
    if (semitones !== 0) dispatch(runAction('transpose', { semitones }, run.noteIds));
    dispatch(shift(run.noteIds, ticks, 'Nudge'));
    dispatch(nudgedSet(run));
  };
}

/** Puts the notes back where the run of nudges began. */
export function nudgeBack(): Thunk {
  return (dispatch, getState) => {
    const { nudged } = getState().nudge;
    if (!nudged) return;
    const ids = new Set(nudged.noteIds);
    const notes = selectNotes(getState()).filter(({ id }) => ids.has(id));
    dispatch(shift(nudged.noteIds, nudged.originTick - firstStart(notes), 'Nudge back'));
    dispatch(nudgedSet(null));
  };
}

function shift(noteIds: readonly Id[], ticks: number, verb: string): Thunk {
  const words = `${verb}, ${counted(noteIds.length, 'note')}`;
  return ticks === 0 ? () => undefined : editNotes(words, (all) => shifted(all, noteIds, ticks));
}

function shifted(all: readonly Note[], noteIds: readonly Id[], ticks: number, semitones = 0): readonly Note[] {
  const ids = new Set(noteIds);
  const some = all.filter(({ id }) => ids.has(id));
  return withNotes(all, moveNotes(some, limitedShift(some, ticks), semitones));
}

/** The song with what is carried where it would be let go; null where nothing is. */
export function carriedDocument(state: State): Document | null {
  const { document } = state.song;
  const { carried } = state.nudge;
  const part = selectPart(state);
  if (!document || !carried || !part) return null;
  const notes = shifted(selectNotes(state), carried.run.noteIds, carried.ticks, carried.semitones);
  return { ...document, notes: { ...document.notes, [part.pattern.id]: notes } };
}

/** How far the notes have been nudged in all, in words; null where they stand where they began. */
export function nudgedWords(state: State): string | null {
  const part = selectPart(state);
  const run = state.nudge.carried?.run ?? state.nudge.nudged;
  if (!part || !run || run.ticks === 0) return null;
  const isStill = (notes: readonly Note[]) => notes.length > 0 && runOf(state, notes) === run;
  if (!state.nudge.carried && !isStill(nudgedNotes(state)) && !isStill(selectHandledNotes(state))) return null;
  const sign = run.ticks < 0 ? '−' : '+';
  const used = Object.entries(run.counts).filter(([, count]) => count !== 0);
  const [unit, count] = used.length === 1 ? (used[0] as [AmountUnit, number]) : [null, 0];
  if (unit === null) return `${sign}${lengthWords(Math.abs(run.ticks), part.meter)}`;
  return `${sign}${amountWords({ count: Math.abs(count), unit }, part)}`;
}

/** "3 × 1/16", "5 ms". */
export function amountWords({ count, unit }: Amount, part: OpenPart): string {
  if (unit === 'ms') return `${count} ms`;
  if (unit === 'tick' || unit === 'bar' || unit === 'beat') return `${count} ${unit}${count === 1 ? '' : 's'}`;
  const name = unit === 'grid' ? divisionName(part.division) : unit;
  return count === 1 ? name : `${count} × ${name}`;
}
