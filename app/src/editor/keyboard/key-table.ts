import { HELD_KEYS, HELD_WORDS, type Held } from '../../state/on-screen/held';
import { KEYS, type KeyAct } from './keys';

/** Keys outside `KEYS`: playing, moving the cursor, and what is held during a drag. */
const OTHERS = [
  ['Space', 'Play, stop'],
  ['Arrows', 'On the grid with nothing selected: move the cursor'],
  ['Ctrl Arrows', 'Move the cursor, whatever is selected'],
  ['Ctrl Home, End', 'Cursor to the first or the last step of the row'],
  ['Enter', 'Put a note at the cursor, or select the one there'],
  ['Shift Enter', 'Add the note at the cursor to the selection'],
  ['Ctrl C, X, V', 'Copy, cut, paste notes; between songs too, and as a typed phrase in other programs'],
  ['B', 'Begin a frame at the cursor; arrows stretch it, Enter takes it'],
  ['Shift Enter', 'In a frame: mark its time and select all of it'],
  ['hold Q Arrows', 'Leave a note wherever the cursor goes'],
  ['Menu', 'What can be done at the cursor'],
] as const;

/** Words for the keys outside `KEYS`. */
export function otherKeys(): readonly (readonly [key: string, words: string])[] {
  const held = Object.entries(HELD_KEYS).map(([what, key]) => [`hold ${key.toUpperCase()}`, HELD_WORDS[what as Held]] as const);
  return [...OTHERS, ...held];
}

/** Every key of the pattern screen and what it does, as it comes, for the help and the guide. */
export function keyTable(): readonly (readonly [key: string, words: string])[] {
  return [...KEYS.map((each) => [keyName(each), each.words] as const), ...otherKeys()];
}

/** An act's default key in words: "Ctrl Shift Z"; the id of one that comes without. */
export function keyName({ id, key, ctrl, shift }: KeyAct): string {
  if (id) return id;
  return [ctrl ? 'Ctrl' : '', shift ? 'Shift' : '', key.length === 1 ? key.toUpperCase() : key.replace('Arrow', '')]
    .filter(Boolean)
    .join(' ');
}
