import { hasLength, rulesOf, SONG_TIMED, type Collection, type Entity } from '../model/collections';
import { entitiesOf, inOrder, type Document } from '../model/document';
import { frameOfTick, tickOfFrame } from '../hits/placed';
import type { Id, Recording } from '../model/entities';

/** A move of the song's time, as maps from ticks to ticks. */
export interface TimeMove {
  /** New start of anything that starts at a tick. */
  readonly start: (tick: number) => number;
  /** New end of a span. */
  readonly end: (end: number, start: number) => number;
  /** Whether anything that starts at a tick is kept; all of it by default. */
  readonly stays?: (tick: number) => boolean;
}

interface Timed {
  readonly start: number;
  readonly length: number;
  readonly tick: number;
}

/** Moves everything that lies in the song's own time, collection by collection. Pieces must have been cut at the edges of the move. */
export function movedInTime(document: Document, move: TimeMove): Document {
  const moved = SONG_TIMED.map((of) => {
    const rows = entitiesOf(document, of).flatMap((row) => movedRow(of, row, move));
    return [of, inOrder(rows, rulesOf(of).compare)] as const;
  });
  return { ...document, ...(Object.fromEntries(moved) as Partial<Document>) };
}

function movedRow(of: Collection, row: Entity, { start, end, stays }: TimeMove): Entity[] {
  const { start: from, length, tick } = row as unknown as Timed;
  const { time } = rulesOf(of);
  if (time === 'song span') {
    const [begins, ends] = [start(from), end(from + length, from)];
    return ends > begins ? [changed(row, { start: begins, length: ends - begins })] : [];
  }
  const at = time === 'song tick' ? tick : from;
  if (stays && !stays(at)) return [];
  return [changed(row, time === 'song tick' ? { tick: start(at) } : { start: start(at) })];
}

/** Copies entities at single ticks of the song, from `from` to `to`, `by` ticks later; a recording that goes on beyond them is not copied: it would sound
 *  twice at once. Callers copy pieces, which they have cut, and decide about
 *  spans themselves. */
export function withTicksCopied(
  document: Document,
  source: Document,
  [from, to]: readonly [number, number],
  by: number,
  newId: () => Id,
): Document {
  const copied = SONG_TIMED.filter((of) => rulesOf(of).time === 'song tick').map((of) => {
    const taken = entitiesOf(source, of).filter((row) => tickOf(row) >= from && tickOf(row) < to && endOf(source, of, row) <= to);
    const copies = taken.map((row) => ({ ...row, id: newId(), tick: tickOf(row) + by }) as Entity);
    return [of, inOrder([...entitiesOf(document, of), ...copies], rulesOf(of).compare)] as const;
  });
  return copied.length ? { ...document, ...(Object.fromEntries(copied) as Partial<Document>) } : document;
}

/** The tick at which what begins at a tick is over: a recording once it has been played. */
function endOf({ song: { tempos } }: Document, of: Collection, row: Entity): number {
  if (of !== 'recordings') return tickOf(row);
  const recording = row as Recording;
  return tickOfFrame(tempos, recording, recording.offset + recording.frames);
}

/** The song before a stretch of it is deleted: of recordings that begin in it, what would be heard in it is cut off, so that what comes after stays. */
export function withRecordingsCut(document: Document, from: number, to: number): Document {
  if (!document.recordings.some(({ tick }) => tick >= from && tick < to)) return document;
  const recordings = document.recordings.flatMap((each): Recording[] => {
    if (each.tick < from || each.tick >= to) return [each];
    const gone = frameOfTick(document.song.tempos, each, to) - each.offset;
    return gone < each.frames ? [{ ...each, tick: to, offset: each.offset + gone, frames: each.frames - gone }] : [];
  });
  return { ...document, recordings: inOrder(recordings, rulesOf('recordings').compare as (a: Recording, b: Recording) => number) };
}

function tickOf(row: Entity): number {
  return (row as unknown as Timed).tick;
}

/** The row with other fields; itself where they are what they were. */
function changed(row: Entity, fields: Partial<Timed>): Entity {
  const differs = Object.entries(fields).some(([field, value]) => (row as unknown as Record<string, unknown>)[field] !== value);
  return differs ? ({ ...row, ...fields } as Entity) : row;
}

/** The end of the song's content, in ticks: of the last thing that begins and lasts in its own time; 0 for an empty song. A recording lasts in seconds,
 *  and makes no song longer. */
export function contentEnd(document: Document): number {
  return SONG_TIMED.filter(hasLength).reduce((end, of) => {
    const rows = entitiesOf(document, of) as readonly unknown[] as readonly Timed[];
    return rows.reduce((last, { start, length }) => Math.max(last, start + length), end);
  }, 0);
}
