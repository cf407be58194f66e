import { withLanesCopied } from '../lanes/edit';
import { COLLECTIONS } from '../model/collections';
import { findById, inOrder, notesOf, type Document } from '../model/document';
import type { Id, Note, Pattern, Placement, Treatment } from '../model/entities';
import { groupedBy } from '../model/grouped';
import { rowLength } from '../model/row-length';
import { drawIdOf } from '../chance/draws';
import { heardAt, treatmentParents } from '../playback/treated';
import { freeName, standingAlone } from './stretch';
import { withNotesRenamed, withoutLostTreatments } from './treatments';

/** Writes out what treatments leave, so that it can be edited note by note, and takes them away: the one that is named and all that work before it,
 *  wherever that one is heard. A pattern that is treated otherwise in another of its places is made own first. What is heard stays the same; one
 *  that is switched off, or heard nowhere, just goes. */
export function makePlain(document: Document, treatmentId: Id, newId: () => Id): Document {
  const last = findById(document.treatments, treatmentId);
  if (!last) return document;
  const done = doneAt(document, last);
  if (!last.on || done.size === 0) return { ...document, treatments: document.treatments.filter((each) => each !== last) };
  const places = document.placements.filter(({ id }) => done.has(id));
  const heard = new Map(
    places.map((placement) => [
      placement.id,
      heardAt({ ...document, treatments: done.get(placement.id)! }, placement) ?? notesOf(document, placement.patternId),
    ]),
  );
  const written = [...groupedBy(places, ({ patternId }) => patternId)].reduce(
    (each, [patternId, together]) => withWritten(each, patternId, groupsOf(together, heard), newId),
    document,
  );
  return withoutDone(document, written, new Set([...done.values()].flat().map(({ id }) => id)));
}

/** The treatments written out at each placement: where the treatment is heard, it and those before it. One of these may be on a track, and heard in places where
 *  the last is not: there all up to that one are written out. */
function doneAt(document: Document, last: Treatment): ReadonlyMap<Id, readonly Treatment[]> {
  const lists = new Map(document.placements.map((placement) => [placement.id, treatmentsAt(document, placement)]));
  const upTo = (list: readonly Treatment[], treatment: Treatment) => list.slice(0, list.indexOf(treatment) + 1).filter(({ on }) => on);
  const here = [...lists].filter(([, list]) => list.includes(last));
  const tracks = new Set(document.tracks.map(({ id }) => id));
  const wide = new Set(here.flatMap(([, list]) => upTo(list, last)).filter(({ parentId }) => tracks.has(parentId)));
  const elsewhere = [...lists].flatMap(([id, list]) => {
    const lastWide = list.includes(last) ? undefined : list.findLast((each) => wide.has(each));
    return lastWide ? [[id, upTo(list, lastWide)] as const] : [];
  });
  return new Map([...here.map(([id, list]) => [id, upTo(list, last)] as const), ...elsewhere]);
}

function parentsOf({ song, tracks }: Document, placement: Placement): readonly Id[] {
  const track = findById(tracks, placement.trackId);
  return track ? treatmentParents(song.id, track, placement) : [];
}

/** The treatments heard at a placement, in order. */
export function treatmentsAt(document: Document, placement: Placement): readonly Treatment[] {
  return parentsOf(document, placement).flatMap((parentId) => document.treatments.filter((each) => each.parentId === parentId));
}

/** Placements of one pattern, those together that sound alike. */
interface Group {
  readonly placements: readonly Placement[];
  readonly notes: readonly Note[];
}

function groupsOf(placements: readonly Placement[], heard: ReadonlyMap<Id, readonly Note[]>): readonly Group[] {
  return [...groupedBy(placements, ({ id }) => JSON.stringify(heard.get(id))).values()].map((together) => ({
    placements: together,
    notes: heard.get(together[0]!.id)!,
  }));
}

/** The document with each group's notes written out: into their pattern where no other placement plays it, else into one of their own. */
function withWritten(document: Document, patternId: Id, groups: readonly Group[], newId: () => Id): Document {
  const pattern = findById(document.patterns, patternId)!;
  const all = document.placements.filter((each) => each.patternId === patternId).length;
  const isWhole = groups.reduce((sum, { placements }) => sum + placements.length, 0) === all;
  return groups.reduce((each, { placements, notes }, index) => {
    const beyond = silent(document, pattern);
    const isBeyond = new Set(beyond.map(({ id }) => id));
    const plain = [...notes.filter(({ id }) => !isBeyond.has(id)), ...beyond];
    // Where no other place is left with it, the first ones keep the pattern.
    if (isWhole && index === 0) return withNotesHere(each, patternId, plain, newId);
    return withOwnPattern(each, pattern, placements, plain, newId);
  }, document);
}

/** The notes of a pattern that lie beyond its end: no treatment hears them. */
function silent(document: Document, pattern: Pattern): readonly Note[] {
  return notesOf(document, pattern.id).filter(({ start, pitch }) => start >= rowLength(pattern, pitch));
}

function withNotes(document: Document, patternId: Id, notes: readonly Note[]): Document {
  return { ...document, notes: { ...document.notes, [patternId]: inOrder(notes, COLLECTIONS.notes.compare) } };
}

/** Writes notes into a pattern. What a treatment makes has the same ids in every pattern that it makes it in: those that another pattern has by now get others. */
function withNotesHere(document: Document, patternId: Id, notes: readonly Note[], newId: () => Id): Document {
  const elsewhere = new Set(Object.entries(document.notes).flatMap(([id, list]) => (id === patternId ? [] : list.map((note) => note.id))));
  const clashing = notes.filter(({ id }) => elsewhere.has(id));
  if (clashing.length === 0) return withNotes(document, patternId, notes);
  const names = renamed(clashing, newId());
  const written = notes.map((note) => (names.has(note.id) ? { ...drawnAsBefore(document, note), id: names.get(note.id)! } : note));
  return withNotesRenamed(withNotes(document, patternId, written), patternId, names);
}

/** Names for notes, in the order of their ids: it decides between notes on one place. */
function renamed(notes: readonly Note[], stem: Id): ReadonlyMap<Id, Id> {
  return new Map([...notes].sort((a, b) => (a.id < b.id ? -1 : 1)).map(({ id }, rank) => [id, `${stem}-${String(rank).padStart(6, '0')}`]));
}

/** A note that is to have another id, drawing its chance as it did; a treatment that is left may give it one yet. */
function drawnAsBefore(document: Document, note: Note): Note {
  const isDrawn = note.chance !== undefined || note.oneOf !== undefined || document.treatments.length > 1;
  return isDrawn ? { ...note, drawnWith: drawIdOf(note) } : note;
}

/** Gives placements a pattern of their own with notes that draw their chance as they did. */
function withOwnPattern(
  document: Document,
  pattern: Pattern,
  placements: readonly Placement[],
  notes: readonly Note[],
  newId: () => Id,
): Document {
  const id = newId();
  const name = freeName(
    pattern.name,
    document.patterns.map((each) => each.name),
  );
  const names = renamed(notes, newId());
  const own = notes.map((note): Note => ({ ...drawnAsBefore(document, note), id: names.get(note.id)!, patternId: id }));
  const chosen = new Set(placements.map((each) => each.id));
  const made: Document = {
    ...withNotes(withLanesCopied(document, pattern.id, id, newId), id, own),
    patterns: inOrder([...document.patterns, { ...standingAlone(pattern), id, name }], COLLECTIONS.patterns.compare),
    placements: document.placements.map((each) => (chosen.has(each.id) ? { ...each, patternId: id } : each)),
  };
  return withNotesRenamed(made, id, names);
}

/** The treatments that are written out are gone; those of a pattern stay where it is still played. */
function withoutDone(before: Document, after: Document, done: ReadonlySet<Id>): Document {
  const played = new Set(after.placements.map(({ patternId }) => patternId));
  const isShared = ({ parentId }: Treatment) =>
    played.has(parentId) && after.notes[parentId] === before.notes[parentId] && findById(before.patterns, parentId) !== undefined;
  return withoutLostTreatments({
    ...after,
    treatments: after.treatments.filter((each) => !done.has(each.id) || isShared(each)),
  });
}
