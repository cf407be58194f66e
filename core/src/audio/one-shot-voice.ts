import { dbToGain, exp2, sineTurn, velocityGain } from './math';
import { SAMPLE_RATE } from './rate';
import { bendCents, Fade, type EngineNote, type Tools, type Voice } from './voice';
import { CHUNK, endOf, type Samples } from './workbench';

/** A recording that a row or a track plays; frames are of its samples. */
export interface EngineOneShot {
  /** The key that strikes it; absent where every key does, at its own pitch. */
  readonly pitch?: number;
  readonly hash: string;
  readonly start: number;
  readonly frames: number;
  readonly fadeIn: number;
  readonly fadeOut: number;
  readonly root: number;
  readonly cents: number;
  readonly levelDb: number;
  readonly loops: boolean;
}

/** How far on either side of a place samples are read, in samples of the slower of both rates, and at how many places between two. */
const REACH = 16;
const PLACES = 256;
/** Played faster than so many times, it would take too long to read: it stays there. */
const FASTEST = 16;
const RELEASE_SECONDS = 0.04;
/** Over how many frames a loop goes over into its beginning. */
const LOOP_BLEND = 960;

/** A windowed sinc from its middle to its end. */
const TABLE = Float64Array.from({ length: REACH * PLACES + 2 }, (_, at) => {
  const x = at / PLACES;
  if (x >= REACH) return 0;
  const window = 0.42 + 0.5 * sineTurn(0.25 + x / (2 * REACH)) + 0.08 * sineTurn(0.25 + x / REACH);
  return x === 0 ? 1 : (sineTurn(x / 2) / (3.141592653589793 * x)) * window;
});

/** A stroke of a recording: at the pitch of its note where the whole track plays it. Read between samples with a sinc that is as wide as it is played fast,
 *  so that nothing folds back from above. */
export class OneShotVoice implements Voice {
  readonly trackId: string;
  readonly startFrame: number;
  readonly pan: number;
  readonly choke: string | null;
  private readonly fadeOut = new Fade();
  private readonly gain: number;
  private readonly ratio: number;
  private releaseFrame: number;
  /** How far it has been played, in samples of its part. */
  private place = 0;
  private isDone = false;
  private mixed!: Samples;

  constructor(
    private readonly tools: Tools,
    private readonly shot: EngineOneShot,
    private readonly samples: Float32Array,
    private readonly note: EngineNote,
    startFrame: number,
  ) {
    this.trackId = note.trackId;
    this.startFrame = startFrame;
    this.pan = note.pan ?? 0;
    this.choke = shot.pitch === undefined ? null : `key ${note.pitch}`;
    this.gain = velocityGain(note.velocity) * dbToGain(shot.levelDb);
    const keys = shot.pitch === undefined ? note.pitch - shot.root : 0;
    this.ratio = Math.min(FASTEST, exp2((keys + shot.cents / 100) / 12));
    this.releaseFrame = shot.pitch === undefined ? Math.max(startFrame + 1, note.at + note.frames) : Infinity;
    if (this.releaseFrame !== Infinity) this.fadeOut.begin(this.releaseFrame, RELEASE_SECONDS);
  }

  get loudness(): number {
    return this.isDone ? -1 : this.gain;
  }

  isReleased(frame: number): boolean {
    return frame >= this.releaseFrame || this.releaseFrame === Infinity;
  }

  end(): void {}

  fade(frame: number, seconds: number): void {
    this.fadeOut.begin(frame, seconds);
  }

  letGo(frame: number): void {
    if (this.releaseFrame === Infinity || frame >= this.releaseFrame) return;
    this.releaseFrame = Math.max(this.startFrame + 1, frame);
    this.fadeOut.begin(this.releaseFrame, RELEASE_SECONDS);
  }

  begin(frame: number): void {
    const first = Math.max(0, this.startFrame - frame);
    this.mixed = this.tools.bench.chunk();
    const bent = this.note.bend ? exp2(bendCents(this.note.bend, this.note.at, frame + first) / 1200) : 1;
    const step = Math.min(FASTEST, this.ratio * bent);
    const { values } = this.mixed;
    for (let index = first; index < CHUNK && !this.isDone; index++) {
      values[index] = this.at(this.place, step) * this.edge(this.place);
      this.place += step;
      this.goRound();
    }
  }

  finish(frame: number, place: Samples): boolean {
    this.fadeOut.process(this.mixed.values, frame);
    this.tools.bench.loops.addRising(place.at, this.mixed.at, endOf(this.mixed), this.gain, 0);
    return !this.isDone && !this.fadeOut.isOver(frame + CHUNK);
  }

  /** Where it begins to go round: half way. */
  private get loopStart(): number {
    return this.shot.frames >> 1;
  }

  private goRound(): void {
    const { frames, loops } = this.shot;
    if (this.place < frames) return;
    if (loops) this.place -= frames - this.loopStart;
    else this.isDone = true;
  }

  private edge(place: number): number {
    const { frames, fadeIn, fadeOut, loops } = this.shot;
    const rise = fadeIn > 0 && place < fadeIn ? place / fadeIn : 1;
    const left = frames - place;
    return loops || fadeOut === 0 || left >= fadeOut ? rise : (rise * left) / fadeOut;
  }

  /** The sample at a place of its part; near the end of what goes round it goes over into what comes next. */
  private at(place: number, step: number): number {
    const { frames, loops } = this.shot;
    const here = this.read(place, step);
    const blend = Math.min(LOOP_BLEND, this.loopStart >> 1);
    const into = place - (frames - blend);
    if (!loops || into <= 0) return here;
    const next = this.read(place - (frames - this.loopStart), step);
    return here + ((next - here) * into) / blend;
  }

  private read(place: number, step: number): number {
    const { samples, shot } = this;
    const middle = shot.start + place;
    const wide = step > 1 ? step : 1;
    const reach = REACH * wide;
    const first = Math.max(0, Math.ceil(middle - reach));
    const last = Math.min(samples.length - 1, Math.floor(middle + reach));
    let sum = 0;
    for (let at = first; at <= last; at++) {
      const x = ((at < middle ? middle - at : at - middle) / wide) * PLACES;
      const whole = Math.floor(x);
      const weight = TABLE[whole]! + (TABLE[whole + 1]! - TABLE[whole]!) * (x - whole);
      sum += samples[at]! * weight;
    }
    return sum / wide;
  }
}

/** The longest that a one-shot can be, in frames. */
export const MOST_ONE_SHOT_FRAMES = 60 * SAMPLE_RATE;
