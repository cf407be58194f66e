import { DelayLine } from './delay-line';
import { exp2 } from './math';
import { SAMPLE_RATE } from './rate';
import { CHUNK, endOf, type Samples, type Workbench } from './workbench';

/** Lengths in samples that have no common measure, so that no frequency is favoured. */
const LINES = [1427, 1783, 1973, 2557] as const;
const SPREADS = [142, 379] as const;
const SPREAD_GAIN = 0.6;
const DAMPING = 0.42;
/** First reflections, before the rest has become dense: samples on their way and how loud, from 5 ms on, other ones on either side. */
const EARLY = {
  left: [
    [251, 0.144],
    [557, -0.114],
    [941, 0.09],
    [1327, -0.072],
  ],
  right: [
    [313, 0.138],
    [619, 0.108],
    [1033, -0.09],
    [1409, 0.066],
  ],
} as const;
/** Chunks in which it falls silent before it becomes another one, and comes back after that. */
const TURNING = 8;
const ECHO_FEEDBACK = 0.34;
/** The longest echo there can be, in samples: it stands in a line of 2^17. */
export const LONGEST_ECHO = 131_072 - CHUNK;
const FIRST_ECHO = Math.round(0.34 * SAMPLE_RATE);
/** Chunks over which one echo goes over into another of another length. */
const CROSSING = 32;
/** How large a room is, beside a usual one, and how long it rings, in seconds to -60 dB. */
export interface RoomShape {
  /** 0.5..2. */
  readonly size: number;
  /** 0.2..6. */
  readonly seconds: number;
}

export const USUAL_ROOM: RoomShape = { size: 1, seconds: 0.8 };
const LARGEST = 2;

/** Chunks of silence, beyond the length of the echo, after which all is still and costs nothing. */
const STILL_CHUNKS = 50;

/** One small room and one echo that every track shares: four delay lines that feed each other behind two all-passes, highs damped each time
 *  round (after M. R. Schroeder, 1962, and J.-M. Jot, 1991). */
export class Room {
  private readonly lines: readonly DelayLine[];
  private readonly spreads: readonly DelayLine[];
  private readonly damped: Samples;
  private readonly echo: DelayLine;
  private readonly early: DelayLine;
  private shape = USUAL_ROOM;
  private wanted = USUAL_ROOM;
  private lengths: readonly number[] = LINES;
  private feedback = 0;
  /** How much of it is heard, in parts of `TURNING`: less where it is becoming another one. */
  private heard = TURNING;
  private echoFrames = FIRST_ECHO;
  private echoWas = FIRST_ECHO;
  private echoWanted = FIRST_ECHO;
  private crossed = CROSSING;
  private stillChunks = Infinity;

  constructor(private readonly bench: Workbench) {
    this.lines = LINES.map((frames) => new DelayLine(bench, LARGEST * frames));
    this.early = new DelayLine(bench, LARGEST * EARLY.right.at(-1)![0]);
    this.build(USUAL_ROOM);
    this.spreads = SPREADS.map((frames) => new DelayLine(bench, frames));
    this.damped = bench.samples(LINES.length);
    this.echo = new DelayLine(bench, LONGEST_ECHO);
  }

  /** Sets how long the echo takes, in samples, held within what there is room for; one that sounds goes over into it. */
  setEcho(frames: number): void {
    this.echoWanted = Math.max(CHUNK, Math.min(LONGEST_ECHO, Math.round(frames)));
    if (this.isStill) this.echoFrames = this.echoWas = this.echoWanted;
  }

  /** Makes it another room: what rings in it falls silent first. */
  setShape(shape: RoomShape): void {
    if (shape.size === this.wanted.size && shape.seconds === this.wanted.seconds) return;
    this.wanted = shape;
    if (this.isStill) this.build(shape);
  }

  private build(shape: RoomShape): void {
    this.shape = shape;
    this.lengths = LINES.map((frames) => Math.round(frames * shape.size));
    // One trip through the lines takes their mean length, and loses the share of 60 dB that this is of the decay time.
    const round = this.lengths.reduce((sum, frames) => sum + frames, 0) / this.lengths.length;
    this.feedback = Math.min(0.98, exp2((-9.965784284662087 * round) / (shape.seconds * SAMPLE_RATE)));
  }

  private get isStill(): boolean {
    return this.stillChunks > STILL_CHUNKS + LONGEST_ECHO / CHUNK;
  }

  /** Adds the room's answer to what is sent into it, for one chunk. `isFed` says whether anything is. */
  process(toRoom: Samples, toEcho: Samples, left: Samples, right: Samples, isFed: boolean): void {
    if (isFed) this.stillChunks = 0;
    else if (this.isStill) return;
    this.addEcho(toRoom, toEcho, left, right);
    const { bench, damped, lines, lengths, spreads } = this;
    const turn = this.turn();
    this.addEarly(toRoom, left, right, turn);
    spreads.forEach((line, index) => {
      bench.loops.spread(toRoom.at, line.back(SPREADS[index]!), line.at, SPREAD_GAIN);
      line.next();
    });
    const [a, b, c, d] = lines as [DelayLine, DelayLine, DelayLine, DelayLine];
    const [answerLeft, answerRight] = turn === null ? [left, right] : [bench.chunk(), bench.chunk()];
    bench.loops.room(
      toRoom.at,
      answerLeft.at,
      answerRight.at,
      a.back(lengths[0]!),
      b.back(lengths[1]!),
      c.back(lengths[2]!),
      d.back(lengths[3]!),
      a.at,
      b.at,
      c.at,
      d.at,
      damped.at,
      1 - DAMPING,
      this.feedback,
    );
    if (turn) {
      bench.loops.addRising(left.at, answerLeft.at, endOf(answerLeft), turn.gain, turn.step);
      bench.loops.addRising(right.at, answerRight.at, endOf(answerRight), turn.gain, turn.step);
    }
    for (const line of lines) line.next();
    // With nothing fed in, all that is on either side is what the room says.
    if (!isFed) this.stillChunks = bench.loops.peak(left.at, right.at) === 0 ? this.stillChunks + 1 : 0;
  }

  /** How it is heard in this chunk while it becomes another room; null where it does not. */
  private turn(): { readonly gain: number; readonly step: number } | null {
    if (this.wanted === this.shape && this.heard === TURNING) return null;
    const isLeaving = this.wanted !== this.shape;
    const gain = this.heard / TURNING;
    this.heard += isLeaving ? -1 : 1;
    if (this.heard === 0) {
      this.build(this.wanted);
      for (const line of [...this.lines, this.early]) line.clear();
    }
    return { gain, step: (isLeaving ? -1 : 1) / TURNING / CHUNK };
  }

  private addEarly(toRoom: Samples, left: Samples, right: Samples, turn: { readonly gain: number; readonly step: number } | null): void {
    const { early, shape, bench } = this;
    const { gain, step } = turn ?? { gain: 1, step: 0 };
    bench.loops.copy(toRoom.at, early.at);
    for (const [side, taps] of [
      [left, EARLY.left],
      [right, EARLY.right],
    ] as const) {
      for (const [frames, level] of taps) {
        const from = early.back(Math.round(frames * shape.size));
        bench.loops.addRising(side.at, from, from + CHUNK * 4, level * gain, level * step);
      }
    }
    early.next();
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
