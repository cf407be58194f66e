/** Keys that sound now because somebody plays them, by their pitches: what pads light up by. Beside the store, so that a press does not have to wait for
 *  the screen. */
export class PressedKeys {
  private counts = new Map<number, number>();
  private listeners = new Set<() => void>();
  private shown: ReadonlySet<number> = new Set();

  /** The pitches that are down; another set whenever they change. */
  readonly now = (): ReadonlySet<number> => this.shown;

  press(pitch: number): void {
    this.counts.set(pitch, (this.counts.get(pitch) ?? 0) + 1);
    this.tell();
  }

  letGo(pitch: number): void {
    const left = (this.counts.get(pitch) ?? 0) - 1;
    if (left > 0) this.counts.set(pitch, left);
    else this.counts.delete(pitch);
    this.tell();
  }

  readonly follow = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };

  private tell(): void {
    this.shown = new Set(this.counts.keys());
    for (const listener of this.listeners) listener();
  }
}
