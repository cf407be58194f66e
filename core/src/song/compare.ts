import { sameValue } from '../change/same';
import { findById, notesOf, type Document } from '../model/document';
import type { Id, Note, Track } from '../model/entities';

/** What has changed in one part of a song from one state of it to another, in words. */
export interface Difference {
  /** A track's name, or "Song". */
  readonly what: string;
  readonly words: string;
}

/** How a song differs from what it was before, part by part; empty where it is the same. */
export function differences(before: Document, after: Document): Difference[] {
  const ids = [...new Set([...after.tracks, ...before.tracks].map(({ id }) => id))];
  return [...ofSong(before, after), ...ids.flatMap((id) => ofTrack(before, after, id))];
}

function ofSong(before: Document, after: Document): Difference[] {
  const said: string[] = [];
  const [was, is] = [before.song, after.song];
  if (was.name !== is.name) said.push(`called ${was.name}`);
  if (!sameValue(was.tempos, is.tempos)) said.push(`tempo ${rounded(was.tempos[0]!.bpm)}, now ${rounded(is.tempos[0]!.bpm)}`);
  if (!sameValue(was.meters, is.meters)) said.push('other meters');
  if (!sameValue(was.key, is.key)) said.push('another key');
  if (!sameValue(before.sections, after.sections)) said.push('other sections');
  return said.length ? [{ what: 'Song', words: said.join(', ') }] : [];
}

function rounded(bpm: number): number {
  return Math.round(bpm * 100) / 100;
}

function ofTrack(before: Document, after: Document, id: Id): Difference[] {
  const [was, is] = [findById(before.tracks, id), findById(after.tracks, id)];
  const what = (is ?? was)!.name;
  if (!was) return [{ what, words: 'was not there' }];
  if (!is) return [{ what, words: 'was there' }];
  const notes = counted(notesOn(before, id), notesOn(after, id));
  const places = counted(placesOn(before, id), placesOn(after, id));
  const said = [
    ...inWords(notes, 'note', 'notes'),
    ...inWords(places, 'placement', 'placements'),
    ...(was.soundId === is.soundId ? [] : ['another sound']),
    ...(sameValue(soundSet(was), soundSet(is)) ? [] : ['its sound set another way']),
    ...(was.levelDb === is.levelDb && was.pan === is.pan && was.muted === is.muted ? [] : ['other levels']),
    ...(lanesOn(before, id) === lanesOn(after, id) ? [] : ['other lanes']),
  ];
  return said.length ? [{ what, words: said.join(', ') }] : [];
}

/** What is set about a track's sound. */
function soundSet({ setting, octave, voiceMode, otherDrums, opensWith }: Track): unknown[] {
  return [setting, octave, voiceMode, otherDrums, opensWith];
}

interface Counts {
  readonly came: number;
  readonly went: number;
  readonly changed: number;
}

function inWords({ came, went, changed }: Counts, one: string, many: string): string[] {
  const words = (count: number, did: string) => (count ? [`${count} ${count === 1 ? one : many} ${did}`] : []);
  return [...words(came, 'new since'), ...words(went, 'gone since'), ...words(changed, 'changed')];
}

function counted<T extends { readonly id: Id }>(before: readonly T[], after: readonly T[]): Counts {
  const old = new Map(before.map((each) => [each.id, each]));
  let [came, changed] = [0, 0];
  for (const each of after) {
    const was = old.get(each.id);
    if (!was) came++;
    else if (was !== each && !sameValue(was, each)) changed++;
    old.delete(each.id);
  }
  return { came, went: old.size, changed };
}

function placesOn({ placements }: Document, trackId: Id) {
  return placements.filter((placement) => placement.trackId === trackId);
}

function notesOn(document: Document, trackId: Id): Note[] {
  const patterns = new Set(placesOn(document, trackId).map(({ patternId }) => patternId));
  return [...patterns].flatMap((patternId) => notesOf(document, patternId));
}

/** The lanes of a track's patterns as one text, to tell whether they are the same. */
function lanesOn(document: Document, trackId: Id): string {
  const patterns = new Set(placesOn(document, trackId).map(({ patternId }) => patternId));
  return JSON.stringify(
    document.lanes.filter(({ patternId }) => patterns.has(patternId)).map((lane) => [lane, document.lanePoints[lane.id]]),
  );
}
