import type { PlayedNote, PlayedTurn } from './take';
import type { Played } from './played';

/** A key that is down, or let go while the pedal is. */
interface OpenNote {
  readonly tick: number;
  readonly pitch: number;
  readonly velocity: number;
  /** Let go, and held by the pedal only. */
  release: number | null | undefined;
}

/** Makes whole notes of what is pressed and let go. The pedal holds on to notes until it is lifted, or until their key is struck again. */
export class Recorder {
  private open: OpenNote[] = [];
  private isPedalDown = false;
  private notes: PlayedNote[] = [];
  private turns: PlayedTurn[] = [];

  /** Takes an event at a play tick; in the order they were played. */
  take(event: Played, tick: number): void {
    if (event.kind === 'turn') this.turns.push({ tick, target: event.target, value: event.value });
    else if (event.kind === 'pedal') this.turnPedal(event.isDown, tick);
    else if (event.kind === 'on') {
      this.end(({ pitch }) => pitch === event.pitch, tick);
      this.open.push({ tick, pitch: event.pitch, velocity: event.velocity, release: undefined });
    } else if (!this.isPedalDown) this.end(({ pitch }) => pitch === event.pitch, tick, event.release);
    else for (const note of this.open) if (note.pitch === event.pitch) note.release ??= event.release ?? null;
  }

  /** The notes that are over, and what was turned, since this was last asked. */
  taken(): { readonly notes: readonly PlayedNote[]; readonly turns: readonly PlayedTurn[] } {
    const { notes, turns } = this;
    this.notes = [];
    this.turns = [];
    return { notes, turns };
  }

  /** The play tick at which the first note began that is still held; null where none is. */
  get heldSince(): number | null {
    return this.open.length ? Math.min(this.open[0]!.tick, this.open.at(-1)!.tick) : null;
  }

  /** Ends all that is held: the recording is over, or the device is gone. */
  letGo(tick: number): void {
    this.isPedalDown = false;
    this.end(() => true, tick);
  }

  private turnPedal(isDown: boolean, tick: number): void {
    this.isPedalDown = isDown;
    if (!isDown) this.end(({ release }) => release !== undefined, tick);
  }

  private end(ends: (note: OpenNote) => boolean, tick: number, release?: number): void {
    const ended = this.open.filter(ends);
    if (ended.length === 0) return;
    this.open = this.open.filter((note) => !ends(note));
    for (const note of ended) {
      const speed = note.release ?? release;
      const { pitch, velocity } = note;
      this.notes.push({
        tick: note.tick,
        endTick: Math.max(note.tick + 1, tick),
        pitch,
        velocity,
        ...(speed === undefined ? {} : { release: speed }),
      });
    }
  }
}
