/** A moment on two clocks: the page's, in milliseconds, and the engine's, in frames. */
interface Reading {
  readonly ms: number;
  readonly frame: number;
}

/** Readings kept: at 20 a second, those of the last six seconds. Two clocks drift apart by less than half a millisecond in that time. */
const KEPT = 128;
/** A reading further off than this means that the engine stood still meanwhile, in milliseconds: all before it says nothing any more. */
const BROKEN_MS = 120;

/** The share of readings that lag behind more: the least lag of all would hang on one burst that came early. */
const LAGGING = 0.9;

/** Maps the page's clock to the engine's. The engine works in bursts, so each reading lags behind by up to a buffer; those that lag least are steady to
 *  a millisecond, however late, and however regularly, the page comes to take them. */
export class TimeMap {
  private readonly readings: Reading[] = [];
  private offset: number | null = null;
  private readonly framesPerMs: number;

  /** `rate` is the engine's, in hertz. */
  constructor(rate: number) {
    this.framesPerMs = rate / 1000;
  }

  /** Takes a reading of both clocks, in the order of time. */
  add(ms: number, frame: number): void {
    if (this.readings.length > 0 && Math.abs(frame - this.frameAt(ms)!) > BROKEN_MS * this.framesPerMs) this.readings.length = 0;
    this.readings.push({ ms, frame });
    if (this.readings.length > KEPT) this.readings.shift();
    this.offset = null;
  }

  /** The engine's frame at a moment of the page's clock; null before the first reading. */
  frameAt(ms: number): number | null {
    if (this.readings.length === 0) return null;
    this.offset ??= this.leastLag();
    return ms * this.framesPerMs + this.offset;
  }

  private leastLag(): number {
    const offsets = this.readings.map((reading) => reading.frame - reading.ms * this.framesPerMs).sort((a, b) => a - b);
    return offsets[Math.min(offsets.length - 1, Math.floor(offsets.length * LAGGING))]!;
  }

  /** The moment of the page's clock at which the engine is at a frame; null before the first reading. */
  msAt(frame: number): number | null {
    const zero = this.frameAt(0);
    return zero === null ? null : (frame - zero) / this.framesPerMs;
  }
}
