import { snapToZero } from './math';
import { CHUNK } from './voice';

const ROOM_SECONDS = [0.0297, 0.0371, 0.0411, 0.0533] as const;
const ROOM_FEEDBACK = 0.7;
const ROOM_DAMPING = 0.42;
const ECHO_SECONDS = 0.34;
const ECHO_FEEDBACK = 0.34;
/** Chunks of silence in and out after which the room is taken to be still, and costs nothing. */
const STILL_AFTER = 3000;

/** A ring of samples read a fixed way back: whole chunks long, so that a chunk is read and written in one place. */
class DelayLine {
  readonly samples: Float64Array;
  /** Where the chunk now being worked on lies. */
  at = 0;

  constructor(seconds: number, sampleRate: number) {
    this.samples = new Float64Array(Math.max(1, Math.round((seconds * sampleRate) / CHUNK)) * CHUNK);
  }

  next(): void {
    this.at = this.at + CHUNK === this.samples.length ? 0 : this.at + CHUNK;
  }
}

/** One small room and one echo that every track shares: four delay lines that feed each other, highs damped each time round. */
export class Room {
  private readonly lines: readonly DelayLine[];
  private readonly damped = new Float64Array(4);
  private readonly echo: DelayLine;
  private stillChunks = 0;

  constructor(sampleRate: number) {
    this.lines = ROOM_SECONDS.map((seconds) => new DelayLine(seconds, sampleRate));
    this.echo = new DelayLine(ECHO_SECONDS, sampleRate);
  }

  /** Adds the room's answer to what is sent into it, for one chunk. `isFed` says whether anything is. */
  process(toRoom: Float64Array, toEcho: Float64Array, left: Float64Array, right: Float64Array, isFed: boolean): void {
    this.stillChunks = isFed ? 0 : this.stillChunks + 1;
    if (this.stillChunks > STILL_AFTER) return;
    this.work(toRoom, toEcho, left, right);
    for (const line of this.lines) line.next();
    this.echo.next();
  }

  /** All four lines side by side, written out: a loop over them inside the loop over samples takes three times as long. */
  private work(toRoom: Float64Array, toEcho: Float64Array, left: Float64Array, right: Float64Array): void {
    const [first, second, third, fourth] = this.lines as [DelayLine, DelayLine, DelayLine, DelayLine];
    const [a, b, c, d] = [first.samples, second.samples, third.samples, fourth.samples];
    const [atA, atB, atC, atD] = [first.at, second.at, third.at, fourth.at];
    const echo = this.echo.samples;
    const atEcho = this.echo.at;
    const kept = 1 - ROOM_DAMPING;
    const half = ROOM_FEEDBACK / 2;
    const { damped } = this;
    let stateA = damped[0]!;
    let stateB = damped[1]!;
    let stateC = damped[2]!;
    let stateD = damped[3]!;
    for (let index = 0; index < CHUNK; index++) {
      const echoed = echo[atEcho + index]!;
      echo[atEcho + index] = snapToZero(toEcho[index]! + echoed * ECHO_FEEDBACK);
      stateA += (a[atA + index]! - stateA) * kept;
      stateB += (b[atB + index]! - stateB) * kept;
      stateC += (c[atC + index]! - stateC) * kept;
      stateD += (d[atD + index]! - stateD) * kept;
      const input = toRoom[index]! + echoed * 0.4 - (stateA + stateB + stateC + stateD) * half;
      a[atA + index] = snapToZero(input + stateA * ROOM_FEEDBACK);
      b[atB + index] = snapToZero(input + stateB * ROOM_FEEDBACK);
      c[atC + index] = snapToZero(input + stateC * ROOM_FEEDBACK);
      d[atD + index] = snapToZero(input + stateD * ROOM_FEEDBACK);
      left[index]! += stateA + stateC * 0.7 + echoed * 0.7;
      right[index]! += stateB + stateD * 0.7 + echoed * 0.55;
    }
    damped[0] = snapToZero(stateA);
    damped[1] = snapToZero(stateB);
    damped[2] = snapToZero(stateC);
    damped[3] = snapToZero(stateD);
  }
}
