import type { Note } from '../model/entities';
import type { NewId } from '../model/ids';
import { slicedFrom } from './bend';
import { withFields, without } from './with';

/** The share of a note's velocity that the softest hit of a rising or falling roll has. */
const SOFTEST = 0.4;

/** One hit of a roll, in ticks from the pattern's beginning. */
export interface Hit {
  readonly start: number;
  readonly length: number;
  readonly velocity: number;
}

/** The hits a note is played as: its roll's, equal to the tick, or the note itself where it has none. No hit is shorter than a tick,
 *  so that a very short note has fewer. */
export function hitsOf({ start, length, velocity, roll }: Note): readonly Hit[] {
  if (!roll) return [{ start, length, velocity }];
  const hits = Math.min(roll.hits, length);
  const edge = (index: number) => start + Math.round((index * length) / hits);
  return Array.from({ length: hits }, (_, index) => {
    const along = index / Math.max(1, hits - 1);
    const share = roll.shape === 'even' ? 1 : roll.shape === 'rising' ? along : 1 - along;
    return {
      start: edge(index),
      length: edge(index + 1) - edge(index),
      velocity: Math.max(1, Math.round(velocity * (SOFTEST + (1 - SOFTEST) * share))),
    };
  });
}

/** A roll written out as notes; the first keeps the id. A note without a roll is given back as it is. */
export function writtenOut(note: Note, newId: NewId): readonly Note[] {
  if (!note.roll) return [note];
  const plain = without(note, 'roll');
  return hitsOf(note).map((hit, index) => ({ ...piece(plain, index, hit.start, (id) => newId(`hit of ${id}`, index)), ...hit }));
}

/** Piece `index` of a note that is taken apart, from `start` on: the first keeps the id; the others share its draw, and go on along its
 *  bend line where it had come to. */
export function piece(note: Note, index: number, start: number, newId: NewId): Note {
  if (index === 0) return note;
  const fresh = { ...note, id: newId(note.id, index), start };
  if (note.bend) fresh.bend = slicedFrom(note.bend, start - note.start);
  return note.chance === undefined && note.oneOf === undefined ? fresh : withFields(fresh, { drawnWith: note.drawnWith ?? note.id });
}
