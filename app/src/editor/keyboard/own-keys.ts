import type { OwnKey } from '@yibbo/core';
import { HELD_KEYS } from '../../state/on-screen/held';
import { keyName } from './key-table';
import { KEYS, type KeyAct } from './keys';
import type { KeyInput } from './match-key';

/** Keys chosen in place of those that acts come with, by the name of the latter; null where an act has lost its key to another. */
export type OwnKeys = Readonly<Record<string, OwnKey | null>>;

/** The pressed key as a shortcut of one's own; null where it cannot be one: a modifier alone, one that is held during drags, the keys that
 *  every screen needs. */
export function ownKeyOf(input: KeyInput): OwnKey | null {
  const isModifier = ['Shift', 'Control', 'Alt', 'Meta', 'AltGraph', 'CapsLock', 'Dead'].includes(input.key);
  const isNeeded = ['Escape', 'Tab', 'Enter', ' '].includes(input.key);
  const ctrl = input.ctrlKey || input.metaKey;
  const isHeld = !ctrl && (Object.values(HELD_KEYS) as string[]).includes(input.key.toLowerCase());
  if (isModifier || isNeeded || isHeld || input.altKey || !input.code) return null;
  return { code: input.code, shown: input.key.length === 1 ? input.key.toUpperCase() : input.key, ctrl, shift: input.shiftKey };
}

/** The act that one's own keys give to what was pressed; `more` are those that come without a key. */
export function ownActOf({ code, ctrlKey, metaKey, shiftKey }: KeyInput, own: OwnKeys, more: readonly KeyAct[]): KeyAct | null {
  const isPressed = (key: OwnKey | null | undefined) => key?.code === code && key.ctrl === (ctrlKey || metaKey) && key.shift === shiftKey;
  return [...KEYS, ...more].find((act) => isPressed(own[keyName(act)])) ?? null;
}

/** Whether an act goes by another key than it came with. */
export function isRebound(act: KeyAct, own: OwnKeys): boolean {
  return Object.hasOwn(own, keyName(act));
}

/** An act's present key in words; a dash where it has none. */
export function shownKey(act: KeyAct, own: OwnKeys): string {
  if (!isRebound(act, own)) return act.id ? '–' : keyName(act);
  const key = own[keyName(act)];
  return key ? [key.ctrl ? 'Ctrl' : '', key.shift ? 'Shift' : '', key.shown.replace('Arrow', '')].filter(Boolean).join(' ') : '–';
}

/** One's own keys with one more. An act that had that key has none from then on: it is named. */
export function withOwnKey(
  own: OwnKeys,
  act: KeyAct,
  key: OwnKey,
  before: KeyAct | null,
): { readonly own: OwnKeys; readonly lost: KeyAct | null } {
  const lost = before && before !== act ? before : null;
  return { own: { ...own, ...(lost ? { [keyName(lost)]: null } : {}), [keyName(act)]: key }, lost };
}
