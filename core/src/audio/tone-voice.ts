import type { TrackControls } from './controls';
import { Fall } from './fall';
import { StateFilter } from './filter';
import { decayPerSample, exp2, keyHz, velocityGain } from './math';
import { Oscillator } from './oscillator';
import { SAMPLE_RATE } from './rate';
import type { ToneSound } from './sounds';
import { bendCents, Fade, type Tools, type EngineNote, type Voice } from './voice';
import { CHUNK, from, type Samples } from './workbench';

/** A voice that has fallen to this share of full level is over: -64 dB. */
const SILENCE = 0.0006;
/** Offsets of the phase, in turns, too small to hear. */
const UNHEARD_OFFSET = 1e-5;
/** Movements of the filter, in octaves, too small to hear. */
const UNHEARD_OCTAVES = 0.002;

/** A pitched note: oscillators, sine modulators, a low-pass with its own envelope, attack - decay - sustain - release. */
export class ToneVoice implements Voice {
  readonly trackId: string;
  readonly startFrame: number;
  readonly pan: number;
  readonly choke = null;
  private readonly releaseFrame: number;
  private readonly fadeOut = new Fade();
  private readonly filter = new StateFilter('low');
  private readonly gain: number;
  private readonly cutoffHz: number;
  /** Turns a sample of each, where the note is not bent. */
  private readonly oscillatorTurns: readonly number[];
  private readonly oscillators: readonly Oscillator[];
  private readonly modulatorTurns: readonly number[];
  private readonly modulators: readonly Oscillator[];
  private readonly modulatorLevels: Float64Array;
  private readonly modulatorFalls: readonly Fall[];
  private readonly attackFrames: number;
  private readonly decayFall: Fall;
  private readonly releaseFall: Fall;
  private readonly filterFactor: number;
  /** The chunk at work. */
  private mixed!: Samples;
  private decay = 1;
  private release = 1;
  private filterEnvelope = 1;
  private octavesOpen = Infinity;
  private bentCents = 0;
  private turnedOctaves = 0;

  constructor(
    private readonly tools: Tools,
    private readonly sound: ToneSound,
    private readonly note: EngineNote,
    startFrame: number,
    /** What is turned on its track; null where that is not for it, as when a row is tried. */
    private readonly controls: TrackControls | null = null,
  ) {
    const { envelope, filter, oscillators, modulators } = sound;
    this.trackId = note.trackId;
    this.startFrame = startFrame;
    this.pan = note.pan ?? 0;
    this.attackFrames = Math.max(1, Math.round(envelope.attackSeconds * SAMPLE_RATE));
    this.releaseFrame = Math.max(startFrame + this.attackFrames, note.at + note.frames);
    this.gain = velocityGain(note.velocity);
    const hz = keyHz(note.pitch);
    const loudness = note.velocity / 127 - 0.75;
    this.cutoffHz = filter.hz * exp2(((note.pitch - 48) / 12) * filter.keyFollow + loudness * filter.velocityOctaves);
    this.oscillatorTurns = oscillators.map(({ ratio, cents }) => (hz * ratio * exp2(cents / 1200)) / SAMPLE_RATE);
    this.oscillators = oscillators.map(({ shape }, index) => new Oscillator(tools.bench, shape, this.oscillatorTurns[index]!));
    this.modulatorTurns = modulators.map(({ ratio }) => (hz * ratio) / SAMPLE_RATE);
    this.modulators = this.modulatorTurns.map((turns) => new Oscillator(tools.bench, 'sine', turns));
    this.modulatorLevels = Float64Array.from(modulators, ({ depth }) => depth * (0.35 + 0.65 * (note.velocity / 127)));
    this.modulatorFalls = modulators.map(({ decaySeconds }) => new Fall(decaySeconds));
    this.decayFall = new Fall(envelope.decaySeconds);
    this.releaseFall = new Fall(envelope.releaseSeconds);
    this.filterFactor = decayPerSample(filter.decaySeconds, SAMPLE_RATE / CHUNK);
  }

  fade(frame: number, seconds: number): void {
    this.fadeOut.begin(frame, seconds);
  }

  begin(frame: number): void {
    const { filter, drive, oscillators } = this.sound;
    const { bench, filters } = this.tools;
    const first = Math.max(0, this.startFrame - frame);
    const mixed = bench.chunk();
    this.tune(frame + first);
    const offsets = this.modulators.length > 0 ? this.modulate(first) : undefined;
    for (let index = 0; index < this.oscillators.length; index++) {
      this.oscillators[index]!.add(mixed, first, oscillators[index]!.level, index === 0 ? offsets : undefined);
    }
    this.open(filter.envelopeOctaves * this.filterEnvelope + this.turnedOctaves);
    this.filterEnvelope *= this.filterFactor;
    if (drive !== 0) bench.loops.soften(mixed.at, drive);
    filters.add(this.filter, mixed);
    this.mixed = mixed;
  }

  finish(frame: number, place: Samples): boolean {
    this.fadeOut.process(this.mixed.values, frame);
    this.shape(frame, place);
    return !this.fadeOut.isOver(frame + CHUNK) && this.gain * this.release * Math.max(this.decay, this.sound.envelope.sustain) > SILENCE;
  }

  /** Opens the filter so many octaves, where that is not what it is at already. */
  private open(octaves: number): void {
    if (Math.abs(octaves - this.octavesOpen) < UNHEARD_OCTAVES) return;
    this.octavesOpen = octaves;
    this.filter.tune(this.cutoffHz * exp2(octaves), this.sound.filter.resonance);
  }

  /** Follows the note's bend and what is turned on its track. */
  private tune(frame: number): void {
    const { bend, at } = this.note;
    const turned = this.controls?.areUsed ? this.controls : null;
    this.turnedOctaves = turned?.octaves(frame) ?? 0;
    const cents = (bend ? bendCents(bend, at, frame) : 0) + (turned?.cents(frame) ?? 0);
    if (cents === this.bentCents) return;
    this.bentCents = cents;
    const factor = exp2(cents / 1200);
    this.oscillators.forEach((oscillator, index) => oscillator.tune(this.oscillatorTurns[index]! * factor));
    this.modulators.forEach((modulator, index) => modulator.tune(this.modulatorTurns[index]! * factor));
  }

  /** Phase offsets, in turns, that the modulators give the first oscillator. */
  private modulate(first: number): Samples {
    const offsets = this.tools.bench.chunk();
    const { modulatorLevels } = this;
    for (let index = 0; index < this.modulators.length; index++) {
      const level = modulatorLevels[index]!;
      if (level < UNHEARD_OFFSET) continue;
      const fall = this.modulatorFalls[index]!;
      this.modulators[index]!.addFading(offsets, first, level, fall.factor);
      modulatorLevels[index] = level * fall.over(CHUNK - first);
    }
    return offsets;
  }

  /** Attack, decay, sustain, release, each from where the one before ends in this chunk; and into the voice's place. */
  private shape(frame: number, place: Samples): void {
    const { attackFrames, mixed, gain } = this;
    const first = Math.max(0, this.startFrame - frame);
    const attackEnd = Math.max(first, Math.min(CHUNK, this.startFrame + attackFrames - frame));
    const heldUntil = Math.max(attackEnd, Math.min(CHUNK, this.releaseFrame - frame));
    if (first < attackEnd) {
      const rise = gain / attackFrames;
      const begun = rise * (frame + first - this.startFrame + 1);
      this.tools.bench.loops.addRising(from(place, first), from(mixed, first), from(mixed, attackEnd), begun, rise);
    }
    this.fall(place, attackEnd, heldUntil, null);
    this.fall(place, heldUntil, CHUNK, this.releaseFall);
  }

  /** Adds the samples from one index to before another to the voice's place, after the attack. */
  private fall(place: Samples, first: number, last: number, release: Fall | null): void {
    if (first === last) return;
    const { decayFall, mixed } = this;
    const { sustain } = this.sound.envelope;
    const loud = this.gain * this.release;
    const fading = loud * (1 - sustain) * this.decay;
    const factor = release?.factor ?? 1;
    const { loops } = this.tools.bench;
    loops.addFading(from(place, first), from(mixed, first), from(mixed, last), loud * sustain, factor, fading, decayFall.factor * factor);
    this.decay *= decayFall.over(last - first);
    if (release) this.release *= release.over(last - first);
  }
}
