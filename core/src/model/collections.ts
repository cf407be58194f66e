import type { z } from 'zod';
import { MAX_TICK } from '../time';
import {
  lanePointSchema,
  laneSchema,
  noteSchema,
  patternSchema,
  placementSchema,
  recordingSchema,
  sectionSchema,
  songSchema,
  trackSchema,
  treatmentSchema,
  type Id,
  type Lane,
  type LanePoint,
  type Note,
  type Pattern,
  type Placement,
  type Recording,
  type Section,
  type Song,
  type Track,
  type Treatment,
} from './entities';

/** Collections that are one list. */
interface ListEntities {
  tracks: Track;
  patterns: Pattern;
  placements: Placement;
  sections: Section;
  treatments: Treatment;
  lanes: Lane;
  recordings: Recording;
}

/** Collections that are a list for each entity they are kept by, so that an edit touches one and every other stays the same object. */
interface HomedEntities {
  notes: Note;
  lanePoints: LanePoint;
}

/** The entity type of each collection. */
export interface Entities extends ListEntities, HomedEntities {
  song: Song;
}
export type ListCollection = keyof ListEntities;
export type HomedCollection = keyof HomedEntities;
export type Collection = keyof Entities;
export type Entity = Entities[Collection];

/** Where the entities of a collection lie. In the song or in a pattern they have a `tick`, or a `start` and a `length`, which together stay within the
 *  last tick. Of those that last in the song, `pieces` are cut where time is put in, taken out or moved, so that each goes as a whole; a `span`
 *  grows and shrinks with the time inside it. */
export type TimeKind = 'song pieces' | 'song span' | 'song tick' | 'pattern span' | 'pattern tick' | 'none';

/** The rules of a collection, for every part of core. A new kind of entity is a file in `entities`, a line above that says what stands in
 *  it, and one in `COLLECTIONS`; the compiler names what else has to say something about it. */
export interface CollectionRules<E> {
  readonly schema: z.ZodObject & z.ZodType<E>;
  readonly compare: (a: E, b: E) => number;
  /** The fields `compare` looks at. */
  readonly orderFields: readonly string[];
  /** Fields that hold the id of an entity this one cannot be without, and where that one is: in one collection of those named. */
  readonly parents: readonly Parent[];
  /** The field that says which of several lists it stands in; it cannot be edited. There for homed collections, and only for those. */
  readonly home?: string;
  /** Where it lies in time. */
  readonly time: TimeKind;
  /** Singular and plural, for counts. */
  readonly words: readonly [one: string, many: string];
  /** There is exactly one, which is only ever edited. */
  readonly isSingle?: true;
}

/** A field that holds a parent's id, and the collections that parent may stand in. */
export interface Parent {
  readonly field: string;
  readonly of: readonly Collection[];
}

function compareIds(a: { id: Id }, b: { id: Id }): number {
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}

export function byStartThenPitch(a: Note, b: Note): number {
  return a.start - b.start || a.pitch - b.pitch || compareIds(a, b);
}

/** In order of time; points at one tick in the order of their ids, which is the order they were made in. */
export function byTick(a: LanePoint, b: LanePoint): number {
  return a.tick - b.tick || compareIds(a, b);
}

const ofSong: Parent = { field: 'songId', of: ['song'] };

/** Every collection, parents before children. */
export const COLLECTIONS: { readonly [C in Collection]: CollectionRules<Entities[C]> } = {
  song: { schema: songSchema, compare: compareIds, orderFields: [], parents: [], isSingle: true, time: 'none', words: ['song', 'songs'] },
  tracks: {
    schema: trackSchema,
    compare: (a, b) => a.order - b.order || compareIds(a, b),
    orderFields: ['order'],
    parents: [ofSong],
    time: 'none',
    words: ['track', 'tracks'],
  },
  patterns: {
    schema: patternSchema,
    compare: compareIds,
    orderFields: [],
    parents: [ofSong],
    time: 'none',
    words: ['pattern', 'patterns'],
  },
  placements: {
    schema: placementSchema,
    compare: (a, b) => a.start - b.start || compareIds(a, b),
    orderFields: ['start'],
    parents: [ofSong, { field: 'trackId', of: ['tracks'] }, { field: 'patternId', of: ['patterns'] }],
    time: 'song pieces',
    words: ['placement', 'placements'],
  },
  sections: {
    schema: sectionSchema,
    compare: (a, b) => a.start - b.start || compareIds(a, b),
    orderFields: ['start'],
    parents: [ofSong],
    time: 'song span',
    words: ['section', 'sections'],
  },
  recordings: {
    schema: recordingSchema,
    compare: (a, b) => a.tick - b.tick || compareIds(a, b),
    orderFields: ['tick'],
    parents: [ofSong],
    time: 'song tick',
    words: ['recording', 'recordings'],
  },
  treatments: {
    schema: treatmentSchema,
    compare: (a, b) => a.order - b.order || compareIds(a, b),
    orderFields: ['order'],
    parents: [{ field: 'parentId', of: ['song', 'tracks', 'patterns', 'placements'] }],
    time: 'none',
    words: ['treatment', 'treatments'],
  },
  lanes: {
    schema: laneSchema,
    compare: compareIds,
    orderFields: [],
    parents: [{ field: 'patternId', of: ['patterns'] }],
    time: 'none',
    words: ['lane', 'lanes'],
  },
  notes: {
    schema: noteSchema,
    compare: byStartThenPitch,
    orderFields: ['start', 'pitch'],
    parents: [{ field: 'patternId', of: ['patterns'] }],
    home: 'patternId',
    time: 'pattern span',
    words: ['note', 'notes'],
  },
  lanePoints: {
    schema: lanePointSchema,
    compare: byTick,
    orderFields: ['tick'],
    parents: [{ field: 'laneId', of: ['lanes'] }],
    home: 'laneId',
    time: 'pattern tick',
    words: ['lane point', 'lane points'],
  },
};

/** Their names, parents first. */
export const COLLECTION_NAMES = Object.keys(COLLECTIONS) as Collection[];

/** The rules of a collection, for code that treats all alike. */
export function rulesOf(of: Collection): CollectionRules<Entity> {
  return COLLECTIONS[of] as unknown as CollectionRules<Entity>;
}

/** The collections whose entities cannot be without one of `of`, and by which field. */
export function childCollections(of: Collection): { readonly of: Collection; readonly field: string }[] {
  return COLLECTION_NAMES.flatMap((child) =>
    rulesOf(child)
      .parents.filter((parent) => parent.of.includes(of))
      .map(({ field }) => ({ of: child, field })),
  );
}

export function fieldOf(entity: Entity, field: string): unknown {
  return (entity as unknown as Record<string, unknown>)[field];
}

/** The list an entity stands in, where its collection has several: a note's pattern. */
export function homeOf(of: Collection, entity: Entity): Id | undefined {
  const { home } = COLLECTIONS[of];
  return home === undefined ? undefined : (fieldOf(entity, home) as Id);
}

/** Whether the entities of a collection begin and last. */
export function hasLength(of: Collection): boolean {
  const { time } = COLLECTIONS[of];
  return time.endsWith('span') || time.endsWith('pieces');
}

/** The collections that lie in the song's own time. */
export const SONG_TIMED = COLLECTION_NAMES.filter((of) => COLLECTIONS[of].time.startsWith('song'));

/** Whether what begins and lasts ends within the last tick there is. */
export function spanFits(of: Collection, entity: Entity): boolean {
  if (!hasLength(of)) return true;
  const { start, length } = entity as Note;
  return start + length <= MAX_TICK;
}
