import { z } from 'zod';
import { ENTITY_SCHEMAS, type Collection, type Entity } from '../model/document';
import { idSchema, type Id } from '../model/entities';
import { once } from '../model/once';

/** Whole entities put in or taken out. */
export interface WholeEntry {
  readonly kind: 'create' | 'remove';
  readonly of: Collection;
  readonly entities: readonly Entity[];
}

/** Field patches on existing entities, by columns: `fields.start = [before[], after[]]`, one value for each id.
 *  An absent optional field is null. `in` names the pattern when `of` is notes. */
export interface EditEntry {
  readonly kind: 'edit';
  readonly of: Collection;
  readonly in?: Id;
  readonly ids: readonly Id[];
  readonly fields: Readonly<Record<string, readonly [readonly unknown[], readonly unknown[]]>>;
}

export type Entry = WholeEntry | EditEntry;

/** The only way a document changes. One gesture is one Change. */
export interface Change {
  readonly id: Id;
  /** What was done, in words, for the history. */
  readonly label: string;
  /** Milliseconds since 1970, by the clock of the device that made it. */
  readonly at: number;
  readonly device: string;
  /** How it was made, where an action made it. */
  readonly made?: { readonly actionId: string; readonly params: unknown; readonly seed: number; readonly noteIds: readonly Id[] };
  /** The Change this one takes back. */
  readonly undoes?: Id;
  readonly entries: readonly Entry[];
}

/** What the history keeps of a Change without its entries. */
export type ChangeLabel = Pick<Change, 'id' | 'label' | 'at' | 'device' | 'undoes'>;

export function labelOf({ id, label, at, device, undoes }: Change): ChangeLabel {
  return { id, label, at, device, ...(undoes ? { undoes } : {}) };
}

const COLLECTIONS = ['song', 'tracks', 'patterns', 'placements', 'notes'] as const;

const wholeSchema = (of: Collection) =>
  z.object({
    kind: z.enum(['create', 'remove']),
    of: z.literal(of),
    entities: z.array(ENTITY_SCHEMAS[of]() as z.ZodType<Entity>).max(300_000),
  });

const editSchema = () =>
  z
    .object({
      kind: z.literal('edit'),
      of: z.enum(COLLECTIONS),
      in: idSchema().optional(),
      ids: z.array(idSchema()).min(1).max(300_000),
      fields: z.record(z.string(), z.tuple([z.array(z.unknown()), z.array(z.unknown())])),
    })
    .refine(
      ({ ids, fields }) => Object.values(fields).every((column) => column.every((values) => values.length === ids.length)),
      'Every column needs one value for each id.',
    );

/** Checks a Change that came from outside. Field values are checked when it is applied, against the entity they make. */
export const changeSchema: () => z.ZodType<Change> = once(
  () =>
    z.object({
      id: idSchema(),
      label: z.string().max(300),
      at: z.number(),
      device: z.string().max(64),
      made: z.object({ actionId: z.string().max(64), params: z.unknown(), seed: z.number(), noteIds: z.array(idSchema()) }).optional(),
      undoes: idSchema().optional(),
      entries: z.array(z.union([editSchema(), ...COLLECTIONS.map(wholeSchema)])),
    }) as z.ZodType<Change>,
);
