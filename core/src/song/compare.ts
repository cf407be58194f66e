import { sameValue } from '../change/same';
import { COLLECTION_NAMES, fieldOf, rulesOf, type Collection, type Entity } from '../model/collections';
import { entitiesOf, type Document } from '../model/document';
import type { Id, Placement, Track } from '../model/entities';
import { groupedBy } from '../model/grouped';

/** A difference between two states of one part of a song, in words. */
export interface Difference {
  /** A track's name, or "Song". */
  readonly what: string;
  readonly words: string;
}

/** How a song differs from what it was before, part by part; empty where it is the same. What a track is and what the song is are told field by
 *  field; the entities of every other collection are counted, under the track they belong to. */
export function differences(before: Document, after: Document): Difference[] {
  const ids = [...new Set([...after.tracks, ...before.tracks].map(({ id }) => id))];
  const [was, is] = [partsOf(before), partsOf(after)];
  return [...ofSong(before, after, was, is), ...ids.flatMap((id) => ofTrack(before, after, id, was, is))];
}

function ofSong(before: Document, after: Document, partsWere: Parts, partsAre: Parts): Difference[] {
  const said: string[] = [];
  const [was, is] = [before.song, after.song];
  if (was.name !== is.name) said.push(`called ${was.name}`);
  if (!sameValue(was.tempos, is.tempos)) said.push(`tempo ${rounded(was.tempos[0]!.bpm)}, now ${rounded(is.tempos[0]!.bpm)}`);
  if (!sameValue(was.meters, is.meters)) said.push('other meters');
  if (!sameValue(was.key, is.key)) said.push('another key');
  if (!sameValue(was.loop, is.loop)) said.push('another loop');
  if (was.end !== is.end) said.push('another end');
  if (was.echo !== is.echo) said.push('another echo');
  if (!sameValue(was.room, is.room)) said.push('another room');
  const words = [...said, ...countedWords(partsWere(null), partsAre(null))];
  return words.length ? [{ what: 'Song', words: words.join(', ') }] : [];
}

function rounded(bpm: number): number {
  return Math.round(bpm * 100) / 100;
}

function ofTrack(before: Document, after: Document, trackId: Id, partsWere: Parts, partsAre: Parts): Difference[] {
  const [was, is] = [before, after].map(({ tracks }) => tracks.find(({ id }) => id === trackId));
  const what = (is ?? was)!.name;
  if (!was) return [{ what, words: 'was not there' }];
  if (!is) return [{ what, words: 'was there' }];
  const said = [
    ...countedWords(partsWere(trackId), partsAre(trackId)),
    ...(was.name === is.name ? [] : [`called ${was.name}`]),
    ...(was.soundId === is.soundId ? [] : ['another sound']),
    ...(sameValue(soundSet(was), soundSet(is)) ? [] : ['its sound set another way']),
    ...(was.levelDb === is.levelDb && was.pan === is.pan && was.muted === is.muted ? [] : ['other levels']),
  ];
  return said.length ? [{ what, words: said.join(', ') }] : [];
}

/** The settings of a track's sound. */
function soundSet({ setting, octave, voiceMode, otherDrums, opensWith }: Track): unknown[] {
  return [setting, octave, voiceMode, otherDrums, opensWith];
}

/** Told field by field. */
const BY_FIELD: readonly Collection[] = ['song', 'tracks'];
const COUNTED = COLLECTION_NAMES.filter((of) => !BY_FIELD.includes(of));

function countedWords(before: Counted, after: Counted): string[] {
  return COUNTED.flatMap((of) => inWords(counted(before(of), after(of)), rulesOf(of).words));
}

interface Counts {
  readonly came: number;
  readonly went: number;
  readonly changed: number;
}

function inWords({ came, went, changed }: Counts, [one, many]: readonly [string, string]): string[] {
  const words = (count: number, did: string) => (count ? [`${count} ${count === 1 ? one : many} ${did}`] : []);
  return [...words(came, 'new since'), ...words(went, 'gone since'), ...words(changed, 'changed')];
}

function counted(before: readonly Entity[], after: readonly Entity[]): Counts {
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

/** All entities of a collection. */
type Counted = (of: Collection) => readonly Entity[];
/** Differences that belong to a track; with null, those of the song itself. */
type Parts = (trackId: Id | null) => Counted;

const NOTHING: readonly Entity[] = [];

/** The entities of every counted collection, gathered once by the tracks they belong to. */
function partsOf(document: Document): Parts {
  const owners = ownersOf(document);
  const gathered = new Map(
    COUNTED.map((of) => {
      const pairs = entitiesOf(document, of).flatMap((row) => owners(of, row).map((owner) => ({ owner, row })));
      return [of, groupedBy(pairs, ({ owner }) => owner)] as const;
    }),
  );
  return (trackId) => (of) =>
    gathered
      .get(of)
      ?.get(trackId)
      ?.map(({ row }) => row) ?? NOTHING;
}

const OF_NONE: readonly null[] = [null];

/** The tracks an entity belongs to, by way of its parents: a placement to its track, a treatment to that of its placement, what stands in a
 *  pattern to those that play it; what no track plays is not told. What has no parent but the song belongs to the song. */
function ownersOf(document: Document): (of: Collection, row: Entity) => readonly (Id | null)[] {
  const trackOf = new Map<Id, readonly (Id | null)[]>(document.tracks.map(({ id }) => [id, [id]]));
  trackOf.set(document.song.id, OF_NONE);
  for (const { id, trackId } of document.placements) trackOf.set(id, [trackId]);
  for (const [patternId, placements] of groupedBy(document.placements, ({ patternId: played }) => played))
    trackOf.set(patternId, [...new Set(placements.map(({ trackId }: Placement) => trackId))]);
  for (const { id, patternId } of document.lanes) trackOf.set(id, trackOf.get(patternId) ?? []);
  return (of, row) => {
    if (of === 'patterns') return trackOf.get(row.id) ?? [];
    const parents = rulesOf(of).parents.filter((parent) => parent.of.some((each) => each !== 'song'));
    const [parent] = parents;
    return parent ? (trackOf.get(fieldOf(row, parent.field) as Id) ?? []) : OF_NONE;
  };
}
