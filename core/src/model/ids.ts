import type { Id } from './entities';

/** Ids for what an action makes. The same source and index give the same id within one run and whenever that run is repeated, so that draws of
 *  chance stay as they are while settings change; another source or index gives another. `source` names what the new entity comes from:
 *  a note's id, or a word where it comes from none. */
export type NewId = (source: string, index: number) => Id;

/** The ids of the run called `run`: two 32-bit hashes. The second begins with another sign: with one at its end it would follow from the first,
 *  and among 200,000 ids some would be the same. */
export function idsOfRun(run: Id): NewId {
  return (source, index) => {
    const text = `${run} ${source} ${index}`;
    return `${half(hashText(text))}${half(hashText(`.${text}`))}`;
  };
}

function half(hash: number): string {
  return hash.toString(36).padStart(7, '0');
}

/** A number in [0, 2^32) from a text (FNV-1a). */
export function hashText(text: string): number {
  let value = 0x811c9dc5;
  for (let index = 0; index < text.length; index++) value = Math.imul(value ^ text.charCodeAt(index), 0x01000193);
  return value >>> 0;
}
