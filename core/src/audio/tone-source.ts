import { Fall } from './fall';
import { exp2, keyHz } from './math';
import { PluckedString } from './plucked';
import { SAMPLE_RATE } from './rate';
import type { OscillatorShape, ToneSound } from './sounds';
import type { EngineNote, Tools } from './voice';
import { CHUNK, endOf, from, type Numbers, type Samples } from './workbench';

/** A level of noise too small to hear. */
const UNHEARD_LEVEL = 1e-5;
/** Random values (-1..1) beyond this are ticks of a crackle: one sample in a thousand. The rest is hiss, at this level. */
const TICK_ABOVE = 0.999;
const HISS = 0.004;

/** How the loops know the shapes. */
const SHAPES: Readonly<Record<OscillatorShape, number>> = { sine: 0, saw: 1, square: 2 };
/** Where oscillators and modulators begin among the numbers of a tone, and how many numbers each has: as in `core/kernels/sources.ts`. */
const OSCILLATORS = 2;
const OSCILLATOR = 4;
const MODULATORS = 34;
const MODULATOR = 5;
export const MOST_OSCILLATORS = 8;
export const MOST_MODULATORS = 6;

/** The source of a pitched note, before filter and envelope: oscillators, the first of them moved by modulators, a string, noise. Oscillators and modulators
 *  stand in the memory of the loops, which make a chunk of them all at once. */
export class ToneSource {
  private readonly numbers: Numbers;
  /** Turns a sample of each, where the note is not bent. */
  private readonly oscillatorTurns: readonly number[];
  private readonly modulatorTurns: readonly number[];
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
    this.numbers = tools.numbers.take();
    this.oscillatorTurns = oscillators.map(({ ratio, cents }) => (hz * ratio * exp2(cents / 1200)) / SAMPLE_RATE);
    this.modulatorTurns = modulators.map(({ ratio }) => (hz * ratio) / SAMPLE_RATE);
    this.lay(hardness);
    this.stringTurns = hz / SAMPLE_RATE;
    this.string = string ? new PluckedString(bench, lines, taps, string, velocity, seed) : null;
    this.string?.tune(this.stringTurns);
    this.noiseState = seed >>> 0 || 0x9e3779b9;
    this.noiseFall = new Fall(noise?.decaySeconds ?? 1);
    this.noiseLevel = (noise?.level ?? 0) * (0.3 + 0.8 * hardness);
  }

  /** Lays out what the loops read. */
  private lay(hardness: number): void {
    const { oscillators, modulators } = this.sound;
    const { values } = this.numbers;
    values.set([oscillators.length, modulators.length]);
    oscillators.forEach(({ shape, phase = 0, level }, index) =>
      values.set([SHAPES[shape], phase, this.oscillatorTurns[index]!, level], OSCILLATORS + OSCILLATOR * index),
    );
    // Depth by velocity to the power of 1.5: soft notes are round, hard ones ring.
    const depthOf = (depth: number) => depth * (0.2 + 0.95 * hardness * Math.sqrt(hardness));
    modulators.forEach(({ depth, decaySeconds }, index) => {
      const fall = new Fall(decaySeconds);
      values.set([0, this.modulatorTurns[index]!, depthOf(depth), fall.factor, fall.over(CHUNK)], MODULATORS + MODULATOR * index);
    });
  }

  /** The samples of a chunk, from index `first` on, at a distance in cents from the note's pitch, driven softly unless `drive` is 0. */
  make(first: number, cents: number, drive: number): Samples {
    this.tune(cents);
    const { bench, offsets } = this.tools;
    const mixed = bench.chunk();
    const hasNoise = this.noiseLevel > UNHEARD_LEVEL;
    const isWhole = !this.string && !hasNoise;
    bench.loops.tone(mixed.at, first, this.numbers.at, offsets.at, isWhole ? drive : 0);
    if (isWhole) return mixed;
    this.string?.add(mixed, first);
    if (hasNoise) this.addNoise(mixed, first);
    if (drive !== 0) bench.loops.soften(mixed.at, drive);
    return mixed;
  }

  end(): void {
    this.string?.end();
    this.tools.numbers.giveBack(this.numbers);
  }

  private tune(cents: number): void {
    if (cents === this.bentCents) return;
    this.bentCents = cents;
    const factor = exp2(cents / 1200);
    const { values } = this.numbers;
    const { oscillatorTurns, modulatorTurns } = this;
    for (let index = 0; index < oscillatorTurns.length; index++)
      values[OSCILLATORS + OSCILLATOR * index + 2] = oscillatorTurns[index]! * factor;
    for (let index = 0; index < modulatorTurns.length; index++)
      values[MODULATORS + MODULATOR * index + 1] = modulatorTurns[index]! * factor;
    this.string?.tune(this.stringTurns * factor);
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
