/** Something struck in a recording: where, as a frame at 48 kHz, and how far it stands out: 1 is just enough at the middle of sensitivity. */
export interface FoundHit {
  readonly frame: number;
  readonly strength: number;
  /** How loud it is beside the loudest, 0..1. */
  readonly level: number;
}

/** The hits that count at a sensitivity of 0..1, those put in and taken out by hand apart. */
export function hitsAt(found: readonly FoundHit[], sensitivity: number): readonly FoundHit[] {
  const least = 4 ** (1 - 2 * sensitivity);
  return found.filter(({ strength }) => strength >= least);
}
