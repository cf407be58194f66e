import { snapToZero } from './math';

/** A ring of samples read a fixed way back. */
class DelayLine {
  private readonly samples: Float32Array;
  private place = 0;

  constructor(readonly frames: number) {
    this.samples = new Float32Array(frames);
  }

  read(): number {
    return this.samples[this.place]!;
  }

  write(sample: number): void {
    this.samples[this.place] = snapToZero(sample);
    this.place = this.place + 1 === this.frames ? 0 : this.place + 1;
  }
}

const ROOM_SECONDS = [0.0297, 0.0371, 0.0411, 0.0533];
const ROOM_FEEDBACK = 0.7;
const ROOM_DAMPING = 0.42;
const ECHO_SECONDS = 0.34;
const ECHO_FEEDBACK = 0.34;

/** One small room and one echo that every track shares: four delay lines that feed each other, highs damped each time round. */
export class Room {
  private readonly lines: DelayLine[];
  private readonly damped = new Float64Array(4);
  private readonly echo: DelayLine;

  constructor(sampleRate: number) {
    this.lines = ROOM_SECONDS.map((seconds) => new DelayLine(Math.round(seconds * sampleRate)));
    this.echo = new DelayLine(Math.round(ECHO_SECONDS * sampleRate));
  }

  /** Adds the room's answer to what is sent into it. */
  process(toRoom: Float32Array, toEcho: Float32Array, left: Float32Array, right: Float32Array): void {
    const { lines, damped } = this;
    for (let index = 0; index < left.length; index++) {
      const echo = this.echo.read();
      this.echo.write(toEcho[index]! + echo * ECHO_FEEDBACK);
      const input = toRoom[index]! + echo * 0.4;
      let sum = 0;
      for (let line = 0; line < 4; line++) {
        damped[line] = snapToZero(damped[line]! + (lines[line]!.read() - damped[line]!) * (1 - ROOM_DAMPING));
        sum += damped[line]!;
      }
      for (let line = 0; line < 4; line++) lines[line]!.write(input + (damped[line]! - sum / 2) * ROOM_FEEDBACK);
      left[index]! += damped[0]! + damped[2]! * 0.7 + echo * 0.7;
      right[index]! += damped[1]! + damped[3]! * 0.7 + echo * 0.55;
    }
  }
}
