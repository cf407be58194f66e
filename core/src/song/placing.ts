import { groupedBy } from '../model/grouped';
import { findById, inOrder, songEnd, type Document } from '../model/document';
import { COLLECTIONS } from '../model/collections';
import type { Id, Placement, Track } from '../model/entities';
import { least, MAX_TICK, most } from '../time';
import { cutAt, withoutUnplayed, withPlacements } from './stretch';
import { withoutLostTreatments, withTreatments, withTreatmentsCopied, type Sources } from './treatments';

type NewId = () => Id;

/** How placements land on others: both sound; those underneath are cut away; those underneath move later. */
export const LANDINGS = ['merge', 'replace', 'push'] as const;
export type PlacementLanding = (typeof LANDINGS)[number];

/** The number of other placements under a landing. */
export function landingCount(document: Document, put: readonly Placement[]): number {
  const ids = new Set(put.map(({ id }) => id));
  return document.placements.filter((each) => !ids.has(each.id) && put.some((one) => one.trackId === each.trackId && overlap(one, each)))
    .length;
}

/** The effect of a landing on other placements. */
export interface LandingReport {
  /** Placements under the landing. */
  readonly under: number;
  /** How many begin later for it, and by how many ticks. */
  readonly moved: number;
  readonly by: number;
  /** How many are cut, and how many are taken out whole. */
  readonly cut: number;
  readonly gone: number;
  /** By how many ticks the song ends later. */
  readonly grows: number;
}

/** The effect `putPlacements` would have on other placements. */
export function landingReport(document: Document, put: readonly Placement[], landing: PlacementLanding): LandingReport {
  const under = landingCount(document, put);
  const nothing = { under, moved: 0, by: 0, cut: 0, gone: 0, grows: 0 };
  if (under === 0 || landing === 'merge') return nothing;
  let made = 0;
  const after = putPlacements(document, put, landing, () => `landing ${made++}`);
  const mine = new Set(put.map(({ id }) => id));
  const now = new Map(after.placements.map((each) => [each.id, each]));
  const others = document.placements.filter(({ id }) => !mine.has(id));
  const known = new Set(document.placements.map(({ id }) => id));
  // A part that a cut has made stands under an id of its own.
  const parts = after.placements.filter(({ id }) => !known.has(id) && !mine.has(id));
  const grows = Math.max(
    0,
    songEnd(after) - songEnd({ ...document, placements: inOrder([...others, ...put], COLLECTIONS.placements.compare) }),
  );
  if (landing === 'push') {
    const later = others.filter(({ id, start }) => now.get(id)!.start > start);
    return { ...nothing, moved: later.length + parts.length, by: pushOf(put), grows };
  }
  const hit = others.filter((each) => put.some((one) => one.trackId === each.trackId && overlap(one, each)));
  const isLeft = (each: Placement) =>
    after.placements.some(
      (one) => !mine.has(one.id) && one.trackId === each.trackId && one.patternId === each.patternId && overlap(one, each),
    );
  const cut = hit.filter(isLeft).length;
  return { ...nothing, cut, gone: hit.length - cut, grows };
}

function pushOf(put: readonly Placement[]): number {
  return most(put.map(({ start, length }) => start + length)) - least(put.map(({ start }) => start));
}

function overlap(a: Placement, b: Placement): boolean {
  return a.start < b.start + b.length && b.start < a.start + a.length;
}

/** Puts placements, new ones or moved ones, where they say, with the landing chosen. Copies get the treatments of what they were made of. */
export function putPlacements(
  document: Document,
  put: readonly Placement[],
  landing: PlacementLanding,
  newId: NewId,
  sources: Sources = new Map(),
): Document {
  if (put.length === 0) return document;
  const ids = new Set(put.map(({ id }) => id));
  const others = { ...document, placements: document.placements.filter(({ id }) => !ids.has(id)) };
  const room =
    landing === 'merge'
      ? others
      : [...groupedBy(put, ({ trackId }) => trackId)].reduce<Document>(
          (each, [trackId, mine]) => roomOn(each, trackId, mine, landing, newId),
          others,
        );
  // The moved part was removed for a moment, and its treatments with it.
  const away = document.treatments.filter(
    ({ parentId }) => ids.has(parentId) && !room.treatments.some((each) => each.parentId === parentId),
  );
  const all = withPlacements(withTreatments(room, away), [...room.placements, ...put]);
  return withoutUnplayed(document, withTreatmentsCopied(all, sources, newId));
}

function roomOn(document: Document, trackId: Id, put: readonly Placement[], landing: 'replace' | 'push', newId: NewId): Document {
  const isHere = (each: Placement) => each.trackId === trackId;
  if (landing === 'replace')
    return put.reduce((each, { start, length }) => clearedOn(each, start, start + length, isHere, newId), document);
  const start = put.reduce((tick, each) => Math.min(tick, each.start), Infinity);
  const end = put.reduce((tick, each) => Math.max(tick, each.start + each.length), 0);
  // Only what is in the way moves, and all after it as far, so that their distances stay.
  const isInWay = document.placements.some((each) => isHere(each) && each.start + each.length > start && each.start < end);
  if (!isInWay) return document;
  const cut = cutAt(document, start, newId, isHere);
  return withPlacements(
    cut,
    cut.placements.map((each) => (isHere(each) && each.start >= start ? { ...each, start: each.start + (end - start) } : each)),
  );
}

/** Takes what lies between two ticks out of some tracks, or of all; the time itself stays. */
export function clearTime(document: Document, from: number, to: number, trackIds: ReadonlySet<Id> | null, newId: NewId): Document {
  return withoutUnplayed(
    document,
    clearedOn(document, from, to, ({ trackId }) => trackIds === null || trackIds.has(trackId), newId),
  );
}

function clearedOn(document: Document, from: number, to: number, among: (placement: Placement) => boolean, newId: NewId): Document {
  const cut = cutAt(cutAt(document, from, newId, among), to, newId, among);
  return withPlacements(
    cut,
    cut.placements.filter((each) => !(among(each) && each.start >= from && each.start < to)),
  );
}

/** Moves placements in time and by tracks in the order shown; the group keeps its shape and stops at the song's beginning and at the first and
 *  last track. */
export function movedPlacements(document: Document, ids: readonly Id[], ticks: number, trackSteps: number): Placement[] {
  const chosen = chosenOf(document, ids);
  const tracks = document.tracks;
  const at = new Map(tracks.map(({ id }, index) => [id, index]));
  const first = chosen.reduce((tick, { start }) => Math.min(tick, start), Infinity);
  const rows = chosen.map(({ trackId }) => at.get(trackId)!);
  const by = Math.max(-first, ticks);
  const down = Math.min(tracks.length - 1 - most(rows), Math.max(-least(rows), trackSteps));
  return chosen.map((each) => ({ ...each, start: each.start + by, trackId: tracks[at.get(each.trackId)! + down]!.id }));
}

/** Linked copies of some placements, one span after the other, `times` times or as many as begin before `untilTick`, and what each was made of.
 *  `span` is how far each lies after the one before. */
export function repeatedPlacements(
  document: Document,
  ids: readonly Id[],
  span: number,
  { times, untilTick = MAX_TICK }: { readonly times: number; readonly untilTick?: number },
  newId: NewId,
): { readonly placements: readonly Placement[]; readonly sources: Sources } {
  const chosen = chosenOf(document, ids);
  const placements: Placement[] = [];
  const sources = new Map<Id, Id>();
  for (let copy = 1; span > 0 && copy <= Math.min(times, MOST_REPEATS); copy++) {
    for (const each of chosen) {
      const start = each.start + copy * span;
      const length = Math.min(each.length, untilTick - start);
      if (length <= 0 || start + length > MAX_TICK) continue;
      const made = { ...each, id: newId(), start, length };
      placements.push(made);
      sources.set(made.id, each.id);
    }
  }
  return { placements, sources };
}

const MOST_REPEATS = 1000;

/** The furthest tick that a placement's end can go to: where the next one of its track begins. */
export function placementEndLimit(document: Document, { trackId, start, length }: Placement): number {
  return document.placements.find((each) => each.trackId === trackId && each.start >= start + length)?.start ?? MAX_TICK;
}

/** A placement made longer or shorter at its end; it goes round as often as it takes, and stops where the next of its track begins. */
export function withPlacementEnd(document: Document, id: Id, endTick: number): Document {
  const placement = findById(document.placements, id);
  if (!placement) return document;
  const length = Math.max(1, Math.min(endTick, placementEndLimit(document, placement)) - placement.start);
  if (length === placement.length) return document;
  return withPlacements(
    document,
    document.placements.map((each) => (each.id === id ? { ...each, length } : each)),
  );
}

/** Takes placements out, and patterns that nothing plays any more. */
export function withoutPlacements(document: Document, ids: readonly Id[]): Document {
  const gone = new Set(ids);
  return withoutUnplayed(
    document,
    withPlacements(
      document,
      document.placements.filter(({ id }) => !gone.has(id)),
    ),
  );
}

/** The placements that play the pattern of one: its linked copies and itself, in the order of the song. */
export function linkedWith(document: Document, patternId: Id): readonly Placement[] {
  return document.placements.filter((each) => each.patternId === patternId);
}

/** Takes a track out with its placements, and the patterns that only it played. */
export function withoutTrack(document: Document, trackId: Id): Document {
  const ids = document.placements.filter((each) => each.trackId === trackId).map(({ id }) => id);
  const left = withoutPlacements(document, ids);
  return withoutLostTreatments({ ...left, tracks: left.tracks.filter(({ id }) => id !== trackId) });
}

/** The tracks with one moved to another place among them. */
export function withTrackAt(document: Document, trackId: Id, index: number): Document {
  const track = findById(document.tracks, trackId);
  if (!track) return document;
  const others = document.tracks.filter(({ id }) => id !== trackId);
  const at = Math.max(0, Math.min(others.length, index));
  const order = orderBetween(others[at - 1], others[at]);
  if (document.tracks[at]?.id === trackId) return document;
  return { ...document, tracks: inOrder([...others, { ...track, order }], COLLECTIONS.tracks.compare) };
}

function orderBetween(before: Track | undefined, after: Track | undefined): number {
  if (!before) return after ? after.order - 1 : 0;
  return after ? (before.order + after.order) / 2 : before.order + 1;
}

function chosenOf(document: Document, ids: readonly Id[]): Placement[] {
  const wanted = new Set(ids);
  return document.placements.filter(({ id }) => wanted.has(id));
}
