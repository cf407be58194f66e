import { CHUNK } from './workbench';

/** How a track is opened by another, or held down by it: times in frames, `depth` how far it closes, or where negative how far it is held down. */
export interface GateShape {
  readonly attackFrames: number;
  readonly releaseFrames: number;
  readonly depth: number;
}

/** One time that a gate stands open, from `at` to before `until`. */
interface Opening {
  readonly at: number;
  readonly until: number;
}

/** Opens and closes with straight ramps that are exact to the sample. */
export class Gate {
  private openings: Opening[] = [];
  /** How far it is open, 0..1, after the last sample. */
  private open = 0;
  readonly gains = new Float32Array(CHUNK);

  add(at: number, frames: number): void {
    this.openings.push({ at, until: at + frames });
  }

  /** Sets the gains of the chunk that begins at `frame`. */
  work(frame: number, { attackFrames, releaseFrames, depth }: GateShape): void {
    this.openings = this.openings.filter(({ until }) => until > frame);
    const rise = 1 / Math.max(1, attackFrames);
    const fall = 1 / Math.max(1, releaseFrames);
    const far = Math.abs(depth);
    for (let index = 0; index < CHUNK; index++) {
      const now = frame + index;
      const isOpen = this.openings.some(({ at, until }) => at <= now && now < until);
      this.open = isOpen ? Math.min(1, this.open + rise) : Math.max(0, this.open - fall);
      this.gains[index] = 1 - far * (depth < 0 ? this.open : 1 - this.open);
    }
  }
}
