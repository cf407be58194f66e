import { rulesOf, SONG_TIMED, type Collection, type Entity } from '../model/collections';
import { inOrder, type Document } from '../model/document';
import type { Id } from '../model/entities';

/** How an edit of the song's time moves what lies in it. */
export interface TimeMove {
  /** Where what begins at a tick begins then. */
  readonly start: (tick: number) => number;
  /** Where a span ends then. */
  readonly end: (end: number, start: number) => number;
  /** Whether what begins at a tick stays at all; everything does where it is not said. */
  readonly stays?: (tick: number) => boolean;
}

interface Timed {
  readonly start: number;
  readonly length: number;
  readonly tick: number;
}

/** Everything that lies in the song's own time, collection by collection, where a move takes it. Pieces have been cut at its edges before. */
export function movedInTime(document: Document, move: TimeMove): Document {
  const moved = SONG_TIMED.map((of) => {
    const rows = document[of as 'placements'] as readonly Entity[];
    return [
      of,
      inOrder(
        rows.flatMap((row) => movedRow(of, row, move)),
        rulesOf(of).compare,
      ),
    ] as const;
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

/** Puts copies of what stands at single ticks of the song from `from` to `to` `by` ticks later. Pieces are copied by those who cut them, and spans
 *  say for themselves whether a copy has one. */
export function withTicksCopied(
  document: Document,
  source: Document,
  [from, to]: readonly [number, number],
  by: number,
  newId: () => Id,
): Document {
  const copied = SONG_TIMED.filter((of) => rulesOf(of).time === 'song tick').map((of) => {
    const rows = (each: Document) => each[of as 'placements'] as readonly Entity[];
    const taken = rows(source).filter((row) => tickOf(row) >= from && tickOf(row) < to);
    const copies = taken.map((row) => ({ ...row, id: newId(), tick: tickOf(row) + by }) as Entity);
    return [of, inOrder([...rows(document), ...copies], rulesOf(of).compare)] as const;
  });
  return copied.length ? { ...document, ...(Object.fromEntries(copied) as Partial<Document>) } : document;
}

function tickOf(row: Entity): number {
  return (row as unknown as Timed).tick;
}

/** The row with other fields; itself where they are what they were. */
function changed(row: Entity, fields: Partial<Timed>): Entity {
  const differs = Object.entries(fields).some(([field, value]) => (row as unknown as Record<string, unknown>)[field] !== value);
  return differs ? ({ ...row, ...fields } as Entity) : row;
}

/** Where the last of all that lies in the song's own time ends; 0 where there is nothing. */
export function contentEnd(document: Document): number {
  return SONG_TIMED.reduce((end, of) => {
    const rows = document[of as 'placements'] as readonly unknown[] as readonly Timed[];
    return rows.reduce((last, { start, length, tick }) => Math.max(last, tick ?? start + length), end);
  }, 0);
}
