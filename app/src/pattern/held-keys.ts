/** Keys that mean something while they are held down during a drag, by what they do. */
export const HELD_KEYS = { free: 'f', erase: 'e', copy: 'd' } as const;
export type HeldKey = keyof typeof HELD_KEYS;

const down = new Set<string>();

/** Follows which keys are held; returns what stops it. */
export function followHeldKeys(): () => void {
  const press = (event: KeyboardEvent) => void down.add(event.key.toLowerCase());
  const lift = (event: KeyboardEvent) => void down.delete(event.key.toLowerCase());
  const clear = () => down.clear();
  window.addEventListener('keydown', press);
  window.addEventListener('keyup', lift);
  window.addEventListener('blur', clear);
  return () => {
    window.removeEventListener('keydown', press);
    window.removeEventListener('keyup', lift);
    window.removeEventListener('blur', clear);
  };
}

export function isHeld(key: HeldKey): boolean {
  return down.has(HELD_KEYS[key]);
}
