import { findById, lanesOf, notesOf, pointsOf, type Document } from '../model/document';
import type { Id, Note, Pattern, Placement, Track } from '../model/entities';
import { rowLength } from '../model/row-length';
import { heardAt } from '../playback/treated';
import type { PhraseLane, PhraseNote, PhrasePart, PhraseRole, ShelfPhrase } from '../shelf/phrase';
import { soundById } from '../sounds';
import { barAfter, barBefore, bpmAt, meterAt } from '../time';
import type { TickSpan } from '../notes/span';

/** A phrase that has no name yet. */
export type SavedPhrase = Omit<ShelfPhrase, 'name' | 'tags' | 'at'>;

/** Saves what a placement plays as a phrase: its pattern after its treatments, with its lanes; or with `noteIds` only those notes, from the bar line
 *  before the first of them to the one after the last. Null where there is nothing. */
export function phraseOfPlacement(document: Document, placementId: Id, noteIds: ReadonlySet<Id> | null = null): SavedPhrase | null {
  const placement = findById(document.placements, placementId);
  const pattern = findById(document.patterns, placement?.patternId);
  const track = findById(document.tracks, placement?.trackId);
  if (!placement || !pattern || !track) return null;
  const all = (noteIds ? null : heardAt(document, placement)) ?? notesOf(document, pattern.id);
  const notes = all.filter(({ id, start, pitch }) => (noteIds ? noteIds.has(id) : start < rowLength(pattern, pitch)));
  if (notes.length === 0) return null;
  if (!noteIds) {
    const part = partOf(track, roundRows(notes, pattern), lanesOfPattern(document, pattern.id));
    return { ...aboutTime(document, placement.start, pattern), length: pattern.length, parts: [part], role: roleOf(part) };
  }
  const { meters } = document.song;
  const at = placement.start - placement.offset;
  const first = notes.reduce((tick, { start }) => Math.min(tick, start), Infinity);
  const last = notes.reduce((tick, { start, length }) => Math.max(tick, start + length), 0);
  const from = Math.max(0, barBefore(meters, Math.max(0, at + first)) - at);
  const to = at + last <= 0 ? last : upToBar(document, at + last) - at;
  const part = partOf(
    track,
    notes.map((note) => shifted(note, -from)),
  );
  return { ...aboutTime(document, placement.start, pattern), length: Math.max(1, to - from), parts: [part], role: roleOf(part) };
}

/** Saves what all tracks play in a range of the song as one phrase; null where they are silent. Of notes that sound in some passes only, those are
 *  in it that sound in the passes it has. */
export function phraseOfStretch(document: Document, { start, end }: TickSpan): SavedPhrase | null {
  const parts = document.tracks.flatMap((track) => {
    const notes = document.placements
      .filter((each) => each.trackId === track.id && !each.muted && each.start < end && each.start + each.length > start)
      .flatMap((each) => laidOut(document, each, { start, end }));
    return notes.length > 0 ? [partOf(track, notes)] : [];
  });
  if (parts.length === 0) return null;
  const role = parts.length === 1 ? roleOf(parts[0]!) : 'whole';
  return { ...aboutTime(document, start), length: end - start, parts, role };
}

function aboutTime({ song: { tempos, meters, key } }: Document, tick: number, pattern?: Pattern) {
  const { numerator, denominator } = meterAt(meters, tick);
  const ofPattern = pattern?.key ?? key;
  return { bpm: bpmAt(tempos, tick), meter: { numerator, denominator } as ShelfPhrase['meter'], ...(ofPattern ? { key: ofPattern } : {}) };
}

function upToBar({ song: { meters } }: Document, tick: number): number {
  return barBefore(meters, tick) === tick ? tick : barAfter(meters, tick);
}

function partOf(track: Track, notes: readonly Note[], lanes: readonly PhraseLane[] = []): PhrasePart {
  const { soundId, setting, octave, otherDrums, voiceMode } = track;
  const sound = Object.fromEntries(
    Object.entries({ soundId, setting, octave, otherDrums, voiceMode }).filter(([, value]) => value !== undefined),
  ) as PhrasePart['sound'];
  return {
    name: track.name,
    kind: track.kind,
    sound,
    rows: track.rows,
    notes: notes.map(({ patternId: _patternId, ...note }): PhraseNote => note),
    ...(lanes.length > 0 ? { lanes: [...lanes] } : {}),
  };
}

function lanesOfPattern(document: Document, patternId: Id): PhraseLane[] {
  return lanesOf(document, patternId).flatMap(({ id, target, range }) => {
    const points = pointsOf(document, id).map(({ tick, value, shape }) => ({ tick, value, shape }));
    return points.length > 0 ? [{ target, ...(range === undefined ? {} : { range }), points }] : [];
  });
}

function shifted(note: Note, ticks: number): Note {
  return { ...note, start: note.start + ticks };
}

/** Rows with a length of their own written out over the pattern once. */
function roundRows(notes: readonly Note[], pattern: Pattern): Note[] {
  return notes.flatMap((note) => {
    const loop = rowLength(pattern, note.pitch);
    const times = Math.ceil((pattern.length - note.start) / loop);
    return Array.from({ length: Math.max(0, times) }, (_, pass) => shifted(inPass(note, pass), pass * loop));
  });
}

/** A note as it is in one pass, under an id of its own. */
function inPass(note: Note, pass: number): Note {
  return pass === 0 ? note : { ...note, id: `${note.id.slice(0, 56)}-${pass}` };
}

/** The notes that a placement plays in a stretch, counted from its beginning, pass by pass, each cut where the stretch or the placement is. */
function laidOut(document: Document, placement: Placement, { start, end }: TickSpan): Note[] {
  const pattern = findById(document.patterns, placement.patternId);
  if (!pattern) return [];
  const [from, to] = [Math.max(start, placement.start), Math.min(end, placement.start + placement.length)];
  const origin = placement.start - placement.offset;
  const notes = heardAt(document, placement) ?? notesOf(document, pattern.id);
  return notes.flatMap((note) => {
    const loop = rowLength(pattern, note.pitch);
    if (note.start >= loop) return [];
    const first = Math.max(0, Math.ceil((from - origin - note.start) / loop));
    const found: Note[] = [];
    for (let pass = first; origin + pass * loop + note.start < to; pass++) {
      if (note.passes && !((note.passes.mask >> (pass % note.passes.of)) & 1)) continue;
      const { passes: _passes, ...plain } = note;
      const named = (id: Id) => `${placement.id.slice(0, 20)}-${id.slice(0, 30)}-${pass}`;
      const ties = {
        ...(note.oneOf === undefined ? {} : { oneOf: named(note.oneOf) }),
        ...(note.drawnWith === undefined ? {} : { drawnWith: named(note.drawnWith) }),
      };
      const at = origin + pass * loop + note.start;
      const length = Math.min(note.length, to - at);
      found.push({ ...plain, ...ties, id: named(note.id), start: at - start, length });
    }
    return found;
  });
}

const CHORD_SHARE = 1.6;

/** Guesses the role of a part from its sound and from how many notes begin together. */
function roleOf({ kind, sound, notes }: PhrasePart): PhraseRole {
  if (kind === 'drums') return 'drums';
  if (soundById(sound.soundId, kind).family === 'bass') return 'bass';
  return notes.length / new Set(notes.map(({ start }) => start)).size >= CHORD_SHARE ? 'chords' : 'lead';
}
