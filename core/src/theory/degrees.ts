import type { Note } from '../model/entities';
import type { Key } from './keys';

export function isInScale(key: Key, pitch: number): boolean {
  return key.classes.has(pitch % 12);
}

/** How many notes of the scale lie below `pitch`: its place, where it is one of them. */
function place(key: Key, pitch: number): number {
  const at = key.pitches.findIndex((each) => each >= pitch);
  return at < 0 ? key.pitches.length : at;
}

/** Moves notes by `degrees` of the scale, all by as many: the group stops where its first note meets the end of the keyboard. A note
 *  outside the scale first goes to the nearest degree in the direction of the move. */
export function moveInScale(notes: readonly Note[], degrees: number, key: Key): readonly Note[] {
  if (degrees === 0 || notes.length === 0) return notes;
  const room = notes.reduce((least, { pitch }) => Math.min(least, roomFor(key, pitch, Math.sign(degrees))), Math.abs(degrees));
  const by = Math.sign(degrees) * room;
  return by === 0 ? notes : notes.map((note) => ({ ...note, pitch: moved(key, note.pitch, by) }));
}

function moved(key: Key, pitch: number, degrees: number): number {
  const at = place(key, pitch);
  const isPast = degrees > 0 && !isInScale(key, pitch);
  return key.pitches[at + degrees - (isPast ? 1 : 0)]!;
}

/** How many degrees a pitch can go up (1) or down (-1). */
function roomFor(key: Key, pitch: number, direction: number): number {
  const at = place(key, pitch);
  if (direction < 0) return at;
  return key.pitches.length - at - (isInScale(key, pitch) ? 1 : 0);
}

export type FitTowards = 'nearest' | 'up' | 'down';

/** The pitch of the scale that `pitch` goes to: itself where it is one, else the nearest (of two as near, the lower) or the next one
 *  up or down. */
export function fitted(pitch: number, key: Key, towards: FitTowards): number {
  if (isInScale(key, pitch)) return pitch;
  const at = place(key, pitch);
  const below = key.pitches[at - 1];
  const above = key.pitches[at];
  if (below === undefined) return above ?? pitch;
  if (above === undefined) return below;
  if (towards !== 'nearest') return towards === 'up' ? above : below;
  return above - pitch < pitch - below ? above : below;
}

/** Turns notes upside down within their own range: the highest becomes the lowest. Doing it twice restores exactly. With a key, notes
 *  of the scale trade places among the scale's pitches, and the others among the others, so that what was in the scale stays in it. */
export function inverted(notes: readonly Note[], key: Key | null): readonly Note[] {
  if (!key) return mirrored(notes, null);
  const others = Array.from({ length: 128 }, (_, pitch) => pitch).filter((pitch) => !isInScale(key, pitch));
  const inside = mirrored(
    notes.filter(({ pitch }) => isInScale(key, pitch)),
    key.pitches,
  );
  const outside = mirrored(
    notes.filter(({ pitch }) => !isInScale(key, pitch)),
    others,
  );
  const byId = new Map([...inside, ...outside].map((note) => [note.id, note]));
  return notes.map(({ id }) => byId.get(id)!);
}

/** Notes mirrored about the middle of their own range, counted in the steps of a ladder of pitches; in semitones where there is none. */
function mirrored(notes: readonly Note[], ladder: readonly number[] | null): readonly Note[] {
  const steps = notes.map(({ pitch }) => (ladder ? ladder.indexOf(pitch) : pitch));
  const sum = steps.reduce((low, step) => Math.min(low, step), Infinity) + steps.reduce((high, step) => Math.max(high, step), -Infinity);
  return notes.map((note, index) => {
    const step = sum - steps[index]!;
    return { ...note, pitch: ladder ? ladder[step]! : step };
  });
}
