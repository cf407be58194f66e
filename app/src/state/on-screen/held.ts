/** Modifiers of a drag, with their keys. Some have a button too, for the other thumb. */
export const HELD_KEYS = { free: 'f', erase: 'e', copy: 'd', paint: 'q' } as const;
export type Held = keyof typeof HELD_KEYS;

export const HELD_WORDS: Readonly<Record<Held, string>> = {
  free: 'during a drag: off the grid',
  erase: 'and sweep: erase',
  copy: 'and drag: copy instead of move',
  paint: 'and drag: a note at every line crossed',
};

/** The keys and buttons that are held down now. */
export class HeldInputs {
  private readonly keys = new Set<string>();
  private readonly buttons = new Set<Held>();
  private isResting = false;

  /** Follows which keys are held; returns what stops it. */
  follow(): () => void {
    const press = (event: KeyboardEvent) => void this.keys.add(event.key.toLowerCase());
    const lift = (event: KeyboardEvent) => void this.keys.delete(event.key.toLowerCase());
    const clear = () => this.keys.clear();
    window.addEventListener('keydown', press);
    window.addEventListener('keyup', lift);
    window.addEventListener('blur', clear);
    return () => {
      window.removeEventListener('keydown', press);
      window.removeEventListener('keyup', lift);
      window.removeEventListener('blur', clear);
      this.keys.clear();
      this.buttons.clear();
    };
  }

  /** A button on screen is being held, or let go. */
  setButton(held: Held, isDown: boolean): void {
    if (isDown) this.buttons.add(held);
    else this.buttons.delete(held);
  }

  /** Lets held keys mean nothing for as long as letters play. */
  rest(isResting: boolean): void {
    this.isResting = isResting;
  }

  has(held: Held): boolean {
    return (!this.isResting && this.keys.has(HELD_KEYS[held])) || this.buttons.has(held);
  }
}
