import { KEYS, type KeyAct } from './keys';
import { isRebound, ownActOf, type OwnKeys } from './own-keys';

/** A key that was pressed, as the browser tells it. */
export interface KeyInput {
  readonly key: string;
  /** Its place on the keyboard, by the names of a US one. */
  readonly code: string;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
  readonly altKey: boolean;
  readonly shiftKey: boolean;
  /** Whether the third level of the keyboard is held, which many report as Ctrl and Alt together. */
  readonly isAltGraph: boolean;
}

/** The act of a key, `more` being those that come without one: what one's own keys say, else what it does by itself where that has not been given to another key. */
export function actWith(input: KeyInput, own: OwnKeys, more: readonly KeyAct[] = []): KeyAct | null {
  const mine = input.altKey && !input.isAltGraph ? null : ownActOf(input, own, more);
  const act = mine ?? actOf(input);
  return act && !mine && isRebound(act, own) ? null : act;
}

/** The act of a key, on any layout: digits go by their place, since some layouts have them above other signs; letters and signs go by what they
 *  write. With Alt or Cmd a letter belongs to the browser. */
export function actOf(input: KeyInput): KeyAct | null {
  if (input.altKey && !input.isAltGraph) return null;
  const ctrl = (input.ctrlKey && !input.isAltGraph) || input.metaKey;
  return KEYS.find((act) => Boolean(act.ctrl) === ctrl && isKeyOf(act, input)) ?? null;
}

function isKeyOf({ key, shift = false }: KeyAct, input: KeyInput): boolean {
  if (/^\d$/.test(key)) return input.key === key || (input.code === `Digit${key}` && input.shiftKey === shift);
  const isSign = key.length === 1 && !/[a-z]/i.test(key);
  return input.key.toLowerCase() === key.toLowerCase() && (isSign || input.shiftKey === shift);
}
