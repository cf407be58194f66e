import { kitRows } from '../audio';
import { byStartThenPitch, byTick } from '../model/collections';
import { findById, inOrder, notesOf, type Document } from '../model/document';
import type { Id, Lane, LanePoint, Note, Pattern, Placement, Track } from '../model/entities';
import { copiedNotes } from '../notes/copied';
import { events } from '../playback/events';
import type { PlayView } from '../playback/lines';
import { fittedPhrase, type KeyFit } from '../shelf/fit';
import type { PhrasePart, ShelfPhrase } from '../shelf/phrase';
import { soundById } from '../sounds';
import { barAfter, barBefore, MAX_TICK } from '../time';
import { newTrack } from './new-song';
import { putPlacements, type PlacementLanding } from './placing';
import { freeName } from './stretch';

type NewId = () => Id;

/** Where a phrase goes. */
export interface PhrasePlace {
  /** A bar line. */
  readonly start: number;
  /** The track of its first part; null for a new one. Other parts go to tracks of their name and kind, or to new ones. */
  readonly trackId: Id | null;
  readonly fit: KeyFit;
}

export interface Brought {
  readonly document: Document;
  readonly placementIds: readonly Id[];
  /** Notes that were left out since the very same ones sound there already. */
  readonly doubled: number;
}

/** Whole bars from a bar line on that a number of ticks takes, in ticks. */
export function wholeBars({ song: { meters } }: Document, start: number, ticks: number): number {
  const end = start + ticks;
  return (barBefore(meters, end) === end ? end : barAfter(meters, end)) - start;
}

/** Brings a phrase into a song as plain notes, in whole bars. Where it sounds together with what is there, no note is doubled. Nothing comes of it where all
 *  of its notes are there already, or where it would end beyond the last tick there is. */
export function bringPhrase(document: Document, phrase: ShelfPhrase, place: PhrasePlace, landing: PlacementLanding, newId: NewId): Brought {
  const length = wholeBars(document, place.start, phrase.length);
  const nothing: Brought = { document, placementIds: [], doubled: 0 };
  if (place.start + length > MAX_TICK) return nothing;
  const fitted = fittedPhrase(phrase, document.song.key, place.fit);
  return fitted.parts.reduce<Brought>((so, part, index) => {
    const there = withTrackFor(so.document, part, index === 0 ? place.trackId : trackLike(so.document, part), newId);
    const taken = landing === 'merge' ? takenAt(document, there.track.id, place.start, length) : new Set<string>();
    const fresh = part.notes.filter(({ start, pitch }) => !taken.has(placeOf(place.start + start, pitch)));
    const doubled = so.doubled + part.notes.length - fresh.length;
    if (fresh.length === 0) return { ...so, doubled };
    const made = patternOf(there.document, { ...part, notes: fresh }, { name: phrase.name, length, there }, newId);
    const placement: Placement = {
      id: newId(),
      songId: document.song.id,
      trackId: there.track.id,
      patternId: made.pattern.id,
      start: place.start,
      length,
      offset: 0,
      muted: false,
    };
    const put = putPlacements(made.document, [placement], landing, newId);
    return { document: put, placementIds: [...so.placementIds, placement.id], doubled };
  }, nothing);
}

interface There {
  readonly document: Document;
  readonly track: Track;
}

function trackLike({ tracks }: Document, { name, kind }: PhrasePart): Id | null {
  return tracks.find((track) => track.kind === kind && track.name === name)?.id ?? null;
}

/** A track for a part: the one that is named, with rows for what it plays, or a new one that sounds as the part did. */
function withTrackFor(document: Document, part: PhrasePart, trackId: Id | null, newId: NewId): There {
  const own = findById(document.tracks, trackId);
  if (!own) {
    const sound = soundById(part.sound.soundId, part.kind);
    const { track: plain } = newTrack(document, sound, newId);
    const name = freeName(
      part.name,
      document.tracks.map((each) => each.name),
    );
    const track = withRowsFor({ ...plain, ...part.sound, soundId: sound.id, name }, part);
    return { document: { ...document, tracks: [...document.tracks, track] }, track };
  }
  const track = withRowsFor(own, part);
  return { document: { ...document, tracks: document.tracks.map((each) => (each.id === track.id ? track : each)) }, track };
}

/** A drum track with a row for every drum of a part. */
function withRowsFor(track: Track, { rows, notes }: PhrasePart): Track {
  if (track.kind !== 'drums') return track;
  const has = new Set(track.rows.map(({ pitch }) => pitch));
  const sound = soundById(track.soundId, 'drums');
  const named = new Map([...rows, ...(sound.kind === 'drums' ? kitRows(sound) : [])].map(({ pitch, name }) => [pitch, name]));
  const missing = [...new Set(notes.map(({ pitch }) => pitch))].filter((pitch) => !has.has(pitch));
  if (missing.length === 0) return track;
  return { ...track, rows: [...track.rows, ...missing.map((pitch) => ({ pitch, name: named.get(pitch) ?? `Key ${pitch}` }))] };
}

function placeOf(tick: number, pitch: number): string {
  return `${tick} ${pitch}`;
}

/** The places of all notes that a track has in some bars, muted or not. */
function takenAt(document: Document, trackId: Id, start: number, length: number): Set<string> {
  const alone = { ...document, tracks: document.tracks.filter(({ id }) => id === trackId).map((each) => ({ ...each, muted: false })) };
  const found = events(alone, start, start + length, { view: { kind: 'song' }, ignoreSolo: true });
  return new Set(found.map(({ tick, pitch }) => placeOf(tick, pitch)));
}

interface PatternOf {
  readonly name: string;
  readonly length: number;
  readonly there: There;
}

/** The song with a pattern of a part's notes and lanes, which nothing plays yet. */
function patternOf(document: Document, part: PhrasePart, { name, length, there }: PatternOf, newId: NewId) {
  const pattern: Pattern = { id: newId(), songId: document.song.id, name: name || there.track.name, length };
  const notes = copiedNotes(
    part.notes.map((note): Note => ({ ...note, patternId: pattern.id })),
    newId,
    newId,
  );
  const lanes = (part.lanes ?? []).map(({ points, ...lane }) => {
    const laneId = newId();
    const placed = points.map((point): LanePoint => ({ ...point, id: newId(), laneId }));
    return { lane: { ...lane, id: laneId, patternId: pattern.id } satisfies Lane, points: inOrder(placed, byTick) };
  });
  return {
    pattern,
    document: {
      ...document,
      patterns: [...document.patterns, pattern],
      notes: { ...document.notes, [pattern.id]: inOrder(notes, byStartThenPitch) },
      lanes: [...document.lanes, ...lanes.map(({ lane }) => lane)],
      lanePoints: { ...document.lanePoints, ...Object.fromEntries(lanes.map(({ lane, points }) => [lane.id, points])) },
    },
  };
}

/** Puts a phrase's first part among the notes of a placement's pattern, from a tick of it on, as plain notes. An empty pattern becomes as long as the phrase, in
 *  whole bars; one that ends before it does grows. Together with what is there, no note is doubled; what is replaced or moves on is what begins in its
 *  time, or after it. */
export function phraseIntoPattern(
  document: Document,
  placementId: Id,
  phrase: ShelfPhrase,
  { tick, fit, landing }: { readonly tick: number; readonly fit: KeyFit; readonly landing: PlacementLanding },
  newId: NewId,
): { readonly document: Document; readonly noteIds: readonly Id[]; readonly doubled: number } {
  const placement = findById(document.placements, placementId);
  const pattern = findById(document.patterns, placement?.patternId);
  const track = findById(document.tracks, placement?.trackId);
  if (!placement || !pattern || !track) return { document, noteIds: [], doubled: 0 };
  const part = fittedPhrase(phrase, pattern.key ?? document.song.key, fit).parts[0]!;
  const there = notesOf(document, pattern.id);
  const span = wholeBars(document, placement.start + tick, phrase.length);
  const [from, to] = [tick, tick + span];
  const kept =
    landing === 'replace'
      ? there.filter(({ start }) => start < from || start >= to)
      : landing === 'push'
        ? there.map((note) => (note.start >= from ? { ...note, start: note.start + span } : note))
        : there;
  const taken = new Set(kept.map(({ start, pitch }) => placeOf(start, pitch)));
  const fresh = part.notes.filter(({ start, pitch }) => !taken.has(placeOf(start + tick, pitch)));
  const made = copiedNotes(
    fresh.map((note): Note => ({ ...note, start: note.start + tick, patternId: pattern.id })),
    newId,
    newId,
  );
  const doubled = part.notes.length - fresh.length;
  if (made.length === 0) return { document, noteIds: [], doubled };
  const last = kept.reduce((end, { start }) => Math.max(end, start + 1), 0);
  const length =
    there.length === 0 ? to : Math.max(pattern.length, to, landing === 'push' ? wholeBars(document, placement.start, last) : 0);
  const isPlayedOnce = placement.length === pattern.length && placement.offset === 0;
  return {
    document: {
      ...document,
      tracks: document.tracks.map((each) => (each.id === track.id ? withRowsFor(track, part) : each)),
      patterns: document.patterns.map((each) => (each.id === pattern.id ? { ...each, length } : each)),
      placements: document.placements.map((each) =>
        each.id === placementId && (isPlayedOnce || each.length < length) ? { ...each, length } : each,
      ),
      notes: { ...document.notes, [pattern.id]: inOrder([...kept, ...made], byStartThenPitch) },
    },
    noteIds: made.map(({ id }) => id),
    doubled,
  };
}

/** The song as it is heard with a phrase in place of what its tracks play: over and over from a bar line on in the song, or in time with the pattern that
 *  is shown. */
export function withPhraseHeard(
  document: Document,
  view: PlayView,
  phrase: ShelfPhrase,
  place: PhrasePlace,
): Pick<Brought, 'document' | 'placementIds'> {
  let made = 0;
  const newId = () => `heard-${made++}`;
  const shown = view.kind === 'pattern' ? findById(document.placements, view.placementId) : undefined;
  const pattern = findById(document.patterns, shown?.patternId);
  const start = shown ? shown.start : place.start;
  const brought = bringPhrase(document, phrase, { ...place, start }, 'replace', newId);
  const isHeard = new Set(brought.placementIds);
  const own = brought.document.placements.filter(({ id }) => isHeard.has(id));
  const tracks = new Set(own.map(({ trackId }) => trackId));
  const end = view.kind === 'song' && view.loop ? view.loop.end : MAX_TICK;
  // Where the shown pattern is one of them, what is shown goes by its id and keeps its place.
  const placements = own.map((each): Placement => {
    if (shown && each.trackId === shown.trackId) return { ...shown, patternId: each.patternId, offset: 0, muted: false };
    return view.kind === 'song' ? { ...each, length: Math.max(each.length, end - each.start) } : each;
  });
  const others = brought.document.placements.filter(({ trackId }) => !tracks.has(trackId));
  const loops = view.kind === 'pattern' && pattern && tracks.has(shown!.trackId);
  const heard = {
    ...brought.document,
    tracks: brought.document.tracks.map((each) => (tracks.has(each.id) ? { ...each, muted: false } : each)),
    placements: inOrder([...others, ...placements], (a, b) => a.start - b.start || (a.id < b.id ? -1 : 1)),
    treatments: brought.document.treatments.filter(({ parentId }) => !loops || (parentId !== shown!.id && parentId !== pattern.id)),
  };
  return { document: heard, placementIds: placements.map(({ id }) => id) };
}

/** The tracks that a part of a phrase can go to. */
export function tracksFor({ tracks }: Document, { kind }: PhrasePart): readonly Track[] {
  return tracks.filter((track) => track.kind === kind);
}

/** A song made of nothing but a phrase, to be sent out. */
export function songOfPhrase(empty: Document, phrase: ShelfPhrase, newId: NewId): Document {
  const { song } = empty;
  const base: Document = {
    ...empty,
    song: {
      ...song,
      name: phrase.name,
      tempos: [{ tick: 0, bpm: phrase.bpm }],
      meters: [{ tick: 0, ...phrase.meter }],
      ...(phrase.key ? { key: phrase.key } : {}),
    },
  };
  return bringPhrase(base, phrase, { start: 0, trackId: null, fit: 'none' }, 'merge', newId).document;
}
