import type { Id, Note } from '../model/entities';
import type { TickSpan } from '../notes/span';
import type { ActionResult } from './action';

/** The notes an action took last time, and where it left them: its way back takes the very same notes. */
export interface Taken {
  readonly actionId: string;
  readonly patternId: Id;
  readonly noteIds: readonly Id[];
  /** Where each of them begins since. */
  readonly starts: readonly number[];
  /** The stretch of their own that they are being turned round in; they may cover another since. */
  readonly span?: TickSpan | undefined;
}

/** The notes an action has taken, once its results are in; null where notes of the part are gone. */
export function takenBy(
  actionId: string,
  patternId: Id,
  part: readonly Note[],
  { notes, ownSpan }: Pick<ActionResult, 'notes' | 'ownSpan'>,
): Taken | null {
  const after = new Map(notes.map(({ id, start }) => [id, start]));
  const starts = part.flatMap(({ id }) => after.get(id) ?? []);
  if (part.length === 0 || starts.length < part.length) return null;
  return { actionId, patternId, noteIds: part.map(({ id }) => id), starts, span: ownSpan };
}

/** The notes taken last, among all of the pattern, as long as each stands where it was left; null where one does not. */
export function stillStanding(all: readonly Note[], { noteIds, starts }: Taken): readonly Note[] | null {
  const left = new Map(noteIds.map((id, index) => [id, starts[index]!]));
  const standing = all.filter(({ id, start }) => left.get(id) === start);
  return standing.length === noteIds.length ? standing : null;
}
