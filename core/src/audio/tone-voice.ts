import { StateFilter } from './filter';
import { decayPerSample, exp2, keyHz, sineTurn, soften, velocityGain } from './math';
import type { ToneSound } from './sounds';
import { CHUNK, Fade, scratchChunk, type EngineNote, type Voice } from './voice';

const SILENCE = 0.0003;
const mixed = scratchChunk();
const bend = scratchChunk();

/** A pitched note: oscillators, sine modulators, a low-pass with its own envelope, attack - decay - sustain - release. */
export class ToneVoice implements Voice {
  readonly trackId: string;
  readonly startFrame: number;
  readonly choke = null;
  private readonly releaseFrame: number;
  private readonly fadeOut: Fade;
  private readonly filter: StateFilter;
  private readonly gain: number;
  private readonly hz: number;
  private readonly cutoffHz: number;
  private readonly phases: Float64Array;
  private readonly steps: Float64Array;
  private readonly modulatorPhases: Float64Array;
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
    note: EngineNote,
    startFrame: number,
    private readonly sampleRate: number,
  ) {
    const { envelope, filter, oscillators, modulators } = sound;
    this.trackId = note.trackId;
    this.startFrame = startFrame;
    this.attackFrames = Math.max(1, Math.round(envelope.attackSeconds * sampleRate));
    this.releaseFrame = Math.max(startFrame + this.attackFrames, note.at + note.frames);
    this.fadeOut = new Fade(sampleRate);
    this.gain = velocityGain(note.velocity);
    this.hz = keyHz(note.pitch);
    this.filter = new StateFilter('low', sampleRate);
    const loudness = note.velocity / 127 - 0.75;
    this.cutoffHz = filter.hz * exp2(((note.pitch - 48) / 12) * filter.keyFollow + loudness * filter.velocityOctaves);
    this.phases = new Float64Array(oscillators.length);
    this.steps = Float64Array.from(oscillators, ({ ratio, cents }) => (this.hz * ratio * exp2(cents / 1200)) / sampleRate);
    this.modulatorPhases = new Float64Array(modulators.length);
    this.modulatorLevels = Float64Array.from(modulators, ({ depth }) => depth * (0.35 + 0.65 * (note.velocity / 127)));
    this.modulatorFactors = Float64Array.from(modulators, ({ decaySeconds }) => decayPerSample(decaySeconds, sampleRate));
    this.decayFactor = decayPerSample(envelope.decaySeconds, sampleRate);
    this.releaseFactor = decayPerSample(envelope.releaseSeconds, sampleRate);
    this.filterFactor = decayPerSample(filter.decaySeconds, sampleRate / CHUNK);
  }

  fade(frame: number, seconds: number): void {
    this.fadeOut.begin(frame, seconds);
  }

  render(out: Float32Array, frame: number): boolean {
    const { filter } = this.sound;
    const from = Math.max(0, this.startFrame - frame);
    mixed.fill(0);
    this.modulate(from);
    this.sound.oscillators.forEach((_oscillator, index) => this.oscillate(index, from));
    this.soften(from);
    this.filter.tune(this.cutoffHz * exp2(filter.envelopeOctaves * this.filterEnvelope), filter.resonance);
    this.filterEnvelope *= this.filterFactor;
    this.filter.process(mixed, from);
    this.shape(frame, from);
    this.fadeOut.process(mixed, frame);
    for (let index = from; index < CHUNK; index++) out[index]! += mixed[index]!;
    return !this.fadeOut.isOver(frame + CHUNK) && this.release * Math.max(this.decay, this.sound.envelope.sustain) > SILENCE;
  }

  /** Phase offsets, in turns, that the modulators give the first oscillator. */
  private modulate(from: number): void {
    bend.fill(0);
    for (let modulator = 0; modulator < this.modulatorPhases.length; modulator++) {
      const step = (this.hz * this.sound.modulators[modulator]!.ratio) / this.sampleRate;
      const factor = this.modulatorFactors[modulator]!;
      let phase = this.modulatorPhases[modulator]!;
      let level = this.modulatorLevels[modulator]!;
      for (let index = from; index < CHUNK; index++) {
        phase += step;
        bend[index]! += sineTurn(phase) * level;
        level *= factor;
      }
      this.modulatorPhases[modulator] = phase - Math.floor(phase);
      this.modulatorLevels[modulator] = level;
    }
  }

  /** Adds one oscillator to the mix. */
  private oscillate(oscillator: number, from: number): void {
    const { shape, level } = this.sound.oscillators[oscillator]!;
    const step = this.steps[oscillator]!;
    let phase = this.phases[oscillator]!;
    for (let index = from; index < CHUNK; index++) {
      phase += step;
      if (phase >= 1) phase -= Math.floor(phase);
      if (shape === 'sine') mixed[index]! += level * sineTurn(oscillator === 0 ? phase + bend[index]! : phase);
      else if (shape === 'saw') mixed[index]! += level * (2 * phase - 1 - edge(phase, step));
      else mixed[index]! += level * ((phase < 0.5 ? 1 : -1) + edge(phase, step) - edge(phase < 0.5 ? phase + 0.5 : phase - 0.5, step));
    }
    this.phases[oscillator] = phase;
  }

  private soften(from: number): void {
    const { drive } = this.sound;
    for (let index = from; index < CHUNK; index++) mixed[index] = soften(mixed[index]! * drive);
  }

  /** Attack, decay, sustain, release. */
  private shape(frame: number, from: number): void {
    const { sustain } = this.sound.envelope;
    const { attackFrames, decayFactor, releaseFactor, releaseFrame, startFrame, gain } = this;
    let { decay, release } = this;
    for (let index = from; index < CHUNK; index++) {
      const age = frame + index - startFrame;
      if (frame + index >= releaseFrame) release *= releaseFactor;
      if (age >= attackFrames) decay *= decayFactor;
      const level = age < attackFrames ? (age + 1) / attackFrames : sustain + (1 - sustain) * decay;
      mixed[index]! *= level * release * gain;
    }
    this.decay = decay;
    this.release = release;
  }
}

/** Rounds off a jump at phase 0 so that it does not fold back as a whistle (polynomial band-limited step). */
function edge(phase: number, step: number): number {
  if (phase < step) {
    const x = phase / step;
    return x + x - x * x - 1;
  }
  if (phase > 1 - step) {
    const x = (phase - 1) / step;
    return x * x + x + x + 1;
  }
  return 0;
}
