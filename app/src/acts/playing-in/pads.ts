import { chordPads, keyPads, kitPads, scalePads, type Pad, type PadKind, type PadRows } from '@yibbo/core';
import { createSelector } from '@reduxjs/toolkit';
import { selectPart, type OpenPart } from '../../state/session/selectors';
import type { PlayIn } from '../../state/preferences/play-in';
import type { State } from '../../state/store';
import { middlePitch } from '../pattern/rows';

/** The pads of the open part, upper row first, as they were chosen: a kit's rows, keys, the scale's notes or the key's chords. */
export const selectPads = createSelector([selectPart, (state: State) => state.playIn], (part, playIn): PadRows =>
  part ? padsFor(part, playIn) : [],
);

function padsFor(part: OpenPart, playIn: PlayIn): PadRows {
  if (part.track.kind === 'drums') return kitPads(part.track.rows);
  const lowest = lowestKey(part, playIn);
  const kind = padKindOf(part, playIn);
  if (kind === 'keys' || !part.key) return keyPads(lowest, part.naming);
  if (kind === 'scale') return scalePads(part.key, lowest, part.naming);
  return chordPads(part.key, { inversion: 0, spread: 'close', lowest: Math.min(lowest, 96), octaves: 2, isNearest: false });
}

/** The kind of pads in use: without a key there is only the keyboard. */
export function padKindOf({ key }: Pick<OpenPart, 'key'>, { padKind }: PlayIn): PadKind {
  return key ? padKind : 'keys';
}

/** The C that the pads begin at: where it was moved, else below the middle of the sound. */
export function lowestKey(part: Pick<OpenPart, 'track'>, { lowest }: PlayIn): number {
  const middle = middlePitch(part);
  return lowest ?? Math.min(96, middle - (middle % 12) - (middle % 12 < 6 ? 12 : 0));
}

/** The pad on a place of the keyboard. */
export function padOf(rows: PadRows, code: string): Pad | undefined {
  return rows.flat().find((pad) => pad.code === code);
}
