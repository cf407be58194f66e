import {
  COLLECTION_NAMES,
  homeOf,
  rulesOf,
  type Collection,
  type Entities,
  type Entity,
  type HomedCollection,
  type ListCollection,
} from './collections';
import type { Id, Lane, LanePoint, Note, Song } from './entities';

export const SCHEMA_VERSION = 6;

type Lists = { readonly [C in ListCollection]: readonly Entities[C][] };
type HomedLists = { readonly [C in HomedCollection]: Readonly<Record<Id, readonly Entities[C][]>> };

/** A whole song in memory: every collection of the table. Every list is sorted (see `COLLECTIONS`). */
export interface Document extends Lists, HomedLists {
  readonly schemaVersion: number;
  readonly song: Song;
}

/** The one empty list, so that what stays empty stays the same object. */
const NONE: readonly never[] = [];

export function emptyDocument(song: Song): Document {
  return documentOf(song, () => []);
}

/** The document of a song whose collections hold what `rows` says, in whatever order. */
export function documentOf(song: Song, rows: (of: Exclude<Collection, 'song'>) => readonly Entity[]): Document {
  const lists = COLLECTION_NAMES.filter((of) => of !== 'song').map((of) => [of, keptIn(of, rows(of))]);
  return { schemaVersion: SCHEMA_VERSION, song, ...(Object.fromEntries(lists) as Lists & HomedLists) };
}

function keptIn(of: Collection, rows: readonly Entity[]): readonly Entity[] | Record<Id, readonly Entity[]> {
  const { compare, home } = rulesOf(of);
  if (home === undefined) return inOrder(rows, compare);
  const homes = new Map<Id, Entity[]>();
  for (const row of rows) {
    const at = homeOf(of, row)!;
    const list = homes.get(at);
    if (list) list.push(row);
    else homes.set(at, [row]);
  }
  return Object.fromEntries([...homes].map(([at, list]) => [at, inOrder(list, compare)]));
}

/** All entities of a collection, list by list. */
export function entitiesOf(document: Document, of: Collection): readonly Entity[] {
  const lists = listsOf(document, of);
  return lists.length === 1 ? lists[0]![1] : lists.flatMap(([, list]) => list);
}

/** The lists of a collection, with what each is kept by where there are several. */
export function listsOf(document: Document, of: Collection): (readonly [Id | undefined, readonly Entity[]])[] {
  if (of === 'song') return [[undefined, [document.song]]];
  const kept: unknown = document[of];
  return rulesOf(of).home === undefined ? [[undefined, kept as Entity[]]] : Object.entries(kept as Record<Id, Entity[]>);
}

/** The list of a collection; of one that is homed, the list kept by `home`. */
export function rowsOf(document: Document, of: Collection, home: Id = ''): readonly Entity[] {
  if (of === 'song') return [document.song];
  const kept: unknown = document[of];
  if (rulesOf(of).home === undefined) return kept as Entity[];
  return Object.hasOwn(kept as object, home) ? (kept as Record<Id, Entity[]>)[home]! : NONE;
}

/** The notes of a pattern, sorted by start, then pitch. */
export function notesOf(document: Document, patternId: Id): readonly Note[] {
  return Object.hasOwn(document.notes, patternId) ? document.notes[patternId]! : NONE;
}

/** The lanes of a pattern. */
export function lanesOf({ lanes }: Pick<Document, 'lanes'>, patternId: Id): readonly Lane[] {
  return lanes.length === 0 ? lanes : lanes.filter((lane) => lane.patternId === patternId);
}

/** The points of a lane, in order of time. */
export function pointsOf({ lanePoints }: Pick<Document, 'lanePoints'>, laneId: Id): readonly LanePoint[] {
  return Object.hasOwn(lanePoints, laneId) ? lanePoints[laneId]! : NONE;
}

export function findById<T extends { id: Id }>(rows: readonly T[], id: Id | null | undefined): T | undefined {
  return rows.find((row) => row.id === id);
}

/** End of the last placement, in ticks; 0 for an empty song. */
export function songEnd(document: Document): number {
  return document.placements.reduce((end, placement) => Math.max(end, placement.start + placement.length), 0);
}

/** The rows in order: the very list where it is sorted already, as after most edits. */
export function inOrder<T>(rows: readonly T[], compare: (a: T, b: T) => number): readonly T[] {
  for (let index = 1; index < rows.length; index++) {
    if (compare(rows[index - 1]!, rows[index]!) > 0) return [...rows].sort(compare);
  }
  return rows;
}

/** Puts every list into its order; those that are in it stay the same objects. */
export function sorted(document: Document): Document {
  const lists = COLLECTION_NAMES.filter((of) => of !== 'song').map((of) => {
    const { compare, home } = rulesOf(of);
    const ordered = listsOf(document, of).map(([at, rows]) => [at, inOrder(rows, compare)] as const);
    return [of, home === undefined ? ordered[0]![1] : Object.fromEntries(ordered)];
  });
  return { ...document, ...(Object.fromEntries(lists) as Lists & HomedLists) };
}
