import { inOrder, type Document } from '../model/document';
import { COLLECTIONS } from '../model/collections';
import type { Id, Section } from '../model/entities';
import { nearestBar } from '../time';
import { decodeText } from '../midi/text';
import { META, META_MARKER, metaData } from '../midi/track-events';
import { contentEnd } from './stretch';

/** Files may mark every beat; that many are no sections. */
const MOST_SECTIONS = 200;

/** Sections where a MIDI file has markers (meta event 6): each from the bar line nearest to its marker to the next one's, by its text. The markers
 *  themselves stay, and leave with the song. The document itself where there are none, or too many to be sections. */
export function withMarkerSections(document: Document, newId: () => Id): Document {
  const end = contentEnd(document);
  const marks = new Map<number, string>();
  for (const { bytes, tick } of document.song.file?.carried ?? []) {
    if (bytes[0] !== META || bytes[1] !== META_MARKER) continue;
    const name = decodeText(Uint8Array.from(metaData(bytes)));
    const bar = nearestBar(document.song.meters, tick);
    if (name && bar < end) marks.set(bar, name);
  }
  if (marks.size === 0 || marks.size > MOST_SECTIONS) return document;
  const starts = [...marks.keys()].sort((a, b) => a - b);
  const sections = starts.map((start, index): Section => ({
    id: newId(),
    songId: document.song.id,
    name: marks.get(start)!,
    start,
    length: (starts[index + 1] ?? end) - start,
  }));
  return { ...document, sections: inOrder(sections, COLLECTIONS.sections.compare) };
}
