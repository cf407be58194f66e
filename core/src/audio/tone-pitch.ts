import type { TrackControls } from './controls';
import { exp2, power, sineTurn } from './math';
import { SAMPLE_RATE } from './rate';
import type { ToneSound } from './sounds';
import { bendCents, type EngineNote } from './voice';
import { CHUNK } from './workbench';

/** How often a worn tape's pitch wanders, slowly and quickly. */
const WOW_HZ = 0.83;
const FLUTTER_HZ = 6.1;

/** A slide from one distance in cents to another, fast at first. */
interface Slide {
  readonly at: number;
  readonly frames: number;
  readonly from: number;
  readonly to: number;
}

/** How far a voice is off the pitch it began with, as time goes on: its note's bend, what is turned on its track, what its sound does by itself, and the
 *  notes it has gone on to since. */
export class TonePitch {
  private readonly fallOverChunk: number;
  private fallen = 1;
  private slide: Slide;

  constructor(
    private readonly sound: ToneSound,
    private note: EngineNote,
    private readonly startFrame: number,
    /** Its track's macro settings; null if they do not apply, as when a row is tried. */
    private readonly controls: TrackControls | null,
    /** Cents from which it slides to its own pitch. */
    slidesFrom: number,
  ) {
    const seconds = sound.pitchEnvelope?.seconds ?? 1;
    this.fallOverChunk = power(exp2(-9.965784284662087 / Math.max(CHUNK, seconds * SAMPLE_RATE)), CHUNK);
    this.slide = { at: startFrame, frames: (sound.glideSeconds ?? 0) * SAMPLE_RATE, from: slidesFrom, to: 0 };
  }

  /** Slides within `seconds` to another note, `cents` from the pitch it began with; it is bent as that note is. */
  goOn(note: EngineNote, frame: number, cents: number, seconds: number): void {
    this.note = note;
    this.slide = { at: frame, frames: seconds * SAMPLE_RATE, from: this.slid(frame), to: cents };
  }

  /** Cents at a frame; to be asked once for each chunk. */
  cents(frame: number): number {
    const { bend, at } = this.note;
    const age = frame - this.startFrame;
    const turned = this.controls?.areUsed ? this.controls.cents(frame, age) : 0;
    return (bend ? bendCents(bend, at, frame) : 0) + turned + this.slid(frame) + this.ownCents(age);
  }

  /** How far it has slid at a frame from the pitch it began with, in cents. */
  slid(frame: number): number {
    const { at, frames, from, to } = this.slide;
    if (frame >= at + frames) return to;
    const left = frame <= at ? 1 : 1 - (frame - at) / frames;
    return to + (from - to) * left * left;
  }

  private ownCents(age: number): number {
    const { pitchEnvelope, vibrato, wobbleCents } = this.sound;
    let cents = 0;
    if (pitchEnvelope) {
      cents += pitchEnvelope.semitones * 100 * this.fallen;
      this.fallen *= this.fallOverChunk;
    }
    if (vibrato) {
      const depth = Math.min(1, age / (vibrato.inSeconds * SAMPLE_RATE));
      cents += vibrato.cents * depth * depth * sineTurn((age * vibrato.hz) / SAMPLE_RATE);
    }
    if (wobbleCents) {
      const seconds = age / SAMPLE_RATE;
      cents += wobbleCents * (0.75 * sineTurn(WOW_HZ * seconds) + 0.25 * sineTurn(FLUTTER_HZ * seconds));
    }
    return cents;
  }
}
