import { z } from 'zod';
import { COLLECTION_NAMES, rulesOf, type Collection, type Entity } from '../model/collections';
import { idSchema, type Id } from '../model/entities';
import { faultWords } from '../model/list-of';
import type { Change, EditEntry, Entry, WholeEntry } from './change';
import { wrongValue } from './values';

/** Limits of one request. Counted before anything is checked, so that refusing costs nothing. */
export const MOST_CHANGES = 5000;
export const MOST_ENTRIES = 20_000;
/** Entities, ids and values of edits together. */
export const MOST_ROWS = 2_000_000;
/** Runs of actions that one Change may be made by. */
const MOST_RUNS = 1000;

export type ReadChanges =
  | { readonly ok: true; readonly changes: readonly Change[] }
  | { readonly ok: false; readonly code: 'tooMany' | 'invalid'; readonly message: string };

/** Checks Changes that came from outside: counts first, then stops at the first fault and says where it is. */
export function readChanges(input: unknown): ReadChanges {
  const reading = readingChanges(input);
  for (;;) {
    const step = reading.next();
    if (step.done) return step.value;
  }
}

/** The same in steps, one for each Change, for whoever must not be held up by all of them. */
export function* readingChanges(input: unknown): Generator<void, ReadChanges> {
  if (!Array.isArray(input)) return invalid('changes', 'This has to be a list.');
  const tooMany = countFault(input);
  if (tooMany) return { ok: false, code: 'tooMany', message: tooMany };
  const changes: Change[] = [];
  for (let index = 0; index < input.length; index++) {
    const read = readChange(input[index]);
    if (typeof read === 'string') return invalid(`changes.${index}`, read);
    changes.push(read);
    yield;
  }
  return { ok: true, changes };
}

function invalid(where: string, message: string): ReadChanges {
  return { ok: false, code: 'invalid', message: `${where}: ${message}` };
}

function countFault(input: readonly unknown[]): string | null {
  if (input.length > MOST_CHANGES) return `Send at most ${MOST_CHANGES} changes at a time.`;
  let entries = 0;
  let rows = 0;
  for (const change of input) {
    for (const run of runsIn(change)) rows += listIn(run, 'noteIds').length;
    const own = listIn(change, 'entries');
    entries += own.length;
    if (entries > MOST_ENTRIES) return `Send at most ${MOST_ENTRIES} entries at a time.`;
    for (const entry of own) rows += rowsIn(entry);
    if (rows > MOST_ROWS) return `Send at most ${MOST_ROWS} entities, ids and values at a time.`;
  }
  return null;
}

function listIn(value: unknown, ...path: readonly string[]): readonly unknown[] {
  const found = path.reduce<unknown>((at, field) => (at as Record<string, unknown> | null | undefined)?.[field], value);
  return Array.isArray(found) ? found : [];
}

/** The runs of actions a Change was made by. Before there could be several, the one stood alone. */
function runsIn(change: unknown): readonly unknown[] {
  const made = (change as { made?: unknown } | null | undefined)?.made;
  return Array.isArray(made) ? made : made === undefined ? [] : [made];
}

function rowsIn(entry: unknown): number {
  const columns = (entry as { fields?: unknown } | null)?.fields;
  const count = columns && typeof columns === 'object' ? Object.keys(columns).length : 0;
  return listIn(entry, 'entities').length + listIn(entry, 'ids').length * (1 + count);
}

const envelopeSchema = z.object({
  id: idSchema,
  label: z.string().max(300),
  at: z.number(),
  device: z.string().max(64),
  made: z
    .array(z.object({ actionId: z.string().max(64), params: z.unknown(), seed: z.number(), noteIds: z.unknown() }))
    .max(MOST_RUNS)
    .optional(),
  undoes: idSchema.optional(),
  point: z.string().min(1).max(200).optional(),
  together: idSchema.optional(),
});

/** The Change, or what is wrong with it. */
function readChange(input: unknown): Change | string {
  const runs = runsIn(input);
  const envelope = envelopeSchema.safeParse(runs.length ? { ...(input as object), made: runs } : input);
  if (!envelope.success) return faultWords(envelope.error);
  const notIds = envelope.data.made?.map(({ noteIds }) => idsFault(noteIds)).find((fault) => fault !== null);
  if (notIds) return `made.noteIds: ${notIds}`;
  const given = (input as { entries?: unknown }).entries;
  if (!Array.isArray(given)) return 'entries: This has to be a list.';
  const entries: Entry[] = [];
  for (let index = 0; index < given.length; index++) {
    const entry = readEntry(given[index]);
    if (typeof entry === 'string') return `entries.${index}: ${entry}`;
    entries.push(entry);
  }
  return { ...envelope.data, entries } as Change;
}

function readEntry(input: unknown): Entry | string {
  const { kind, of } = (input ?? {}) as { kind?: unknown; of?: unknown };
  if (!COLLECTION_NAMES.includes(of as Collection)) return `of: One of ${COLLECTION_NAMES.join(', ')} is wanted.`;
  if (kind === 'edit') return readEdit(input as EditEntry);
  if (kind !== 'create' && kind !== 'remove') return 'kind: One of create, edit, remove is wanted.';
  if (rulesOf(of as Collection).isSingle) return `The ${String(of)} can only be edited.`;
  return readWhole(kind, of as Collection, (input as { entities?: unknown }).entities);
}

function readWhole(kind: 'create' | 'remove', of: Collection, given: unknown): WholeEntry | string {
  if (!Array.isArray(given)) return 'entities: This has to be a list.';
  const schema = rulesOf(of).schema;
  const entities: Entity[] = [];
  for (let index = 0; index < given.length; index++) {
    const read = schema.safeParse(given[index]);
    if (!read.success) return `entities.${index}.${faultWords(read.error)}`;
    entities.push(read.data);
  }
  return { kind, of, entities };
}

function readEdit({ of, in: home, ids, fields }: EditEntry): EditEntry | string {
  const isHomed = rulesOf(of).home !== undefined;
  if (isHomed ? !isId(home) : home !== undefined)
    return `in: ${isHomed ? 'The id of a pattern is wanted.' : 'Only notes stand in something.'}`;
  const notIds = idsFault(ids);
  if (notIds) return `ids: ${notIds}`;
  if (ids.length === 0) return 'ids: At least one is wanted.';
  if (!fields || typeof fields !== 'object' || Array.isArray(fields)) return 'fields: Columns by the names of fields are wanted.';
  for (const [field, column] of Object.entries(fields)) {
    const isColumn =
      Array.isArray(column) && column.length === 2 && column.every((side) => Array.isArray(side) && side.length === ids.length);
    if (!isColumn) return `fields.${field}: Every column needs one value before and one after for each id.`;
  }
  const entry: EditEntry = { kind: 'edit', of, ...(isHomed ? { in: home! } : {}), ids, fields };
  const wrong = wrongValue(entry);
  return wrong ? `fields.${wrong.field}: This cannot be the value of ${wrong.id}.` : entry;
}

function isId(value: unknown): value is Id {
  return idSchema.safeParse(value).success;
}

function idsFault(ids: unknown): string | null {
  if (!Array.isArray(ids)) return 'This has to be a list of ids.';
  const at = ids.findIndex((id) => !isId(id));
  return at < 0 ? null : `${at}: This is no id.`;
}
