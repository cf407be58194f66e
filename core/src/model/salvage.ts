import { COLLECTION_NAMES, fieldOf, rulesOf, spanFits, type Collection, type Entity } from './collections';
import { documentOf, type Document } from './document';
import { songSchema, type Id, type Song } from './entities';

export interface Salvaged {
  readonly document: Document;
  /** How many entities could not be kept. */
  readonly lost: number;
}

/** Salvages a document that `readDocument` refuses: every entity that is valid by itself and whose parents are salvaged too.
 *  Where the song itself is not right, `fallback` stands for it. It never throws, whatever it is given. */
export function salvageDocument(input: unknown, fallback: Song): Salvaged {
  const given = (typeof input === 'object' && input !== null ? input : {}) as Record<string, unknown>;
  const read = songSchema.safeParse(given['song']);
  const song = read.success ? read.data : fallback;
  const kept = new Map<Collection, Map<Id, Entity>>([['song', new Map([[song.id, song]])]]);
  const taken = new Set<Id>([song.id]);
  let lost = read.success ? 0 : 1;
  for (const of of COLLECTION_NAMES.filter((name) => name !== 'song')) {
    const rows = new Map<Id, Entity>();
    kept.set(of, rows);
    for (const row of rowsIn(given[of])) {
      const checked = rulesOf(of).schema.safeParse(withSong(of, row, song.id));
      const entity = checked.success ? checked.data : null;
      const isKept = entity !== null && !taken.has(entity.id) && spanFits(of, entity) && hasParents(of, entity, kept);
      if (isKept) {
        rows.set(entity.id, entity);
        taken.add(entity.id);
      } else lost++;
    }
  }
  return { document: documentOf(song, (of) => [...(kept.get(of)?.values() ?? [])]), lost };
}

/** A list, or the lists of a collection that has several. */
function rowsIn(value: unknown): unknown[] {
  if (Array.isArray(value)) return value;
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap((rows) => (Array.isArray(rows) ? rows : [])) : [];
}

/** If the song had to be rebuilt, everything that belonged to the old one belongs to it. */
function withSong(of: Collection, row: unknown, songId: Id): unknown {
  const isOfSong = rulesOf(of).parents.some(({ field }) => field === 'songId');
  return isOfSong && typeof row === 'object' && row !== null ? { ...row, songId } : row;
}

function hasParents(of: Collection, entity: Entity, kept: ReadonlyMap<Collection, ReadonlyMap<Id, Entity>>): boolean {
  return rulesOf(of).parents.every((parent) => parent.of.some((each) => kept.get(each)?.has(fieldOf(entity, parent.field) as Id)));
}
