import { Fall } from './fall';
import { exp2, keyHz } from './math';
import { Oscillator } from './oscillator';
import { PluckedString } from './plucked';
import { SAMPLE_RATE } from './rate';
import type { ToneSound } from './sounds';
import type { EngineNote, Tools } from './voice';
import { CHUNK, endOf, from, type Samples } from './workbench';

/** Offsets of the phase, in turns, too small to hear. */
const UNHEARD_OFFSET = 1e-5;
const UNHEARD_LEVEL = 1e-5;
/** Random values (-1..1) beyond this are ticks of a crackle: one sample in a thousand. The rest is hiss, at this level. */
const TICK_ABOVE = 0.999;
const HISS = 0.004;

/** The source of a pitched note, before filter and envelope: oscillators, the first of them moved by modulators, a string, noise. */
export class ToneSource {
  /** Turns a sample of each, where the note is not bent. */
  private readonly oscillatorTurns: readonly number[];
  private readonly oscillators: readonly Oscillator[];
  private readonly modulatorTurns: readonly number[];
  private readonly modulators: readonly Oscillator[];
  private readonly modulatorLevels: Float64Array;
  private readonly modulatorFalls: readonly Fall[];
  private readonly string: PluckedString | null;
  private readonly stringTurns: number;
  private readonly noiseFall: Fall;
  private noiseState: number;
  private noiseLevel: number;
  private bentCents = 0;

  constructor(
    private readonly tools: Tools,
    private readonly sound: ToneSound,
    { pitch, velocity, seed }: EngineNote,
  ) {
    const { oscillators, modulators, string, noise } = sound;
    const { bench, lines, taps } = tools;
    const hz = keyHz(pitch + (sound.transpose ?? 0));
    const hardness = velocity / 127;
    this.oscillatorTurns = oscillators.map(({ ratio, cents }) => (hz * ratio * exp2(cents / 1200)) / SAMPLE_RATE);
    this.oscillators = oscillators.map(({ shape, phase }, index) => new Oscillator(bench, shape, this.oscillatorTurns[index]!, phase));
    this.modulatorTurns = modulators.map(({ ratio }) => (hz * ratio) / SAMPLE_RATE);
    this.modulators = this.modulatorTurns.map((turns) => new Oscillator(bench, 'sine', turns));
    // Depth by velocity to the power of 1.5: soft notes are round, hard ones ring.
    this.modulatorLevels = Float64Array.from(modulators, ({ depth }) => depth * (0.2 + 0.95 * hardness * Math.sqrt(hardness)));
    this.modulatorFalls = modulators.map(({ decaySeconds }) => new Fall(decaySeconds));
    this.stringTurns = hz / SAMPLE_RATE;
    this.string = string ? new PluckedString(bench, lines, taps, string, velocity, seed) : null;
    this.string?.tune(this.stringTurns);
    this.noiseState = seed >>> 0 || 0x9e3779b9;
    this.noiseFall = new Fall(noise?.decaySeconds ?? 1);
    this.noiseLevel = (noise?.level ?? 0) * (0.3 + 0.8 * hardness);
  }

  /** The samples of a chunk, from index `first` on, at a distance in cents from the note's pitch. */
  make(first: number, cents: number): Samples {
    this.tune(cents);
    const { oscillators } = this.sound;
    const mixed = this.tools.bench.chunk();
    const offsets = this.modulators.length > 0 ? this.modulate(first) : undefined;
    for (let index = 0; index < this.oscillators.length; index++) {
      this.oscillators[index]!.add(mixed, first, oscillators[index]!.level, index === 0 ? offsets : undefined);
    }
    this.string?.add(mixed, first);
    if (this.noiseLevel > UNHEARD_LEVEL) this.addNoise(mixed, first);
    return mixed;
  }

  end(): void {
    this.string?.end();
  }

  private tune(cents: number): void {
    if (cents === this.bentCents) return;
    this.bentCents = cents;
    const factor = exp2(cents / 1200);
    this.oscillators.forEach((oscillator, index) => oscillator.tune(this.oscillatorTurns[index]! * factor));
    this.modulators.forEach((modulator, index) => modulator.tune(this.modulatorTurns[index]! * factor));
    this.string?.tune(this.stringTurns * factor);
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

  /** Single ticks of any loudness, some fifty a second, most of them faint, over a little hiss. */
  private crackle({ values }: Samples, first: number): void {
    let state = this.noiseState;
    for (let index = first; index < CHUNK; index++) {
      state ^= state << 13;
      state ^= state >>> 17;
      state ^= state << 5;
      const drawn = state / 2147483648;
      const size = (state & 0xff) / 255;
      const isTick = drawn > TICK_ABOVE || drawn < -TICK_ABOVE;
      values[index] = isTick ? Math.sign(drawn) * size * size * size : HISS * drawn;
    }
    this.noiseState = state;
  }

  private addNoise(mixed: Samples, first: number): void {
    const { bench } = this.tools;
    const layer = bench.chunk();
    if (this.sound.noise?.kind === 'crackle') this.crackle(layer, first);
    else this.noiseState = bench.loops.noise(from(layer, first), endOf(layer), this.noiseState);
    const { factor } = this.noiseFall;
    bench.loops.addFading(from(mixed, first), from(layer, first), endOf(layer), 0, 1, this.noiseLevel, factor);
    this.noiseLevel *= this.noiseFall.over(CHUNK - first);
  }
}
