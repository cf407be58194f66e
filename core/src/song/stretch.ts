import { withLanesCopied, withoutLostLanes } from '../lanes/edit';
import { COLLECTIONS } from '../model/collections';
import { findById, inOrder, type Document } from '../model/document';
import type { Id, Note, Pattern, Placement, Song } from '../model/entities';
import { groupedBy } from '../model/grouped';
import { copiedNotes } from '../notes/copied';
import { MAX_TICK } from '../time';
import { marksClosed, marksCopied, marksMoved, METERS, TEMPOS } from './moved-marks';
import { contentEnd, movedInTime, withRecordingsCut, withTicksCopied } from './moved-time';
import { treatmentsCopied, withoutLostTreatments, withPatternTreated, withTreatments, withTreatmentsCopied } from './treatments';

type NewId = () => Id;

/** Where the song ends: where it was set to, else where its last placement or section does. 0 for an empty song. */
export function endOfSong(document: Document): number {
  return document.song.end ?? contentEnd(document);
}

/** Cuts every placement that crosses `tick`, so that nothing reaches across. What is heard stays the same, but for what chance
 *  draws in the later piece, which is a placement of its own. `among` says which ones; else all. */
export function cutAt(document: Document, tick: number, newId: NewId, among?: (placement: Placement) => boolean): Document {
  const crosses = (each: Placement) => each.start < tick && each.start + each.length > tick && (among?.(each) ?? true);
  if (!document.placements.some(crosses)) return document;
  const sources = new Map<Id, Id>();
  const cut = withPlacements(
    document,
    document.placements.flatMap((each) => {
      if (!crosses(each)) return [each];
      const first = tick - each.start;
      const later = { ...each, id: newId(), start: tick, length: each.length - first, offset: each.offset + first };
      sources.set(later.id, each.id);
      return [{ ...each, length: first }, later];
    }),
  );
  return withTreatmentsCopied(cut, sources, newId);
}

/** Joins what was cut at `ticks`: two placements of one pattern that meet there where the later goes on just where the earlier left off. */
export function joinAt(document: Document, ticks: readonly number[]): Document {
  return ticks.reduce(joinAtTick, document);
}

function joinAtTick(document: Document, tick: number): Document {
  const ending = document.placements.filter(({ start, length }) => start + length === tick);
  const earlier = groupedBy(ending, (each) => whatGoesOn(each, each.offset + each.length));
  const joined = new Map<Id, Placement>();
  const gone = new Set<Id>();
  for (const next of document.placements) {
    if (next.start !== tick) continue;
    const before = earlier.get(whatGoesOn(next, next.offset))?.shift();
    if (!before) continue;
    joined.set(before.id, { ...before, length: before.length + next.length });
    gone.add(next.id);
  }
  if (gone.size === 0) return document;
  return withPlacements(
    document,
    document.placements.flatMap((each) => (gone.has(each.id) ? [] : [joined.get(each.id) ?? each])),
  );
}

/** The key that two placements share when the later continues the earlier at `tick` of their pattern. */
function whatGoesOn({ trackId, patternId, muted, ownFeel }: Placement, tick: number): string {
  return `${trackId} ${patternId} ${muted} ${ownFeel ?? ''} ${tick}`;
}

/** Inserts `ticks` of empty time at `at` on all tracks: placements across it are cut, later ones move on, and a section, the loop or the
 *  end that it falls into grows. So do a section and the loop that end at `at`, where `endsGrow`; else the room comes after them. Returns the
 *  document itself where the song would grow beyond the last tick there is. */
export function insertTime(document: Document, at: number, ticks: number, newId: NewId, endsGrow = false): Document {
  if (ticks <= 0 || Math.max(contentEnd(document), document.song.end ?? 0) + ticks > MAX_TICK) return document;
  const cut = cutAt(document, at, newId);
  const moved = (tick: number) => (tick >= at ? tick + ticks : tick);
  const endMoved = (end: number) => (end > at || (endsGrow && end === at) ? end + ticks : end);
  const song = cut.song;
  return {
    ...movedInTime(cut, { start: moved, end: endMoved }),
    song: {
      ...song,
      tempos: song.tempos.map((mark, index) => (index === 0 ? mark : { ...mark, tick: moved(mark.tick) })),
      meters: song.meters.map((mark, index) => (index === 0 ? mark : { ...mark, tick: moved(mark.tick) })),
      ...(song.loop ? { loop: { ...song.loop, start: moved(song.loop.start), end: endMoved(song.loop.end) } } : {}),
      ...(song.end ? { end: moved(song.end) } : {}),
      ...(song.file ? { file: carriedMoved(song.file, moved) } : {}),
    },
  };
}

/** Takes the time from `from` to `to` out of all tracks: what lies in it goes, what is later moves up, pieces that meet and belong together
 *  are joined. Patterns that no placement plays any more go too. */
export function deleteTime(document: Document, from: number, to: number, newId: NewId): Document {
  if (to <= from) return document;
  const ticks = to - from;
  const cut = withRecordingsCut(cutAt(cutAt(document, from, newId), to, newId), from, to);
  const moved = (tick: number) => (tick >= to ? tick - ticks : Math.min(tick, from));
  const { song } = cut;
  const loop = song.loop && { ...song.loop, start: moved(song.loop.start), end: moved(song.loop.end) };
  const { loop: _loop, ...rest } = song;
  const after: Document = {
    ...withoutLostTreatments(movedInTime(cut, { start: moved, end: moved, stays: (tick) => tick < from || tick >= to })),
    song: {
      ...rest,
      ...(loop && loop.end > loop.start ? { loop } : {}),
      tempos: marksClosed(song.tempos, from, to, TEMPOS),
      meters: marksClosed(song.meters, from, to, METERS),
      ...(song.end ? { end: Math.max(1, moved(song.end)) } : {}),
      ...(song.file
        ? { file: carriedMoved({ ...song.file, carried: song.file.carried.filter(({ tick }) => tick < from || tick >= to) }, moved) }
        : {}),
    },
  };
  return withoutUnplayed(document, joinAt(after, [from]));
}

/** Puts copies of what lies from `from` to `to` in at `at`, in new time: linked, or each pattern as one of its own that only the copies
 *  play. Marks of tempo and meter inside come too. */
export function copyTime(document: Document, [from, to]: readonly [number, number], at: number, mode: CopyMode, newId: NewId): Document {
  const source = cutAt(cutAt(document, from, newId), to, newId);
  const taken = source.placements.filter(({ start }) => start >= from && start < to);
  const opened = insertTime(document, at, to - from, newId);
  if (opened === document) return document;
  const by = at - from;
  const copies = taken.map((each) => ({ ...each, id: newId(), start: each.start + by }));
  const put = withTicksCopied(withPlacements(opened, [...opened.placements, ...copies]), document, [from, to], by, newId);
  const sources = new Map(copies.map(({ id }, index) => [id, taken[index]!.id]));
  // A part cut off for the copy is not in the song as it was opened, so it takes the treatments of the part it was cut from.
  const placed = withTreatments(put, treatmentsCopied(source.treatments, sources, newId));
  const marked: Song = {
    ...placed.song,
    tempos: marksCopied(placed.song.tempos, document.song.tempos, [from, to], by, TEMPOS),
    meters: marksCopied(placed.song.meters, document.song.meters, [from, to], by, METERS),
  };
  const linked = { ...placed, song: marked };
  return mode === 'linked'
    ? linked
    : makeOwn(
        linked,
        copies.map(({ id }) => id),
        newId,
      );
}

/** Whether a copy plays the very patterns of the original, or patterns of its own. */
export type CopyMode = 'linked' | 'own';

/** Moves the time from `from` to `to`, with all that lies in it, to begin where `at` was. Nothing is lost: what goes on over the edges is cut
 *  there, and joined again where it comes together, so that a move back leaves all as it was. */
export function moveTime(document: Document, [from, to]: readonly [number, number], at: number, newId: NewId): Document {
  if (to <= from || (at >= from && at <= to)) return document;
  const cut = [from, to, at].reduce((each, tick) => cutAt(each, tick, newId), document);
  const moved = moverOf(from, to, at);
  const { song } = cut;
  const edges = [from, to, at];
  const after: Document = {
    ...movedInTime(cut, { start: moved, end: (end, start) => moved(start) + end - start }),
    song: {
      ...song,
      tempos: marksMoved(song.tempos, edges, moved, TEMPOS),
      meters: marksMoved(song.meters, edges, moved, METERS),
      ...(song.file ? { file: carriedMoved(song.file, moved) } : {}),
    },
  };
  const low = Math.min(from, at);
  const high = Math.max(to, at);
  return joinAt(after, [low, at > to ? low + (at - to) : low + (to - from), high]);
}

/** Where each tick goes when a stretch is moved. */
function moverOf(from: number, to: number, at: number): (tick: number) => number {
  const length = to - from;
  if (at >= to) return (tick) => (tick >= from && tick < to ? tick + (at - to) : tick >= to && tick < at ? tick - length : tick);
  return (tick) => (tick >= from && tick < to ? tick - (from - at) : tick >= at && tick < from ? tick + length : tick);
}

/** Gives placements patterns of their own, one for each pattern they play: placements that played one pattern together still do. A pattern
 *  that nothing else plays is left as it is. */
export function makeOwn(document: Document, placementIds: readonly Id[], newId: NewId): Document {
  const chosen = new Set(placementIds);
  const shared = new Set(document.placements.filter(({ id }) => !chosen.has(id)).map(({ patternId }) => patternId));
  const wanted = new Set(
    document.placements.filter(({ id, patternId }) => chosen.has(id) && shared.has(patternId)).map(({ patternId }) => patternId),
  );
  if (wanted.size === 0) return document;
  const copyOf = new Map([...wanted].map((patternId) => [patternId, newId()]));
  const names = document.patterns.map(({ name }) => name);
  const patterns = [...wanted].flatMap((patternId) => {
    const pattern = findById(document.patterns, patternId);
    if (!pattern) return [];
    const name = freeName(pattern.name, names);
    names.push(name);
    return [{ ...standingAlone(pattern), id: copyOf.get(patternId)!, name }];
  });
  const notes = Object.fromEntries(
    [...wanted].flatMap((patternId) => {
      const own = copyOf.get(patternId)!;
      const copied = patternCopied(document.notes[patternId] ?? [], own, newId);
      return copied.length ? [[own, copied] as const] : [];
    }),
  );
  const withLanes = [...copyOf].reduce((after, [from, to]) => withLanesCopied(after, from, to, newId), document);
  const own: Document = {
    ...withLanes,
    patterns: inOrder([...document.patterns, ...patterns], COLLECTIONS.patterns.compare),
    notes: { ...document.notes, ...notes },
    placements: document.placements.map((each) =>
      chosen.has(each.id) && copyOf.has(each.patternId) ? { ...each, patternId: copyOf.get(each.patternId)! } : each,
    ),
  };
  return [...copyOf].reduce((after, [from, to]) => withPatternTreated(after, from, to, newId), own);
}

/** A pattern as the beginning of one of its own: no version of another any more, and no take, since its notes are not those that were played. */
export function standingAlone({ versionOf: _versionOf, take: _take, ...pattern }: Pattern): Pattern {
  return pattern;
}

/** Notes of a pattern for another one, `earlierTicks` earlier, with what ties them to one another. Their ids keep their order, so that notes on one
 *  place of one pitch stay in theirs. */
export function patternCopied(notes: readonly Note[], patternId: Id, newId: NewId, earlierTicks = 0): readonly Note[] {
  if (notes.length === 0) return notes;
  const stem = newId();
  let count = 0;
  const copied = copiedNotes(notes, () => `${stem}-${String(count++).padStart(6, '0')}`, newId);
  return inOrder(
    copied.map((note) => ({ ...note, patternId, start: note.start - earlierTicks })),
    COLLECTIONS.notes.compare,
  );
}

/** A name that is not taken: the wanted one, else with the next number. "Chorus 2" is followed by "Chorus 3". */
export function freeName(wanted: string, taken: readonly string[]): string {
  if (!taken.includes(wanted)) return wanted;
  const [, stem = wanted] = /^(.*?)(?: \d+)?$/.exec(wanted) ?? [];
  let number = 2;
  while (taken.includes(`${stem} ${number}`)) number++;
  return `${stem} ${number}`;
}

/** The document with these placements, in order; treatments of those that are gone go too. */
export function withPlacements(document: Document, placements: readonly Placement[]): Document {
  return withoutLostTreatments({ ...document, placements: inOrder(placements, COLLECTIONS.placements.compare) });
}

/** Takes out patterns that were played before and are not any more, but for those that are versions of one another. */
export function withoutUnplayed(before: Document, after: Document): Document {
  const played = new Set(after.placements.map(({ patternId }) => patternId));
  const versions = new Set(after.patterns.flatMap(({ id, versionOf }) => (versionOf ? [id, versionOf] : [])));
  const gone = new Set(before.placements.map(({ patternId }) => patternId).filter((id) => !played.has(id) && !versions.has(id)));
  if (gone.size === 0) return after;
  return withoutLostTreatments(
    withoutLostLanes({
      ...after,
      patterns: after.patterns.filter(({ id }) => !gone.has(id)),
      notes: Object.fromEntries(Object.entries(after.notes).filter(([id]) => !gone.has(id))),
    }),
  );
}

function carriedMoved(file: NonNullable<Song['file']>, moved: (tick: number) => number): NonNullable<Song['file']> {
  return {
    ...file,
    trackEnds: file.trackEnds.map(moved),
    carried: file.carried.map((event) => ({ ...event, tick: moved(event.tick) })),
  };
}
