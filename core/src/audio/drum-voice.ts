import { StateFilter } from './filter';
import { decayPerSample, sineTurn, soften, velocityGain } from './math';
import type { Drum } from './sounds';
import { bendFactor, CHUNK, Fade, Noise, scratchChunk, silence, type EngineNote, type Voice } from './voice';

/** Partials of struck metal, as ratios that never line up. */
const METAL_RATIOS = [1, 1.342, 1.732, 2.134, 2.713, 3.184];
const STROKE_SECONDS = 0.011;
const ATTACK_SAMPLES = 20;
const SILENCE = 0.0004;
const mixed = scratchChunk();
const layer = scratchChunk();

/** A drum hit: rings out by itself, whatever the length of its note. */
export class DrumVoice implements Voice {
  readonly trackId: string;
  readonly startFrame: number;
  readonly pan: number;
  readonly choke: string;
  private readonly fadeOut: Fade;
  private readonly noise: Noise;
  private readonly noiseFilter: StateFilter;
  private readonly metalFilter: StateFilter;
  private readonly gain: number;
  private readonly phases = new Float64Array(METAL_RATIOS.length);
  /** What its bend line makes of its frequencies. */
  private bent = 1;
  private bodyPhase = 0;
  private sweep = 1;
  private bodyLevel = 1;
  private noiseLevel = 1;
  private metalLevel = 1;
  private readonly sweepFactor: number;
  private readonly bodyFactor: number;
  private readonly noiseFactor: number;
  private readonly metalFactor: number;
  private readonly strokeFactor: number;

  constructor(
    private readonly drum: Drum,
    private readonly note: EngineNote,
    startFrame: number,
    private readonly sampleRate: number,
  ) {
    this.trackId = note.trackId;
    this.startFrame = startFrame;
    this.pan = note.pan ?? 0;
    this.choke = drum.choke ?? `key ${note.pitch}`;
    this.fadeOut = new Fade(sampleRate);
    this.noise = new Noise(note.seed);
    this.gain = velocityGain(note.velocity);
    const brightness = 0.7 + 0.3 * (note.velocity / 127);
    this.noiseFilter = new StateFilter(drum.noise?.filter ?? 'low', sampleRate);
    this.noiseFilter.tune((drum.noise?.hz ?? 1000) * brightness, drum.noise?.resonance ?? 0);
    this.metalFilter = new StateFilter('high', sampleRate);
    this.metalFilter.tune(drum.metal?.highPassHz ?? 1000, 0.1);
    this.sweepFactor = decayPerSample(drum.body?.sweepSeconds ?? 1, sampleRate);
    this.bodyFactor = decayPerSample(drum.body?.decaySeconds ?? 1, sampleRate);
    this.noiseFactor = decayPerSample(drum.noise?.decaySeconds ?? 1, sampleRate);
    this.metalFactor = decayPerSample(drum.metal?.decaySeconds ?? 1, sampleRate);
    this.strokeFactor = decayPerSample(0.02, sampleRate);
  }

  fade(frame: number, seconds: number): void {
    this.fadeOut.begin(frame, seconds);
  }

  render(out: Float64Array, frame: number): boolean {
    const from = Math.max(0, this.startFrame - frame);
    const age = frame + from - this.startFrame;
    silence(mixed);
    if (this.note.bend) this.bent = bendFactor(this.note.bend, this.note.at, frame + from);
    this.addBody(from);
    this.addNoise(from, age);
    this.addMetal(from);
    for (let index = from; index < CHUNK && age + index - from < ATTACK_SAMPLES; index++)
      mixed[index]! *= (age + index - from + 1) / ATTACK_SAMPLES;
    this.fadeOut.process(mixed, frame);
    for (let index = from; index < CHUNK; index++) out[index]! += mixed[index]! * this.gain;
    return !this.fadeOut.isOver(frame + CHUNK) && this.loudest() * this.gain > SILENCE;
  }

  private loudest(): number {
    const { body, noise, metal } = this.drum;
    return Math.max(body ? this.bodyLevel : 0, noise ? this.noiseLevel : 0, metal ? this.metalLevel : 0);
  }

  private addBody(from: number): void {
    const { body } = this.drum;
    if (!body || this.bodyLevel < SILENCE) return;
    for (let index = from; index < CHUNK; index++) {
      this.bodyPhase += ((body.toHz + (body.fromHz - body.toHz) * this.sweep) * this.bent) / this.sampleRate;
      this.sweep *= this.sweepFactor;
      this.bodyLevel *= this.bodyFactor;
      mixed[index]! += soften(sineTurn(this.bodyPhase) * this.bodyLevel * body.drive) * body.level;
    }
  }

  private addNoise(from: number, age: number): void {
    const { noise } = this.drum;
    if (!noise || this.noiseLevel < SILENCE) return;
    const strokeFrames = Math.round(STROKE_SECONDS * this.sampleRate);
    const strokesEnd = (noise.strokes ?? 0) * strokeFrames;
    for (let index = from; index < CHUNK; index++) layer[index] = this.noise.next();
    this.noiseFilter.process(layer, from);
    for (let index = from; index < CHUNK; index++) {
      const now = age + index - from;
      if (strokesEnd > 0 && now <= strokesEnd && now % strokeFrames === 0) this.noiseLevel = 1;
      else this.noiseLevel *= now < strokesEnd ? this.strokeFactor : this.noiseFactor;
      mixed[index]! += layer[index]! * this.noiseLevel * noise.level;
    }
  }

  private addMetal(from: number): void {
    const { metal } = this.drum;
    if (!metal || this.metalLevel < SILENCE) return;
    silence(layer);
    for (let partial = 0; partial < METAL_RATIOS.length; partial++) {
      const step = (metal.hz * METAL_RATIOS[partial]! * this.bent) / this.sampleRate;
      let phase = this.phases[partial]!;
      for (let index = from; index < CHUNK; index++) {
        phase += step;
        if (phase >= 1) phase -= 1;
        layer[index]! += phase < 0.5 ? 1 / METAL_RATIOS.length : -1 / METAL_RATIOS.length;
      }
      this.phases[partial] = phase;
    }
    this.metalFilter.process(layer, from);
    for (let index = from; index < CHUNK; index++) {
      this.metalLevel *= this.metalFactor;
      mixed[index]! += layer[index]! * this.metalLevel * metal.level;
    }
  }
}
