import { Fall } from './fall';
import { StateFilter } from './filter';
import { dbToGain, exp2, velocityGain, wrap } from './math';
import { SAMPLE_RATE } from './rate';
import type { Drum, DrumBody } from './sounds';
import { bendCents, Fade, type Tools, type EngineNote, type Voice } from './voice';
import { CHUNK, endOf, from, type Numbers, type Samples } from './workbench';

/** Partials of struck metal, as ratios that never line up. */
const METAL_RATIOS = [1, 1.342, 1.732, 2.134, 2.713, 3.184];
const STROKE_FRAMES = Math.round(0.011 * SAMPLE_RATE);
const STROKE_FALL = new Fall(0.02);
const ATTACK_SAMPLES = 20;
const SILENCE = 0.0004;
/** The effects of velocity beside loudness: how hard bodies are driven, how much louder what is struck beside a body is, how many octaves noise and metal are
 *  brighter from the softest to the hardest. */
const DRIVE_SOFT = 0.5;
const DRIVE_HARD = 0.64;
const CLICK_SOFT = 0.35;
const CLICK_HARD = 0.82;
const BRIGHTER = 1.25;

/** How far strokes of one drum differ by themselves, either way: in dB, in cents, and in octaves of what is struck beside a body. */
const LEVEL_DB = 0.6;
const TUNE_CENTS = 9;
const BRIGHT_OCTAVES = 0.07;

/** Three numbers from -1 to 1 out of a seed. */
function differences(seed: number): readonly [number, number, number] {
  const drawn = (salt: number) => {
    const mixed = Math.imul((seed ^ salt) >>> 0, 0x9e3779b1) ^ (seed >>> 15);
    return (Math.imul(mixed ^ (mixed >>> 13), 0x85ebca6b) | 0) / 2147483648;
  };
  return [drawn(0x2545f491), drawn(0x1b873593), drawn(0x27d4eb2f)];
}

/** A body of a drum as it rings. */
class Ringing {
  private phase = 0;
  private sweep = 1;
  level = 1;
  private readonly sweepFall: Fall;
  private readonly levelFall: Fall;

  constructor(
    private readonly body: DrumBody,
    /** How hard it is struck, about 1. */
    private readonly hardness: number,
  ) {
    this.sweepFall = new Fall(body.sweepSeconds);
    this.levelFall = new Fall(body.decaySeconds);
  }

  /** Adds what is left of a chunk from index `first` on, its frequencies `bent` times what they are. */
  add(tools: Tools, mixed: Samples, first: number, bent: number): void {
    if (this.level < SILENCE) return;
    const { body, levelFall, sweepFall } = this;
    const turns = (body.toHz * bent) / SAMPLE_RATE;
    const sweep = ((body.fromHz - body.toHz) * this.sweep * bent) / SAMPLE_RATE;
    const driven = this.level * levelFall.factor * body.drive * this.hardness;
    const { loops } = tools.bench;
    loops.sweptSine(from(mixed, first), endOf(mixed), this.phase, turns, sweep, sweepFall.factor, driven, levelFall.factor, body.level);
    const count = CHUNK - first;
    const swept = sweepFall.over(count);
    this.phase = wrap(this.phase + turns * count + (sweep * (1 - swept)) / (1 - sweepFall.factor));
    this.sweep *= swept;
    this.level *= levelFall.over(count);
  }
}

/** A drum hit: rings out by itself, whatever the length of its note. */
export class DrumVoice implements Voice {
  readonly trackId: string;
  readonly startFrame: number;
  readonly pan: number;
  readonly choke: string;
  private readonly fadeOut = new Fade();
  private readonly noiseFilter: StateFilter;
  private readonly metalFilter = new StateFilter('high');
  private readonly gain: number;
  /** The phases of its partials, then their ratios, once it has any. */
  private partials: Numbers | null = null;
  /** The chunk at work, and its layers that are being filtered. */
  private mixed!: Samples;
  private noise: Samples | null = null;
  private metal: Samples | null = null;
  /** Frequency multiplier from its bend line. */
  private bent = 1;
  /** Frequency multiplier of this very stroke. */
  private readonly tuned: number;
  private noiseState: number;
  private readonly bodies: readonly Ringing[];
  private noiseLevel = 1;
  private metalLevel = 1;
  private readonly noiseGain: number;
  private readonly metalGain: number;
  private readonly noiseFall: Fall;
  private readonly strokeFall: Fall;
  private readonly metalFall: Fall;

  constructor(
    private readonly tools: Tools,
    private readonly drum: Drum,
    private readonly note: EngineNote,
    startFrame: number,
  ) {
    this.trackId = note.trackId;
    this.startFrame = startFrame;
    this.pan = Math.max(-1, Math.min(1, (note.pan ?? 0) + (drum.pan ?? 0)));
    this.choke = drum.choke ?? `key ${note.pitch}`;
    this.noiseState = note.seed >>> 0 || 0x9e3779b9;
    // No two strokes are quite alike: the seed says how this one differs.
    const [louder, higher, brighter] = differences(note.seed);
    this.tuned = exp2((TUNE_CENTS * higher) / 1200);
    this.gain = velocityGain(note.velocity) * dbToGain(drum.levelDb + LEVEL_DB * louder);
    const hardness = note.velocity / 127;
    const octaves = BRIGHTER * (hardness - 0.79) + BRIGHT_OCTAVES * brighter;
    const click = drum.body ? CLICK_SOFT + CLICK_HARD * hardness : 1;
    this.noiseGain = (drum.noise?.level ?? 0) * click;
    this.metalGain = (drum.metal?.level ?? 0) * click;
    this.noiseFilter = new StateFilter(drum.noise?.filter ?? 'low');
    this.noiseFilter.tune((drum.noise?.hz ?? 1000) * exp2(octaves), drum.noise?.resonance ?? 0);
    this.metalFilter.tune((drum.metal?.highPassHz ?? 1000) * exp2(octaves), 0.1);
    this.bodies = [drum.body, drum.second].flatMap((body) => (body ? [new Ringing(body, DRIVE_SOFT + DRIVE_HARD * hardness)] : []));
    this.noiseFall = new Fall(drum.noise?.decaySeconds ?? 1);
    this.strokeFall = new Fall(1.6 * (drum.noise?.strokeSeconds ?? 1));
    this.metalFall = new Fall(drum.metal?.decaySeconds ?? 1);
  }

  get loudness(): number {
    return this.fadeOut.hasBegun ? -1 : this.gain * this.loudest();
  }

  /** A drum rings from the first, whatever the length of its note. */
  isReleased(): boolean {
    return true;
  }

  end(): void {
    if (this.partials) this.tools.numbers.giveBack(this.partials);
  }

  letGo(): void {}

  fade(frame: number, seconds: number): void {
    this.fadeOut.begin(frame, seconds);
  }

  begin(frame: number): void {
    const first = Math.max(0, this.startFrame - frame);
    this.bent = this.tuned;
    if (this.note.bend) this.bent *= exp2(bendCents(this.note.bend, this.note.at, frame + first) / 1200);
    this.mixed = this.tools.bench.chunk();
    for (const body of this.bodies) body.add(this.tools, this.mixed, first, this.bent);
    this.noise = this.makeNoise(first);
    this.metal = this.makeMetal(first);
  }

  finish(frame: number, place: Samples): boolean {
    const { mixed } = this;
    const first = Math.max(0, this.startFrame - frame);
    const age = frame + first - this.startFrame;
    if (this.noise) this.addNoise(this.noise, first, age);
    if (this.metal) this.addMetal(this.metal, first);
    for (let index = first; index < CHUNK && age + index - first < ATTACK_SAMPLES; index++)
      mixed.values[index]! *= (age + index - first + 1) / ATTACK_SAMPLES;
    this.fadeOut.process(mixed.values, frame);
    this.tools.bench.loops.addRising(place.at, mixed.at, endOf(mixed), this.gain, 0);
    return !this.fadeOut.isOver(frame + CHUNK) && this.loudest() * this.gain > SILENCE;
  }

  private loudest(): number {
    const { noise, metal } = this.drum;
    const layers = Math.max(noise ? this.noiseLevel : 0, metal ? this.metalLevel : 0);
    return this.bodies.reduce((most, { level }) => Math.max(most, level), layers);
  }

  private makeNoise(first: number): Samples | null {
    if (!this.drum.noise || this.noiseLevel < SILENCE) return null;
    const { bench, filters } = this.tools;
    const layer = bench.chunk();
    this.noiseState = bench.loops.noise(from(layer, first), endOf(layer), this.noiseState);
    filters.add(this.noiseFilter, layer);
    return layer;
  }

  /** The noise decays; in drums of several strokes it restarts with each. */
  private addNoise(layer: Samples, first: number, age: number): void {
    const { strokes = 0, strokeSeconds } = this.drum.noise!;
    const stroke = strokeSeconds ? Math.round(strokeSeconds * SAMPLE_RATE) : STROKE_FRAMES;
    const fallOfStroke = strokeSeconds ? this.strokeFall : STROKE_FALL;
    const strokesEnd = strokes * stroke;
    for (let index = first, now = age; index < CHUNK;) {
      const fall = now < strokesEnd ? fallOfStroke : this.noiseFall;
      const isStruck = strokesEnd > 0 && now <= strokesEnd && now % stroke === 0;
      if (isStruck) this.noiseLevel = 1 / fall.factor;
      const until = now < strokesEnd ? now + stroke - (now % stroke) : Infinity;
      const next = Math.min(CHUNK, index + until - now);
      this.addLayer(layer, index, next, this.noiseLevel * this.noiseGain, fall.factor);
      this.noiseLevel *= fall.over(next - index);
      now += next - index;
      index = next;
    }
  }

  private makeMetal(first: number): Samples | null {
    const { metal } = this.drum;
    if (!metal || this.metalLevel < SILENCE) return null;
    const { bench, filters } = this.tools;
    const layer = bench.chunk();
    const { length } = METAL_RATIOS;
    if (!this.partials) {
      this.partials = this.tools.numbers.take();
      this.partials.values.set(METAL_RATIOS, length);
    }
    const { at } = this.partials;
    bench.loops.metal(from(layer, first), endOf(layer), at, at + 8 * length, length, metal.hz, this.bent, 1 / length);
    filters.add(this.metalFilter, layer);
    return layer;
  }

  private addMetal(layer: Samples, first: number): void {
    this.addLayer(layer, first, CHUNK, this.metalLevel * this.metalGain, this.metalFall.factor);
    this.metalLevel *= this.metalFall.over(CHUNK - first);
  }

  /** Adds a layer, from index `first` to before `last`, at a level that falls from `level`. */
  private addLayer(layer: Samples, first: number, last: number, level: number, factor: number): void {
    const { mixed } = this;
    this.tools.bench.loops.addFading(from(mixed, first), from(layer, first), from(layer, last), 0, 1, level, factor);
  }
}
