import { DelayLine } from './delay-line';
import { SAMPLE_RATE } from './rate';
import { CHUNK, type Samples, type Workbench } from './workbench';

/** Lengths in samples that have no common measure, so that no frequency is favoured. */
const LINES = [1427, 1783, 1973, 2557] as const;
const SPREADS = [142, 379] as const;
const SPREAD_GAIN = 0.6;
const FEEDBACK = 0.7;
const DAMPING = 0.42;
const ECHO_FEEDBACK = 0.34;
/** The longest echo there can be, in samples: it stands in a line of 2^17. */
export const LONGEST_ECHO = 131_072 - CHUNK;
const FIRST_ECHO = Math.round(0.34 * SAMPLE_RATE);
/** Chunks over which one echo goes over into another of another length. */
const CROSSING = 32;
/** Chunks of silence, beyond the length of the echo, after which all is still and costs nothing. */
const STILL_CHUNKS = 50;

/** One small room and one echo that every track shares: four delay lines that feed each other behind two all-passes, highs damped each time
 *  round (after M. R. Schroeder, 1962, and J.-M. Jot, 1991). */
export class Room {
  private readonly lines: readonly DelayLine[];
  private readonly spreads: readonly DelayLine[];
  private readonly damped: Samples;
  private readonly echo: DelayLine;
  private echoFrames = FIRST_ECHO;
  private echoWas = FIRST_ECHO;
  private echoWanted = FIRST_ECHO;
  private crossed = CROSSING;
  private stillChunks = Infinity;

  constructor(private readonly bench: Workbench) {
    this.lines = LINES.map((frames) => new DelayLine(bench, frames));
    this.spreads = SPREADS.map((frames) => new DelayLine(bench, frames));
    this.damped = bench.samples(LINES.length);
    this.echo = new DelayLine(bench, LONGEST_ECHO);
  }

  /** Sets how long the echo takes, in samples, held within what there is room for; one that sounds goes over into it. */
  setEcho(frames: number): void {
    this.echoWanted = Math.max(CHUNK, Math.min(LONGEST_ECHO, Math.round(frames)));
    if (this.isStill) this.echoFrames = this.echoWas = this.echoWanted;
  }

  private get isStill(): boolean {
    return this.stillChunks > STILL_CHUNKS + LONGEST_ECHO / CHUNK;
  }

  /** Adds the room's answer to what is sent into it, for one chunk. `isFed` says whether anything is. */
  process(toRoom: Samples, toEcho: Samples, left: Samples, right: Samples, isFed: boolean): void {
    if (isFed) this.stillChunks = 0;
    else if (this.isStill) return;
    this.addEcho(toRoom, toEcho, left, right);
    const { bench, damped, lines, spreads } = this;
    spreads.forEach((line, index) => {
      bench.loops.spread(toRoom.at, line.back(SPREADS[index]!), line.at, SPREAD_GAIN);
      line.next();
    });
    const [a, b, c, d] = lines as [DelayLine, DelayLine, DelayLine, DelayLine];
    bench.loops.room(
      toRoom.at,
      left.at,
      right.at,
      a.back(LINES[0]),
      b.back(LINES[1]),
      c.back(LINES[2]),
      d.back(LINES[3]),
      a.at,
      b.at,
      c.at,
      d.at,
      damped.at,
      1 - DAMPING,
      FEEDBACK,
    );
    for (const line of lines) line.next();
    // With nothing fed in, all that is on either side is what the room says.
    if (!isFed) this.stillChunks = bench.loops.peak(left.at, right.at) === 0 ? this.stillChunks + 1 : 0;
  }

  private addEcho(toRoom: Samples, toEcho: Samples, left: Samples, right: Samples): void {
    const { bench, echo } = this;
    if (this.crossed === CROSSING && this.echoWanted !== this.echoFrames) {
      this.echoWas = this.echoFrames;
      this.echoFrames = this.echoWanted;
      this.crossed = 0;
    }
    const share = this.crossed / CROSSING;
    const step = this.crossed < CROSSING ? 1 / CROSSING / CHUNK : 0;
    const [was, now] = [echo.back(this.echoWas), echo.back(this.echoFrames)];
    bench.loops.echo(toEcho.at, toRoom.at, left.at, right.at, was, now, echo.at, share, step, ECHO_FEEDBACK);
    if (this.crossed < CROSSING) this.crossed++;
    echo.next();
  }
}
