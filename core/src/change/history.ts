import type { Id } from '../model/entities';
import type { ChangeLabel } from './change';

export interface HistoryState {
  /** The Change that undo would take back. */
  readonly undo: Id | null;
  /** The undoing Change that redo would take back. */
  readonly redo: Id | null;
}

/** The undo and redo stacks, the next Change last. */
interface Sides {
  readonly done: readonly Id[];
  readonly undone: readonly Id[];
}

/** Reads from the labels alone what undo and redo would act on. `labels` is oldest first.
 *  Undoing an undo is a redo; a new Change empties the redo side. Saved points are no steps. */
export function historyState(labels: readonly ChangeLabel[]): HistoryState {
  const { done, undone } = sidesOf(labels);
  return { undo: done.at(-1) ?? null, redo: undone.at(-1) ?? null };
}

/** The same for one device of several that work on a song: it takes back its own Changes only, and does again what it took back itself, whatever
 *  others did in between. What another has taken back already is left out. */
export function ownHistoryState(labels: readonly ChangeLabel[], device: string): HistoryState {
  const own = sidesOf(labels.filter((label) => label.device === device));
  const taken = new Set(labels.flatMap((label) => (label.device !== device && label.undoes !== undefined ? [label.undoes] : [])));
  const isLeft = (id: Id) => !taken.has(id);
  return { undo: own.done.findLast(isLeft) ?? null, redo: own.undone.findLast(isLeft) ?? null };
}

function sidesOf(labels: readonly ChangeLabel[]): Sides {
  const done: Id[] = [];
  const undone: Id[] = [];
  const side = new Map<Id, Id[]>();
  const put = (list: Id[], id: Id) => {
    list.push(id);
    side.set(id, list);
  };
  for (const { id, undoes, point } of labels) {
    if (point !== undefined) continue;
    const from = undoes === undefined ? undefined : side.get(undoes);
    if (undoes !== undefined && from) {
      // The Change to undo is nearly always the newest, so search from the end.
      from.splice(from.lastIndexOf(undoes), 1);
      side.delete(undoes);
      put(from === done ? undone : done, id);
    } else {
      put(done, id);
      for (const each of undone) side.delete(each);
      undone.length = 0;
    }
  }
  return { done, undone };
}

/** A step of the history as a person reads it: something that is done, or that was undone and can be done again; or a saved point. */
export interface HistoryStep {
  /** The Change that did it, undid it or did it again last; a saved point's own. */
  readonly id: Id;
  /** The label without its "Undo:" or "Redo:". */
  readonly words: string;
  readonly at: number;
  readonly device: string;
  readonly isDone: boolean;
  readonly point: string | null;
}

/** The history as one line, oldest first: what is done, then what is undone, in the order it was done. Saved points stand after what was done when
 *  they were made. What a new Change left behind of undone steps is not in it. A run of Changes that belong together is one step, its last, but for
 *  `openRun`, which still goes on. */
export function historyLine(labels: readonly ChangeLabel[], openRun: Id | null = null): readonly HistoryStep[] {
  const sides = sidesOf(labels);
  const byId = new Map(labels.map((label, index) => [label.id, { label, index }]));
  const runOf = (id: Id | undefined) => (id === undefined ? undefined : byId.get(id)!.label.together);
  const isLastOfRun = (id: Id, index: number, side: readonly Id[]) =>
    runOf(id) === undefined || runOf(id) === openRun || runOf(side[index + 1]) !== runOf(id);
  const done = sides.done.filter(isLastOfRun);
  const undone = [...sides.undone].reverse().filter(isLastOfRun);
  const stepOf = (id: Id, isDone: boolean): HistoryStep => {
    const { label, at, device, point } = byId.get(id)!.label;
    return { id, words: label.replace(/^(?:(?:Undo|Redo): )+/, ''), at, device, isDone, point: point ?? null };
  };
  const points = labels.flatMap(({ id, point }, index) => (point === undefined ? [] : [{ id, index }]));
  const line: HistoryStep[] = [];
  let next = 0;
  for (const id of done) {
    const { index } = byId.get(id)!;
    for (; next < points.length && points[next]!.index < index; next++) line.push(stepOf(points[next]!.id, true));
    line.push(stepOf(id, true));
  }
  for (; next < points.length; next++) line.push(stepOf(points[next]!.id, true));
  return [...line, ...undone.map((id) => stepOf(id, false))];
}

/** Whether the step that undo or redo comes to next belongs to the same run as a Change that was just taken back, and goes with it. */
export function goesWith(labels: readonly ChangeLabel[], nextId: Id | null, { together }: Pick<ChangeLabel, 'together'>): boolean {
  return together !== undefined && nextId !== null && labels.find(({ id }) => id === nextId)?.together === together;
}

/** How many times to undo (negative) or do again (positive) until a step of the line is the last that is done. */
export function stepsTo(line: readonly HistoryStep[], id: Id): number {
  const steps = line.filter(({ point }) => point === null);
  const at = steps.findIndex((step) => step.id === id);
  const now = steps.filter(({ isDone }) => isDone).length - 1;
  return at < 0 ? 0 : at - now;
}
