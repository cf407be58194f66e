import { markerName, markersByBar } from '../midi/song-marks';
import { inOrder, type Document } from '../model/document';
import { COLLECTIONS } from '../model/collections';
import type { Id, Section } from '../model/entities';
import { contentEnd } from './moved-time';

/** Files may mark every beat; that many are no sections. */
const MOST_SECTIONS = 200;

/** Sections where a MIDI file has markers (meta event 6): each from the bar line nearest to its marker to the next one's, by its text. From then
 *  on the sections say what leaves as markers. The document itself where there are none, or too many to be sections. */
export function withMarkerSections(document: Document, newId: () => Id): Document {
  const end = contentEnd(document);
  const marks = new Map<number, string>();
  for (const [bar, markers] of markersByBar(document)) {
    const name = markers.map(markerName).findLast((each) => each !== '');
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
  const { song } = document;
  return {
    ...document,
    song: { ...song, file: { ...song.file!, hasSections: true } },
    sections: inOrder(sections, COLLECTIONS.sections.compare),
  };
}
