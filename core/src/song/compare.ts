import { sameValue } from '../change/same';
import { notesOf, type Document } from '../model/document';
import type { Id, Note, Placement, Track } from '../model/entities';
import { groupedBy } from '../model/grouped';

/** What has changed in one part of a song from one state of it to another, in words. */
export interface Difference {
  /** A track's name, or "Song". */
  readonly what: string;
  readonly words: string;
}

/** How a song differs from what it was before, part by part; empty where it is the same. */
export function differences(before: Document, after: Document): Difference[] {
  const ids = [...new Set([...after.tracks, ...before.tracks].map(({ id }) => id))];
  const [was, is] = [partsOf(before), partsOf(after)];
  return [...ofSong(before, after), ...ids.flatMap((id) => ofTrack(was(id), is(id)))];
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

function ofTrack(before: TrackParts, after: TrackParts): Difference[] {
  const [was, is] = [before.track, after.track];
  const what = (is ?? was)!.name;
  if (!was) return [{ what, words: 'was not there' }];
  if (!is) return [{ what, words: 'was there' }];
  const notes = counted(before.notes(), after.notes());
  const places = counted(before.placements, after.placements);
  const said = [
    ...inWords(notes, 'note', 'notes'),
    ...inWords(places, 'placement', 'placements'),
    ...(was.soundId === is.soundId ? [] : ['another sound']),
    ...(sameValue(soundSet(was), soundSet(is)) ? [] : ['its sound set another way']),
    ...(was.levelDb === is.levelDb && was.pan === is.pan && was.muted === is.muted ? [] : ['other levels']),
    ...(before.lanes() === after.lanes() ? [] : ['other lanes']),
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

/** What there is of one track. */
interface TrackParts {
  readonly track: Track | undefined;
  readonly placements: readonly Placement[];
  readonly notes: () => readonly Note[];
  /** The lanes of its patterns as one text, to tell whether they are the same. */
  readonly lanes: () => string;
}

/** The parts of each track, gathered once for all tracks. */
function partsOf(document: Document): (trackId: Id) => TrackParts {
  const tracks = new Map(document.tracks.map((track) => [track.id, track]));
  const byTrack = groupedBy(document.placements, ({ trackId }) => trackId);
  const lanesByPattern = groupedBy(document.lanes, ({ patternId }) => patternId);
  return (trackId) => {
    const placements = byTrack.get(trackId) ?? [];
    const patterns = [...new Set(placements.map(({ patternId }) => patternId))];
    const lanes = () => patterns.flatMap((patternId) => lanesByPattern.get(patternId) ?? []);
    return {
      track: tracks.get(trackId),
      placements,
      notes: () => patterns.flatMap((patternId) => notesOf(document, patternId)),
      lanes: () => JSON.stringify(lanes().map((lane) => [lane, document.lanePoints[lane.id]])),
    };
  };
}
