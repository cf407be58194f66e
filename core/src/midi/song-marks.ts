import type { Collection, Entities, Entity } from '../model/collections';
import { entitiesOf, songEnd, type Document } from '../model/document';
import type { Carried, KeyChoice } from '../model/entities';
import { keyOfSignature, signatureOf } from '../theory/signature';
import { nearestBar } from '../time';
import { decodeText } from './text';
import { META, META_KEY, META_MARKER, metaData } from './track-events';

/** How a song's sections and key leave in a file: which carried events still hold, and which are rewritten. */
export interface SongMarks {
  readonly isStill: (carried: Carried) => boolean;
  /** Sections that no carried marker says. */
  readonly markers: readonly Marker[];
  readonly key: KeyChoice | null;
}

interface Marker {
  readonly tick: number;
  readonly name: string;
}

/** The marker each collection leaves as; null where it leaves another way, or not at all. */
const MARKERS: { readonly [C in Exclude<Collection, 'song'>]: ((entity: Entities[C]) => Marker) | null } = {
  tracks: null,
  patterns: null,
  placements: null,
  sections: ({ start: tick, name }) => ({ tick, name }),
  recordings: null,
  treatments: null,
  lanes: null,
  notes: null,
  lanePoints: null,
};

/** Every marker that a song's own things make, in order of time. */
function ownMarkers(document: Document): readonly Marker[] {
  const found = Object.entries(MARKERS).flatMap(([of, markerOf]) => {
    return markerOf ? entitiesOf(document, of as Collection).map((row) => (markerOf as (entity: Entity) => Marker)(row)) : [];
  });
  return found.sort((a, b) => a.tick - b.tick);
}

/** Sections leave as markers under the names they have now. Of a file's markers that sections were made of, those leave as they came whose section still
 *  stands there under that name; the others were changed or removed here. The same for its key. */
export function songMarksOf(document: Document): SongMarks {
  const gone = new Set<Carried>();
  const said = new Set<number>();
  const own = ownMarkers(document);
  for (const [bar, markers] of markersByBar(document)) {
    const name = markers.map(markerName).findLast((each) => each !== '');
    const isThere = name !== undefined && own.some((marker) => marker.tick === bar && marker.name === name);
    if (isThere) said.add(bar);
    // Markers that never became sections are carried like anything else.
    else if (name !== undefined && document.song.file?.hasSections && bar < songEnd(document))
      for (const marker of markers) gone.add(marker);
  }
  const { key: choice, file } = document.song;
  const signatures = (file?.carried ?? []).filter(isKeySignature);
  const first = signatures[0] && keyIn(signatures[0]);
  const isSaid = choice !== undefined && first?.tonic === choice.tonic && first.scale === choice.scale;
  // A key that the song has for all of it takes the place of those of a file; none, of one that was taken from it.
  if (!isSaid && (choice || file?.hasKey)) for (const each of signatures) gone.add(each);
  return {
    isStill: (carried) => !gone.has(carried),
    markers: own.filter(({ tick }) => !said.has(tick)),
    key: choice && !isSaid && signatureOf(choice) ? choice : null,
  };
}

/** The markers of a song's file, by the bar line nearest to them. */
export function markersByBar({ song }: Document): ReadonlyMap<number, readonly Carried[]> {
  const found = new Map<number, Carried[]>();
  for (const event of song.file?.carried ?? []) {
    if (event.bytes[0] !== META || event.bytes[1] !== META_MARKER) continue;
    const bar = nearestBar(song.meters, event.tick);
    const there = found.get(bar);
    if (there) there.push(event);
    else found.set(bar, [event]);
  }
  return found;
}

export function markerName({ bytes }: Carried): string {
  return decodeText(Uint8Array.from(metaData(bytes)));
}

function isKeySignature({ bytes }: Carried): boolean {
  return bytes[0] === META && bytes[1] === META_KEY && keyIn({ bytes }) !== null;
}

/** The key that a song's file says first; null for none. */
export function keyOfFile({ song }: Document): KeyChoice | null {
  const first = (song.file?.carried ?? []).find(isKeySignature);
  return first ? keyIn(first) : null;
}

function keyIn({ bytes }: Pick<Carried, 'bytes'>): KeyChoice | null {
  const [signs, mode] = metaData(bytes);
  if (signs === undefined || mode === undefined || mode > 1) return null;
  const sharps = signs > 127 ? signs - 256 : signs;
  return Math.abs(sharps) > 7 ? null : keyOfSignature({ sharps, isMinor: mode === 1 });
}
