/** How long after a letter the next one still belongs to it, in ms. */
const TOGETHER_MS = 700;

/** Finds what a person types the beginning of, among the names of items: letters that come quickly after one another are taken together, the same
 *  letter again goes on to the next item. */
export class TypeAhead {
  private typed = '';
  private at = -Infinity;

  /** The index of the item to go to from the one at `from` (-1 for none); null where none begins so. `now` is in ms. */
  find(letter: string, names: readonly string[], from: number, now: number): number | null {
    this.typed = now - this.at > TOGETHER_MS ? letter : this.typed + letter;
    this.at = now;
    const isOneLetter = [...this.typed].every((each) => each === this.typed[0]);
    const wanted = (isOneLetter ? letter : this.typed).toLowerCase();
    // A name that is no more than what was typed comes before longer ones: D before D♭.
    const same = names.findIndex((name) => name.toLowerCase() === wanted);
    if (same >= 0 && same !== from) return same;
    // One letter goes on from the item after this one; more of them may still mean this one.
    const first = isOneLetter ? from + 1 : Math.max(0, from);
    for (let step = 0; step < names.length; step++) {
      const index = (first + step) % names.length;
      if (names[index]!.toLowerCase().startsWith(wanted)) return index;
    }
    return null;
  }

  /** Starts the next search afresh, as after any other move. */
  restart(): void {
    this.at = -Infinity;
  }
}
