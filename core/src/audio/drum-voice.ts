import { Fall } from './fall';
import { StateFilter } from './filter';
import { exp2, velocityGain } from './math';
import { wrap } from './oscillator';
import { SAMPLE_RATE } from './rate';
import type { Drum } from './sounds';
import { bendCents, Fade, type Tools, type EngineNote, type Voice } from './voice';
import { CHUNK, endOf, from, type Samples } from './workbench';

/** Partials of struck metal, as ratios that never line up. */
const METAL_RATIOS = [1, 1.342, 1.732, 2.134, 2.713, 3.184];
const STROKE_FRAMES = Math.round(0.011 * SAMPLE_RATE);
const STROKE_FALL = new Fall(0.02);
const ATTACK_SAMPLES = 20;
const SILENCE = 0.0004;

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
  private readonly phases = new Float64Array(METAL_RATIOS.length);
  /** The chunk at work, and its layers that are being filtered. */
  private mixed!: Samples;
  private noise: Samples | null = null;
  private metal: Samples | null = null;
  /** What its bend line makes of its frequencies. */
  private bent = 1;
  private noiseState: number;
  private bodyPhase = 0;
  private sweep = 1;
  private bodyLevel = 1;
  private noiseLevel = 1;
  private metalLevel = 1;
  private readonly sweepFall: Fall;
  private readonly bodyFall: Fall;
  private readonly noiseFall: Fall;
  private readonly metalFall: Fall;

  constructor(
    private readonly tools: Tools,
    private readonly drum: Drum,
    private readonly note: EngineNote,
    startFrame: number,
  ) {
    this.trackId = note.trackId;
    this.startFrame = startFrame;
    this.pan = note.pan ?? 0;
    this.choke = drum.choke ?? `key ${note.pitch}`;
    this.noiseState = note.seed >>> 0 || 0x9e3779b9;
    this.gain = velocityGain(note.velocity);
    const brightness = 0.7 + 0.3 * (note.velocity / 127);
    this.noiseFilter = new StateFilter(drum.noise?.filter ?? 'low');
    this.noiseFilter.tune((drum.noise?.hz ?? 1000) * brightness, drum.noise?.resonance ?? 0);
    this.metalFilter.tune(drum.metal?.highPassHz ?? 1000, 0.1);
    this.sweepFall = new Fall(drum.body?.sweepSeconds ?? 1);
    this.bodyFall = new Fall(drum.body?.decaySeconds ?? 1);
    this.noiseFall = new Fall(drum.noise?.decaySeconds ?? 1);
    this.metalFall = new Fall(drum.metal?.decaySeconds ?? 1);
  }

  fade(frame: number, seconds: number): void {
    this.fadeOut.begin(frame, seconds);
  }

  begin(frame: number): void {
    const first = Math.max(0, this.startFrame - frame);
    if (this.note.bend) this.bent = exp2(bendCents(this.note.bend, this.note.at, frame + first) / 1200);
    this.mixed = this.tools.bench.chunk();
    this.addBody(first);
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
    const { body, noise, metal } = this.drum;
    return Math.max(body ? this.bodyLevel : 0, noise ? this.noiseLevel : 0, metal ? this.metalLevel : 0);
  }

  private addBody(first: number): void {
    const { body } = this.drum;
    if (!body || this.bodyLevel < SILENCE) return;
    const { bodyFall, mixed, sweepFall } = this;
    const turns = (body.toHz * this.bent) / SAMPLE_RATE;
    const sweep = ((body.fromHz - body.toHz) * this.sweep * this.bent) / SAMPLE_RATE;
    const driven = this.bodyLevel * bodyFall.factor * body.drive;
    const { loops } = this.tools.bench;
    loops.sweptSine(from(mixed, first), endOf(mixed), this.bodyPhase, turns, sweep, sweepFall.factor, driven, bodyFall.factor, body.level);
    const count = CHUNK - first;
    const swept = sweepFall.over(count);
    this.bodyPhase = wrap(this.bodyPhase + turns * count + (sweep * (1 - swept)) / (1 - sweepFall.factor));
    this.sweep *= swept;
    this.bodyLevel *= bodyFall.over(count);
  }

  private makeNoise(first: number): Samples | null {
    if (!this.drum.noise || this.noiseLevel < SILENCE) return null;
    const { bench, filters } = this.tools;
    const layer = bench.chunk();
    this.noiseState = bench.loops.noise(from(layer, first), endOf(layer), this.noiseState);
    filters.add(this.noiseFilter, layer);
    return layer;
  }

  /** The noise falls, for drums of many strokes anew with each. */
  private addNoise(layer: Samples, first: number, age: number): void {
    const { strokes = 0, level } = this.drum.noise!;
    const strokesEnd = strokes * STROKE_FRAMES;
    for (let index = first, now = age; index < CHUNK;) {
      const fall = now < strokesEnd ? STROKE_FALL : this.noiseFall;
      const isStruck = strokesEnd > 0 && now <= strokesEnd && now % STROKE_FRAMES === 0;
      if (isStruck) this.noiseLevel = 1 / fall.factor;
      const until = now < strokesEnd ? now + STROKE_FRAMES - (now % STROKE_FRAMES) : Infinity;
      const next = Math.min(CHUNK, index + until - now);
      this.addLayer(layer, index, next, this.noiseLevel * level, fall.factor);
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
    for (let partial = 0; partial < METAL_RATIOS.length; partial++) {
      const step = (metal.hz * METAL_RATIOS[partial]! * this.bent) / SAMPLE_RATE;
      const phase = this.phases[partial]!;
      bench.loops.sharpSquare(from(layer, first), endOf(layer), phase, step, 1 / METAL_RATIOS.length);
      this.phases[partial] = wrap(phase + step * (CHUNK - first));
    }
    filters.add(this.metalFilter, layer);
    return layer;
  }

  private addMetal(layer: Samples, first: number): void {
    this.addLayer(layer, first, CHUNK, this.metalLevel * this.drum.metal!.level, this.metalFall.factor);
    this.metalLevel *= this.metalFall.over(CHUNK - first);
  }

  /** Adds a layer, from index `first` to before `last`, at a level that falls from `level`. */
  private addLayer(layer: Samples, first: number, last: number, level: number, factor: number): void {
    const { mixed } = this;
    this.tools.bench.loops.addFading(from(mixed, first), from(layer, first), from(layer, last), 0, 1, level, factor);
  }
}
