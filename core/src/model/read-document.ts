import { z } from 'zod';
import { checkDocument } from './check';
import { COLLECTION_NAMES, rulesOf, type Collection } from './collections';
import { SCHEMA_VERSION, sorted, type Document } from './document';

const documentSchema = z.object({
  schemaVersion: z.int().min(1),
  ...Object.fromEntries(COLLECTION_NAMES.map((of) => [of, listsSchema(of)])),
});

function listsSchema(of: Collection): z.ZodType {
  const { schema, home, isSingle } = rulesOf(of);
  if (isSingle) return schema;
  return home === undefined ? z.array(schema) : z.record(z.string(), z.array(schema));
}

/** Steps that carry older documents forward: entry k lifts version k + 1 to k + 2. */
const UPGRADES: readonly ((old: object) => object)[] = [
  // Sections came.
  (old) => ({ ...old, schemaVersion: 2, sections: [] }),
  // Treatments came.
  (old) => ({ ...old, schemaVersion: 3, treatments: [] }),
  // Lanes came.
  (old) => ({ ...old, schemaVersion: 4, lanes: [], lanePoints: {} }),
  (old) => ({ ...old, schemaVersion: 5 }),
  // Recordings came.
  (old) => ({ ...old, schemaVersion: 6, recordings: [] }),
];

export type ReadDocument = { ok: true; document: Document } | { ok: false; code: 'newerVersion' | 'notADocument'; details: string };

/** Reads a stored or received document of any version up to today's, checking every field and what they refer to. */
export function readDocument(input: unknown): ReadDocument {
  const version = (input as { schemaVersion?: unknown } | null)?.schemaVersion;
  if (typeof version !== 'number') return { ok: false, code: 'notADocument', details: 'schemaVersion is missing' };
  if (version > SCHEMA_VERSION) return { ok: false, code: 'newerVersion', details: `version ${version}` };
  const lifted = UPGRADES.slice(version - 1).reduce((old, upgrade) => upgrade(old), input as object);
  const read = documentSchema.safeParse(lifted);
  if (!read.success) return { ok: false, code: 'notADocument', details: z.prettifyError(read.error) };
  const document = sorted(read.data as unknown as Document);
  const fault = checkDocument(document);
  return fault ? { ok: false, code: 'notADocument', details: `${fault.code}: ${fault.of} ${fault.id}` } : { ok: true, document };
}
