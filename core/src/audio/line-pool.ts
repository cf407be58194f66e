import type { Samples, Workbench } from './workbench';

/** Delay-line buffer, its start mirrored past the end. */
export const LINE_SAMPLES = 2048;
export const LINE_OVER = 4;
const MOST = 300;

/** Lines of samples that are lent while something sounds and come back all 0. */
export class LinePool {
  private readonly free: Samples[] = [];
  private made = 0;

  constructor(
    private readonly bench: Workbench,
    private readonly size: number,
  ) {}

  /** Null where more are lent than ever sound at once. */
  take(): Samples | null {
    const line = this.free.pop();
    if (line) return line;
    if (this.made === MOST) return null;
    this.made++;
    return this.bench.samples(this.size);
  }

  giveBack(line: Samples): void {
    line.values.fill(0);
    this.free.push(line);
  }
}
