import type { TrackControls } from './controls';
import { exp2, power, sineTurn } from './math';
import { SAMPLE_RATE } from './rate';
import type { ToneSound } from './sounds';
import { bendCents, type EngineNote } from './voice';
import { CHUNK } from './workbench';

/** How far a note is off the pitch it is written at, as time goes on: its own bend, what is turned on its track, and what its sound does by itself. */
export class TonePitch {
  private readonly fallOverChunk: number;
  private fallen = 1;

  constructor(
    private readonly sound: ToneSound,
    private readonly note: EngineNote,
    private readonly startFrame: number,
    /** Its track's macro settings; null if they do not apply, as when a row is tried. */
    private readonly controls: TrackControls | null,
    /** Cents from which it slides to its own pitch. */
    private readonly slidesFrom: number,
  ) {
    const seconds = sound.pitchEnvelope?.seconds ?? 1;
    this.fallOverChunk = power(exp2(-9.965784284662087 / Math.max(CHUNK, seconds * SAMPLE_RATE)), CHUNK);
  }

  /** Cents at a frame; to be asked once for each chunk. */
  cents(frame: number): number {
    const { bend, at } = this.note;
    const age = frame - this.startFrame;
    const turned = this.controls?.areUsed ? this.controls.cents(frame, age) : 0;
    return (bend ? bendCents(bend, at, frame) : 0) + turned + this.ownCents(age);
  }

  private ownCents(age: number): number {
    const { pitchEnvelope, vibrato, glideSeconds } = this.sound;
    let cents = 0;
    if (pitchEnvelope) {
      cents += pitchEnvelope.semitones * 100 * this.fallen;
      this.fallen *= this.fallOverChunk;
    }
    if (vibrato) {
      const depth = Math.min(1, age / (vibrato.inSeconds * SAMPLE_RATE));
      cents += vibrato.cents * depth * depth * sineTurn((age * vibrato.hz) / SAMPLE_RATE);
    }
    if (this.slidesFrom !== 0 && glideSeconds) {
      const left = 1 - age / (glideSeconds * SAMPLE_RATE);
      if (left > 0) cents += this.slidesFrom * left * left;
    }
    return cents;
  }
}
