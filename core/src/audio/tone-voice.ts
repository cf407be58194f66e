import { StateFilter } from './filter';
import { decayPerSample, exp2, keyHz, velocityGain } from './math';
import { bend, BentSine, Saw, Sine, Square, type Oscillator } from './oscillators';
import { Rotor } from './rotor';
import type { ToneSound } from './sounds';
import { bendFactor, CHUNK, Fade, scratchChunk, silence, type EngineNote, type Voice } from './voice';

/** A voice that has fallen to this share of full level is over: -64 dB. */
const SILENCE = 0.0006;
const mixed = scratchChunk();
/** Bends of the phase, in turns, too small to hear. */
const UNHEARD_BEND = 1e-5;

/** A pitched note: oscillators, sine modulators, a low-pass with its own envelope, attack - decay - sustain - release. */
export class ToneVoice implements Voice {
  readonly trackId: string;
  readonly startFrame: number;
  readonly pan: number;
  readonly choke = null;
  private readonly releaseFrame: number;
  private readonly fadeOut: Fade;
  private readonly filter: StateFilter;
  private readonly gain: number;
  private readonly cutoffHz: number;
  /** Turns a sample of each, where the note is not bent. */
  private readonly oscillatorTurns: readonly number[];
  private readonly oscillators: readonly Oscillator[];
  private readonly modulatorTurns: readonly number[];
  private readonly modulators: readonly Rotor[];
  private readonly modulatorLevels: Float64Array;
  private readonly modulatorFactors: Float64Array;
  private readonly attackFrames: number;
  private readonly decayFactor: number;
  private readonly releaseFactor: number;
  private readonly filterFactor: number;
  private decay = 1;
  private release = 1;
  private filterEnvelope = 1;

  constructor(
    private readonly sound: ToneSound,
    private readonly note: EngineNote,
    startFrame: number,
    sampleRate: number,
  ) {
    const { envelope, filter, oscillators, modulators } = sound;
    this.trackId = note.trackId;
    this.startFrame = startFrame;
    this.pan = note.pan ?? 0;
    this.attackFrames = Math.max(1, Math.round(envelope.attackSeconds * sampleRate));
    this.releaseFrame = Math.max(startFrame + this.attackFrames, note.at + note.frames);
    this.fadeOut = new Fade(sampleRate);
    this.gain = velocityGain(note.velocity);
    const hz = keyHz(note.pitch);
    this.filter = new StateFilter('low', sampleRate);
    const loudness = note.velocity / 127 - 0.75;
    this.cutoffHz = filter.hz * exp2(((note.pitch - 48) / 12) * filter.keyFollow + loudness * filter.velocityOctaves);
    this.oscillatorTurns = oscillators.map(({ ratio, cents }) => (hz * ratio * exp2(cents / 1200)) / sampleRate);
    this.oscillators = oscillators.map(({ shape, level }, index) => {
      const turns = this.oscillatorTurns[index]!;
      const isBent = index === 0 && modulators.length > 0;
      if (shape === 'sine') return isBent ? new BentSine(turns, level) : new Sine(turns, level);
      return shape === 'saw' ? new Saw(turns, level) : new Square(turns, level);
    });
    this.modulatorTurns = modulators.map(({ ratio }) => (hz * ratio) / sampleRate);
    this.modulators = this.modulatorTurns.map((turns) => new Rotor(turns));
    this.modulatorLevels = Float64Array.from(modulators, ({ depth }) => depth * (0.35 + 0.65 * (note.velocity / 127)));
    this.modulatorFactors = Float64Array.from(modulators, ({ decaySeconds }) => decayPerSample(decaySeconds, sampleRate));
    this.decayFactor = decayPerSample(envelope.decaySeconds, sampleRate);
    this.releaseFactor = decayPerSample(envelope.releaseSeconds, sampleRate);
    this.filterFactor = decayPerSample(filter.decaySeconds, sampleRate / CHUNK);
  }

  fade(frame: number, seconds: number): void {
    this.fadeOut.begin(frame, seconds);
  }

  render(out: Float64Array, frame: number): boolean {
    const { filter } = this.sound;
    const from = Math.max(0, this.startFrame - frame);
    silence(mixed);
    if (this.note.bend) this.tune(bendFactor(this.note.bend, this.note.at, frame + from));
    if (this.modulators.length > 0) this.modulate(from);
    for (const oscillator of this.oscillators) oscillator.add(mixed, from);
    this.filter.tune(this.cutoffHz * exp2(filter.envelopeOctaves * this.filterEnvelope), filter.resonance);
    this.filterEnvelope *= this.filterFactor;
    this.filter.process(mixed, from, this.sound.drive);
    this.fadeOut.process(mixed, frame);
    this.shape(out, frame, from);
    return !this.fadeOut.isOver(frame + CHUNK) && this.release * Math.max(this.decay, this.sound.envelope.sustain) > SILENCE;
  }

  private tune(factor: number): void {
    for (let index = 0; index < this.oscillators.length; index++) this.oscillators[index]!.tune(this.oscillatorTurns[index]! * factor);
    for (let index = 0; index < this.modulators.length; index++) this.modulators[index]!.tune(this.modulatorTurns[index]! * factor);
  }

  /** Phase offsets, in turns, that the modulators give the first oscillator. */
  private modulate(from: number): void {
    silence(bend);
    for (let index = 0; index < this.modulators.length; index++) {
      const level = this.modulatorLevels[index]!;
      if (level < UNHEARD_BEND) continue;
      this.modulatorLevels[index] = this.modulators[index]!.add(bend, from, level, this.modulatorFactors[index]!);
    }
  }

  /** Attack, decay, sustain, release; then into the mix. */
  private shape(out: Float64Array, frame: number, from: number): void {
    const { sustain } = this.sound.envelope;
    const { attackFrames, decayFactor, releaseFactor, gain } = this;
    const attackEnd = Math.min(CHUNK, this.startFrame + attackFrames - frame);
    const releaseFrom = this.releaseFrame - frame;
    let { decay, release } = this;
    let index = from;
    for (let age = frame + from - this.startFrame; index < attackEnd; index++, age++)
      out[index]! += mixed[index]! * (((age + 1) / attackFrames) * gain);
    const heldUntil = Math.min(CHUNK, releaseFrom);
    for (; index < heldUntil; index++) {
      decay *= decayFactor;
      out[index]! += mixed[index]! * ((sustain + (1 - sustain) * decay) * gain);
    }
    for (; index < CHUNK; index++) {
      release *= releaseFactor;
      decay *= decayFactor;
      out[index]! += mixed[index]! * ((sustain + (1 - sustain) * decay) * release * gain);
    }
    this.decay = decay;
    this.release = release;
  }
}
