import { COLLECTIONS } from '../model/collections';
import { findById, inOrder, type Document } from '../model/document';
import type { Id, Section } from '../model/entities';
import { barTicks, meterAt } from '../time';
import { contentEnd } from './moved-time';
import { copyTime, deleteTime, endOfSong, freeName, insertTime, moveTime, type CopyMode } from './stretch';

type NewId = () => Id;

/** A line of the song page: a section, or time between sections that has no name. */
export interface SongLine {
  readonly section: Section | null;
  readonly start: number;
  readonly end: number;
}

/** Bars that an empty song shows. */
const EMPTY_BARS = 8;

/** The song from its beginning to its end as lines: every section, and what lies between them. A song without sections is one line. */
export function songLines(document: Document): SongLine[] {
  const end = Math.max(contentEnd(document), endOfSong(document)) || EMPTY_BARS * barTicks(meterAt(document.song.meters, 0));
  const lines: SongLine[] = [];
  let at = 0;
  for (const section of document.sections) {
    if (section.start > at) lines.push({ section: null, start: at, end: section.start });
    lines.push({ section, start: section.start, end: section.start + section.length });
    at = Math.max(at, section.start + section.length);
  }
  if (at < end) lines.push({ section: null, start: at, end });
  return lines;
}

/** Gives a stretch of time a name. Other sections keep what of them lies outside of it. */
export function nameStretch(document: Document, start: number, end: number, name: string, newId: NewId): Document {
  const others = document.sections.flatMap((section) => {
    const sectionEnd = section.start + section.length;
    if (sectionEnd <= start || section.start >= end) return [section];
    const before = section.start < start ? [{ ...section, length: start - section.start }] : [];
    const after = sectionEnd > end ? [{ ...section, id: before.length ? newId() : section.id, start: end, length: sectionEnd - end }] : [];
    return [...before, ...after];
  });
  const fresh: Section = { id: newId(), songId: document.song.id, name, start, length: end - start };
  return withSections(document, [...others, fresh]);
}

/** Copies of a section right after it, linked or own; their names count on from its. */
export function duplicateSection(document: Document, sectionId: Id, mode: CopyMode, newId: NewId, times = 1): Document {
  const section = findById(document.sections, sectionId);
  if (!section) return document;
  const end = section.start + section.length;
  let after = document;
  for (let copy = 0; copy < times; copy++) {
    const at = end + copy * section.length;
    const copied = copyTime(after, [section.start, end], at, mode, newId);
    if (copied === after) return after;
    after = withSections(copied, withCounted(copied.sections, { ...section, id: newId(), start: at }, copy + 1));
  }
  return after;
}

/** Sections with a copy of one that counts on from it where it stands: the one after "Verse 2" is "Verse 3", and those of that name that stand
 *  later count on from there. Where a section before it has that name, it gets the next free one. */
function withCounted(sections: readonly Section[], copy: Section, by: number): Section[] {
  const own = numbered(copy.name);
  const number = own.number + by;
  const isOf = (each: Section) => numbered(each.name).stem === own.stem && numbered(each.name).number >= number;
  if (sections.some((each) => isOf(each) && each.start < copy.start && numbered(each.name).number === number)) {
    const names = sections.map(({ name }) => name);
    return [...sections, { ...copy, name: freeName(copy.name, names) }];
  }
  const isTaken = sections.some((each) => isOf(each) && numbered(each.name).number === number);
  const counted = sections.map((each) =>
    isTaken && isOf(each) && each.start > copy.start ? { ...each, name: nameOf(own.stem, numbered(each.name).number + 1) } : each,
  );
  return [...counted, { ...copy, name: nameOf(own.stem, number) }];
}

/** A name may have 200 letters. */
function nameOf(stem: string, number: number): string {
  return `${stem.slice(0, 190)} ${number}`;
}

function numbered(name: string): { readonly stem: string; readonly number: number } {
  const [, stem, number] = /^(.*?) (\d+)$/.exec(name) ?? [];
  return stem === undefined ? { stem: name, number: 1 } : { stem, number: Number(number) };
}

/** Moves a section, with all that lies in it, before the line that begins at `at`, or to the end. */
export function moveSection(document: Document, sectionId: Id, at: number, newId: NewId): Document {
  const section = findById(document.sections, sectionId);
  return section ? moveTime(document, [section.start, section.start + section.length], at, newId) : document;
}

/** Takes a section out with its time. */
export function deleteSection(document: Document, sectionId: Id, newId: NewId): Document {
  const section = findById(document.sections, sectionId);
  return section ? deleteTime(document, section.start, section.start + section.length, newId) : document;
}

/** An empty section of `ticks` at the end of the song. */
export function addSection(document: Document, name: string, ticks: number, newId: NewId): Document {
  const start = contentEnd(document);
  const free = freeName(
    name,
    document.sections.map((each) => each.name),
  );
  const section: Section = { id: newId(), songId: document.song.id, name: free, start, length: ticks };
  const { end } = document.song;
  const song = end !== undefined && end < start + ticks ? { ...document.song, end: start + ticks } : document.song;
  return withSections({ ...document, song }, [...document.sections, section]);
}

/** Makes the section, or the stretch without a name, that ends at `end` longer by `ticks` of empty time on all tracks. Placements that end there stay
 *  as they are; the loop grows with it where it ends there too. Returns the document itself where the song would be too long. */
export function lengthenStretch(document: Document, end: number, ticks: number, newId: NewId): Document {
  const longer = insertTime(document, end, ticks, newId, true);
  const isLast = end >= contentEnd(document) && !document.sections.some(({ start, length }) => start + length === end);
  // Nothing lies in the new time and nothing names it: the song's end keeps it.
  if (longer === document || !isLast || document.song.end !== undefined) return longer;
  return { ...longer, song: { ...longer.song, end: end + ticks } };
}

function withSections(document: Document, sections: readonly Section[]): Document {
  return { ...document, sections: inOrder(sections, COLLECTIONS.sections.compare) };
}
