/** What can be held down during a drag, and the key for it. Some have a button too, for the other thumb. */
export const HELD_KEYS = { free: 'f', erase: 'e', copy: 'd', paint: 'q' } as const;
export type Held = keyof typeof HELD_KEYS;

export const HELD_WORDS: Readonly<Record<Held, string>> = {
  free: 'during a drag: off the grid',
  erase: 'and sweep: erase',
  copy: 'and drag: copy instead of move',
  paint: 'and drag: a note at every line crossed',
};

const keysDown = new Set<string>();
const buttonsDown = new Set<Held>();

/** Follows which keys are held; returns what stops it. */
export function followHeldKeys(): () => void {
  const press = (event: KeyboardEvent) => void keysDown.add(event.key.toLowerCase());
  const lift = (event: KeyboardEvent) => void keysDown.delete(event.key.toLowerCase());
  const clear = () => keysDown.clear();
  window.addEventListener('keydown', press);
  window.addEventListener('keyup', lift);
  window.addEventListener('blur', clear);
  return () => {
    window.removeEventListener('keydown', press);
    window.removeEventListener('keyup', lift);
    window.removeEventListener('blur', clear);
    keysDown.clear();
    buttonsDown.clear();
  };
}

/** A button on screen that is being held, or let go. */
export function holdButton(held: Held, isDown: boolean): void {
  if (isDown) buttonsDown.add(held);
  else buttonsDown.delete(held);
}

export function isHeld(held: Held): boolean {
  return keysDown.has(HELD_KEYS[held]) || buttonsDown.has(held);
}
