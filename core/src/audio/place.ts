import { TrackControls } from './controls';
import { Gate } from './gate';
import { Shape } from './shape';
import { Squeeze } from './squeeze';
import { gainsOf, turnedGains, type Gains } from './gains';
import { dbToGain } from './math';
import type { EngineTrack } from './messages';
import type { Tools, Voice } from './voice';
import { Width, WIDTH_CHUNKS } from './width';
import { CHUNK, type Samples } from './workbench';

/** The mix bus. */
export interface Mix {
  readonly left: Samples;
  readonly right: Samples;
  readonly toRoom: Samples;
  readonly toEcho: Samples;
}

/** A track as it was last set. */
export class Strip {
  readonly controls = new TrackControls();
  readonly gate = new Gate();
  readonly squeeze = new Squeeze();
  /** The highest sample of all its places in the chunk at work, before its level; and as it is heard, since it was last told. */
  peak = 0;
  heardPeak = 0;
  /** Whether it has been taken away and only fades. */
  isGone = false;

  constructor(public track: EngineTrack) {}

  /** Sets what holds it down in the chunk at work, by the one before. */
  workSqueeze(): void {
    const { squeeze = 0, levelDb } = this.track.sound;
    if (squeeze > 0 || this.squeeze.isWorking) this.squeeze.work(squeeze, this.peak * dbToGain(levelDb));
    this.peak = 0;
  }

  /** The gains of notes of one pan, as it is turned at a frame. */
  gainsAt(pan: number, frame: number): Gains {
    const { controls, track } = this;
    if (!controls.areUsed) return gainsOf(track, pan);
    return turnedGains(gainsOf(track, pan + controls.pan(frame)), controls.gain(frame));
  }
}

/** Where voices of a track sound: its own place, and one for each pan that notes of it have. Its gains glide to where they are set, so that no
 *  change clicks. */
export class Place {
  voices: Voice[] = [];
  private track: EngineTrack;
  private target: Gains;
  private left: number;
  private right: number;
  private width: Width | null = null;
  private readonly shape: Shape;
  /** Chunks for which its side still goes on. */
  private sideLeft = 0;

  constructor(
    private readonly tools: Tools,
    readonly strip: Strip,
    readonly pan: number,
    frame: number,
  ) {
    this.track = strip.track;
    this.shape = new Shape(tools);
    this.target = strip.gainsAt(pan, frame);
    this.left = this.target.left;
    this.right = this.target.right;
  }

  get isStill(): boolean {
    return this.voices.length === 0 && this.sideLeft === 0;
  }

  /** Resets its gains at a frame. */
  aim(frame: number): void {
    this.track = this.strip.track;
    this.target = this.strip.gainsAt(this.pan, frame);
  }

  /** Adds the chunk that begins at `frame` to the mix, a quarter of the way to the gains it is to have. `onOver` is told of voices that are
   *  over. */
  render(frame: number, mix: Mix, onOver: (voice: Voice) => void): void {
    const { strip } = this;
    if (this.track !== strip.track || strip.controls.areUsed) this.aim(frame);
    const { target } = this;
    if (this.isStill) {
      this.left = target.left;
      this.right = target.right;
      return;
    }
    const { bench } = this.tools;
    const samples = bench.chunk();
    for (const voice of this.voices) if (!voice.finish(frame, samples)) onOver(voice);
    const { sound } = strip.track;
    this.shape.work(samples, sound, strip.controls, frame);
    if (strip.track.gate) for (let index = 0; index < CHUNK; index++) samples.values[index]! *= strip.gate.gains[index]!;
    const left = this.ramp(this.left, target.left);
    const right = this.ramp(this.right, target.right);
    const { toRoom, toEcho } = mix;
    const peak = bench.loops.mix(
      samples.at,
      mix.left.at,
      mix.right.at,
      toRoom.at,
      toEcho.at,
      left.from,
      left.step,
      right.from,
      right.step,
      sound.room,
      sound.echo ?? 0,
    );
    if (peak > strip.peak) strip.peak = peak;
    const side = this.sideOf(samples, sound.width ?? 0);
    if (side) bench.loops.mixSide(side.at, mix.left.at, mix.right.at, left.from, left.step, right.from, right.step);
    this.left = left.next;
    this.right = right.next;
    const heard = peak * Math.max(left.from, right.from);
    if (heard > strip.heardPeak) strip.heardPeak = heard;
  }

  /** A gain over the chunk: a quarter of the way to what it is to be, and held as the track is squeezed. */
  private ramp(gain: number, target: number): { readonly from: number; readonly step: number; readonly next: number } {
    const next = gain + (target - gain) * 0.25;
    if (!this.strip.squeeze.isWorking) return { from: gain, step: (next - gain) / CHUNK, next };
    const { from, to } = this.strip.squeeze;
    return { from: gain * from, step: (next * to - gain * from) / CHUNK, next };
  }

  end(): void {
    this.width?.end();
    this.width = null;
  }

  private sideOf(samples: Samples, width: number): Samples | null {
    if (this.voices.length > 0) this.sideLeft = width > 0 ? WIDTH_CHUNKS : 0;
    else if (this.sideLeft > 0) this.sideLeft--;
    if (width === 0) return null;
    const { bench, lines } = this.tools;
    this.width ??= new Width(bench, lines);
    return this.width.sideOf(samples, width);
  }
}
