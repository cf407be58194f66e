import { counted } from '../model/counted';
import type { Change, Entry } from '../change/change';
import { diff, diffNotes } from '../change/diff';
import { withLanesTravelled } from '../lanes/travel';
import { byStartThenPitch } from '../model/collections';
import { findById, inOrder, lanesOf, notesOf, type Document } from '../model/document';
import type { Id, Note, Pattern } from '../model/entities';
import { replaceIn } from '../model/replace';
import { rowLength } from '../model/row-length';
import { countLanding, landedOn, type Landing } from '../notes/landing';
import { withNotes } from '../notes/move';
import { spanOf } from '../notes/rotate';
import { seededRandom } from '../chance/random';
import { gridAt, gridOfRow, MAX_TICK, meterAt } from '../time';
import {
  gridOfNotes,
  type ActionContext,
  type ActionResult,
  type Drag,
  type OuterContext,
  type NotesAction,
  type NotesPart,
  type WhyNot,
} from './action';
import { storedUnit } from './amounts';
import { stillStanding, takenBy, type Taken } from './way-back';
import { paramFields } from './params';

/** The subject of an action. */
export interface Performance {
  readonly action: NotesAction;
  readonly params: unknown;
  readonly patternId: Id;
  /** Empty means the whole pattern, but for actions that take something else. */
  readonly noteIds: readonly Id[];
  readonly seed: number;
}

export interface Performed {
  readonly change: Change;
  readonly select: readonly Id[];
  readonly landing: Landing;
  /** How many notes it was run on, and how many it leaves of them. */
  readonly counts: { readonly before: number; readonly after: number };
  /** Why nothing was done, in words; null where something was. */
  readonly whyNot: string | null;
  /** Which characters of a typed text are meant by it, and what would do. */
  readonly refusal: WhyNot | null;
  /** A further remark about the result, or null. */
  readonly says: string | null;
  /** The tick of a line across all rows that it works at; null where there is none. */
  readonly line: number | null;
  /** The notes that the subject became. */
  readonly made: readonly Id[];
  readonly lands: ActionResult['lands'];
  /** The notes it took, for the way back; null where there is none. */
  readonly taken: Taken | null;
}

/** Runs an action on a document and returns the resulting Change, without applying it. The Change has no entries where
 *  nothing would change. Throws where params do not fit the action: the interface only offers what fits. */
export function perform(
  document: Document,
  { action, params, patternId, noteIds, seed }: Performance,
  context: OuterContext,
  stamp: { readonly id: Id; readonly at: number; readonly device: string },
): Performed {
  const all = notesOf(document, patternId);
  const { pattern, whole, full } = subjectOf(document, { action, patternId, noteIds, seed }, context);
  const part = whole.notes;
  const parsed = action.params.parse(params);
  const { result, refused } = attempt(action, whole, parsed, full);
  const after = withAlong(replaced(landedUnder(all, part, result), part, result.notes), result.along);
  const change: Change = {
    ...stamp,
    label: `${action.label}, ${counted(part.length || result.notes.length, 'note')}`,
    made: [{ actionId: action.id, params: storedParams(action, parsed, part, context), seed, noteIds }],
    entries: entriesOf(document, patternId, after, result, context),
  };
  const chosen = result.select ?? result.notes.map(({ id }) => id);
  return {
    change,
    select: noteIds.length || action.takes === 'nothing' || action.takes === 'pattern' ? chosen : [],
    landing: countLanding(all, after, (pitch) => rowLength(result.pattern ? { ...pattern, ...result.pattern } : pattern, pitch)),
    counts: { before: part.length, after: result.notes.length },
    whyNot: typeof refused === 'string' ? refused : (refused?.words ?? null),
    refusal: typeof refused === 'string' ? null : refused,
    says: refused === null ? (action.says?.(whole, parsed, full) ?? null) : null,
    line: action.dragControl?.line?.(whole, parsed, full) ?? null,
    made: result.notes.map(({ id }) => id),
    lands: result.lands,
    taken: action.hasWayBack ? takenBy(action.id, patternId, part, result) : null,
  };
}

/** The settings that a drag over the notes leads an action to, and the notes it is for; null where it means nothing, or the action is not led by
 *  drags. */
export function draggedTo(
  document: Document,
  performance: Performance,
  drag: Drag,
  context: OuterContext,
): { readonly params: Readonly<Record<string, unknown>>; readonly noteIds: readonly Id[] } | null {
  const { dragControl, params: schema } = performance.action;
  const { whole, full } = subjectOf(document, performance, context);
  const params = dragControl?.params(drag, whole, schema.parse(performance.params), full);
  if (!params) return null;
  const noteId = performance.noteIds.length === 0 ? dragControl?.on?.(drag, whole) : null;
  return { params, noteIds: noteId ? [noteId] : performance.noteIds };
}

/** The notes an action runs on, with its context. */
function subjectOf(document: Document, { action, patternId, noteIds, seed }: Omit<Performance, 'params'>, context: OuterContext) {
  const pattern = findById(document.patterns, patternId) ?? NO_PATTERN;
  const all = notesOf(document, patternId);
  const heard = (note: Note) => note.start < rowLength(pattern, note.pitch);
  const found = partOf(all, noteIds, action, context.at.pitch, heard);
  const { lastTaken } = context;
  const isBack = action.hasWayBack && lastTaken?.actionId === action.id && lastTaken.patternId === patternId;
  const before = isBack ? wayBack(all, found, lastTaken, noteIds.length === 0) : null;
  const whole: NotesPart = {
    notes: before ?? found,
    lengthTicks: pattern.length,
    rowLengths: pattern.rowLengths,
    around: () => all.filter(heard),
  };
  const full: ActionContext = { ...context, patternId, random: seededRandom(seed), ownSpan: before ? lastTaken?.span : undefined };
  return { pattern, whole, full };
}

/** The notes of the way there, where these are the same ones, or all of the pattern that can be heard of them: some may have left it on the way. */
function wayBack(all: readonly Note[], found: readonly Note[], taken: Taken, isWhole: boolean): readonly Note[] | null {
  const standing = stillStanding(all, taken);
  if (!standing || (!isWhole && standing.length !== found.length)) return null;
  const ids = new Set(taken.noteIds);
  return found.every(({ id }) => ids.has(id)) ? standing : null;
}

/** The params as they are stored: nothing in them may mean "the grid", which is another one tomorrow. */
function storedParams(
  { params, takes }: NotesAction,
  given: Readonly<Record<string, unknown>>,
  part: readonly Note[],
  context: OuterContext,
): Readonly<Record<string, unknown>> {
  const { tick, pitch } = context.at;
  const meter = meterAt(context.meters, spanOf(part).start);
  const grid = takes === 'row' || takes === 'nothing' ? gridAt(gridOfRow(context, pitch), tick) : gridOfNotes(part, context);
  const divisions = new Set(paramFields(params).flatMap(({ name, control }) => (control === 'division' ? [name] : [])));
  return Object.fromEntries(
    Object.entries(given).map(([name, value]) => [name, divisions.has(name) ? storedUnit(String(value), part, grid, meter) : value]),
  );
}

/** The document with a result in it: the pattern's notes, whatever else it makes or changes, and the lanes under the notes. */
function entriesOf(
  document: Document,
  patternId: Id,
  notes: readonly Note[],
  { others, pattern, copied }: ActionResult,
  context: OuterContext,
): Entry[] {
  const travels = context.lanesTravel && lanesOf(document, patternId).length > 0;
  if (!others && !pattern && !travels) return diffNotes(patternId, notesOf(document, patternId), notes);
  const patterns = pattern
    ? document.patterns.map((each) => (each.id === patternId ? withoutAbsent({ ...each, ...pattern }) : each))
    : document.patterns;
  const after = replaceIn({ ...document, patterns, notes: { ...document.notes, [patternId]: notes } }, others ?? {});
  let count = 0;
  const newId = () => context.newId('lane point', count++);
  return diff(document, travels ? withLanesTravelled(document, after, patternId, newId, copied) : after);
}

/** A pattern without fields that are there but have nothing in them. */
function withoutAbsent(pattern: Pattern): Pattern {
  const { rowLengths, ...others } = pattern;
  return rowLengths ? pattern : others;
}

const NO_PATTERN: Pick<Pattern, 'length' | 'rowLengths'> = { length: 1 };
const TOO_FAR = 'That would reach beyond the longest song there can be. Choose less.';

/** The action's result, or the part as it was and the reason why. */
function attempt(
  action: NotesAction,
  part: NotesPart,
  params: Record<string, unknown>,
  context: ActionContext,
): { readonly result: ActionResult; readonly refused: string | WhyNot | null } {
  const refused = action.whyNot?.(part, params, context) ?? null;
  if (refused !== null) return { result: { notes: part.notes }, refused };
  const result = action.run(part, params, context);
  const isTooFar = result.notes.some(({ start, length }) => start + length > MAX_TICK);
  return isTooFar ? { result: { notes: part.notes }, refused: TOO_FAR } : { result, refused: null };
}

/** The notes an action takes, in order. The whole pattern is what can be heard of it: notes kept beyond the end stay as they are. */
function partOf(
  all: readonly Note[],
  noteIds: readonly Id[],
  { takes }: NotesAction,
  row: number,
  heard: (note: Note) => boolean,
): readonly Note[] {
  if (takes === 'nothing') return [];
  if (takes === 'pattern') return all;
  if (takes === 'row') return all.filter(({ pitch }) => pitch === row);
  if (takes === 'rows') return all.filter(heard);
  if (noteIds.length === 0) return takes === 'selection' ? [] : all.every(heard) ? all : all.filter(heard);
  if (noteIds.length === all.length && all.every(({ id }, index) => id === noteIds[index])) return all;
  const ids = new Set(noteIds);
  return all.filter(({ id }) => ids.has(id));
}

/** The pattern's notes; those outside the part as the results' landing leaves them. */
function landedUnder(all: readonly Note[], part: readonly Note[], { notes, landing = 'merge' }: ActionResult): readonly Note[] {
  if (landing === 'merge') return all;
  const before = new Map(part.map((note) => [note.id, note]));
  const put = notes.filter((note) => before.get(note.id) !== note);
  const ids = new Set(part.map(({ id }) => id));
  const others = landedOn(
    all.filter(({ id }) => !ids.has(id)),
    put,
    landing,
  );
  return withNotes([...others], part);
}

/** Notes with those that change along in the place of their old selves. */
export function withAlong(notes: readonly Note[], along: readonly Note[] = []): readonly Note[] {
  if (along.length === 0) return notes;
  const changed = new Map(along.map((note) => [note.id, note]));
  return inOrder(
    notes.map((note) => changed.get(note.id) ?? note),
    byStartThenPitch,
  );
}

/** The pattern's notes with those of `part` replaced by `notes`, in order. */
function replaced(all: readonly Note[], part: readonly Note[], notes: readonly Note[]): readonly Note[] {
  if (notes === part) return all;
  if (part.length === all.length) return inOrder(notes, byStartThenPitch);
  const gone = new Set<Id>();
  for (const { id } of part) gone.add(id);
  return withNotes(
    all.filter(({ id }) => !gone.has(id)),
    notes,
  );
}
