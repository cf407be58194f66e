import { SAMPLE_RATE } from './rate';
import { CHUNK, from, type Samples, type Workbench } from './workbench';

const ROOM_SECONDS = [0.0297, 0.0371, 0.0411, 0.0533] as const;
const ROOM_FEEDBACK = 0.7;
const ROOM_DAMPING = 0.42;
const ECHO_SECONDS = 0.34;
const ECHO_FEEDBACK = 0.34;
/** Chunks of silence in and out after which the room is taken to be still, and costs nothing. */
const STILL_AFTER = 3000;

/** A ring of samples read a fixed way back: whole chunks long, so that a chunk is read and written in one place. */
class DelayLine {
  private readonly samples: Samples;
  private index = 0;

  constructor(bench: Workbench, seconds: number) {
    this.samples = bench.samples(Math.max(1, Math.round((seconds * SAMPLE_RATE) / CHUNK)) * CHUNK);
  }

  /** Where the chunk now being worked on lies. */
  get at(): number {
    return from(this.samples, this.index);
  }

  next(): void {
    this.index = this.index + CHUNK === this.samples.values.length ? 0 : this.index + CHUNK;
  }
}

/** One small room and one echo that every track shares: four delay lines that feed each other, highs damped each time round. */
export class Room {
  private readonly lines: readonly DelayLine[];
  private readonly damped: Samples;
  private readonly echo: DelayLine;
  private stillChunks = 0;

  constructor(private readonly bench: Workbench) {
    this.lines = ROOM_SECONDS.map((seconds) => new DelayLine(bench, seconds));
    this.damped = bench.samples(ROOM_SECONDS.length);
    this.echo = new DelayLine(bench, ECHO_SECONDS);
  }

  /** Adds the room's answer to what is sent into it, for one chunk. `isFed` says whether anything is. */
  process(toRoom: Samples, toEcho: Samples, left: Samples, right: Samples, isFed: boolean): void {
    this.stillChunks = isFed ? 0 : this.stillChunks + 1;
    if (this.stillChunks > STILL_AFTER) return;
    const [a, b, c, d] = this.lines as [DelayLine, DelayLine, DelayLine, DelayLine];
    const { damped, echo } = this;
    this.bench.loops.room(
      toRoom.at,
      toEcho.at,
      left.at,
      right.at,
      a.at,
      b.at,
      c.at,
      d.at,
      echo.at,
      damped.at,
      1 - ROOM_DAMPING,
      ROOM_FEEDBACK,
      ECHO_FEEDBACK,
    );
    for (const line of this.lines) line.next();
    echo.next();
  }
}
