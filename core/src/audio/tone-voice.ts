import type { TrackControls } from './controls';
import { Fall } from './fall';
import { StateFilter } from './filter';
import { dbToGain, decayPerSample, exp2, velocityGain } from './math';
import { SAMPLE_RATE } from './rate';
import type { ToneSound } from './sounds';
import { TonePitch } from './tone-pitch';
import { ToneSource } from './tone-source';
import { Fade, type Tools, type EngineNote, type Voice } from './voice';
import { CHUNK, from, type Samples } from './workbench';

/** A voice that has fallen to this share of full level is over: -64 dB. */
const SILENCE = 0.0006;
/** How hard a note is driven, from the softest to the hardest; as its sound says at about velocity 100. */
const DRIVE_SOFT = 0.45;
const DRIVE_HARD = 0.7;
/** How quickly a voice that goes on to another note takes its loudness, in seconds. */
const LOUDNESS_SECONDS = 0.01;
/** How quickly a voice slides to its next note where its sound says nothing of it. */
const ONE_VOICE_SECONDS = 0.05;
/** A voice that has fallen to this share of its level does not go on to another note: it would not be heard. */
const DIED_OUT = 0.05;
/** A note counts as touching the next one up to so many frames before it: its end and the other's start are rounded apart. */
const TOUCH_FRAMES = 48;
/** A filter's resonance is turned up to this. */
const MOST_RESONANCE = 0.93;
/** Movements of the filter, in octaves, too small to hear. */
const UNHEARD_OCTAVES = 0.002;

/** A pitched note: what sounds of it, through a filter with its own envelope, and attack - decay - sustain - release. */
export class ToneVoice implements Voice {
  readonly trackId: string;
  readonly startFrame: number;
  readonly pan: number;
  readonly choke = null;
  private readonly firstPitch: number;
  private releaseFrame: number;
  private readonly fadeOut = new Fade();
  private readonly filter: StateFilter;
  private gain: number;
  /** From which share of its gain it goes to the whole of it, and where that begins. */
  private gainFrom = 1;
  private gainFromFrame = -Infinity;
  /** How far its attack comes before the note is let go, 0..1. */
  private reached: number;
  private readonly cutoffHz: number;
  private readonly drive: number;
  private readonly source: ToneSource;
  private readonly pitch: TonePitch;
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
  private resonance = 0;

  constructor(
    private readonly tools: Tools,
    private readonly sound: ToneSound,
    note: EngineNote,
    startFrame: number,
    /** Its track's macro settings; null if they do not apply, as when a row is tried. */
    private readonly controls: TrackControls | null = null,
    /** Cents from which it slides to its own pitch. */
    slidesFrom = 0,
  ) {
    const { envelope, filter } = sound;
    this.trackId = note.trackId;
    this.firstPitch = note.pitch;
    this.startFrame = startFrame;
    this.pan = note.pan ?? 0;
    this.attackFrames = Math.max(1, Math.round(envelope.attackSeconds * SAMPLE_RATE));
    this.releaseFrame = Math.max(startFrame + 1, note.at + note.frames);
    this.gain = this.gainOf(note);
    this.reached = this.reachedAt(this.releaseFrame);
    this.source = new ToneSource(tools, sound, note);
    this.pitch = new TonePitch(sound, note, startFrame, controls, slidesFrom);
    this.filter = new StateFilter(filter.kind ?? 'low');
    const hardness = note.velocity / 127 - 0.75;
    const octaves = ((note.pitch + (sound.transpose ?? 0) - 48) / 12) * filter.keyFollow + hardness * filter.velocityOctaves;
    this.cutoffHz = filter.hz * exp2(octaves);
    this.drive = sound.drive * (DRIVE_SOFT + DRIVE_HARD * (note.velocity / 127));
    this.decayFall = new Fall(envelope.decaySeconds);
    this.releaseFall = new Fall(envelope.releaseSeconds);
    this.filterFactor = decayPerSample(filter.decaySeconds, SAMPLE_RATE / CHUNK);
  }

  get loudness(): number {
    return this.fadeOut.hasBegun ? -1 : this.left;
  }

  isReleased(frame: number): boolean {
    return frame >= this.releaseFrame;
  }

  end(): void {
    this.source.end();
  }

  fade(frame: number, seconds: number): void {
    this.fadeOut.begin(frame, seconds);
  }

  letGo(frame: number): void {
    if (frame >= this.releaseFrame) return;
    this.releaseFrame = Math.max(this.startFrame + 1, frame);
    this.reached = this.reachedAt(this.releaseFrame);
  }

  /** Goes on to another note without an attack of its own, its pitch sliding there: envelopes, filter and vibrato go on as they were. False where it
   *  can't: its track has another sound by now, its own note was over before, it fades, it has died out, or stands elsewhere between left and right. */
  goOn(note: EngineNote, frame: number, sound: ToneSound): boolean {
    const { envelope } = this.sound;
    const isOver = this.releaseFrame < frame - TOUCH_FRAMES;
    const hasDiedOut = this.release * Math.max(this.decay, envelope.sustain) < DIED_OUT;
    if (sound !== this.sound || isOver || hasDiedOut || (note.pan ?? 0) !== this.pan || !this.fadeOut.putOff(frame)) return false;
    const gain = this.gainOf(note);
    this.gainFrom = (this.gainFrom + (1 - this.gainFrom) * this.gainShare(frame)) * (this.gain / gain);
    this.gainFromFrame = frame;
    this.gain = gain;
    this.releaseFrame = Math.max(frame + 1, note.at + note.frames);
    this.reached = this.reachedAt(this.releaseFrame);
    this.pitch.goOn(note, frame, (note.pitch - this.firstPitch) * 100, sound.glideSeconds ?? ONE_VOICE_SECONDS);
    return true;
  }

  private gainOf({ pitch, velocity }: EngineNote): number {
    const { keyLevels } = this.sound;
    return velocityGain(velocity) * (keyLevels ? dbToGain(levelAt(keyLevels, pitch)) : 1);
  }

  /** How far it has come to its gain at a frame, 0..1. */
  private gainShare(frame: number): number {
    return Math.max(0, Math.min(1, (frame - this.gainFromFrame) / (LOUDNESS_SECONDS * SAMPLE_RATE)));
  }

  private reachedAt(releaseFrame: number): number {
    return Math.min(1, (releaseFrame - this.startFrame) / this.attackFrames);
  }

  begin(frame: number): void {
    const { filter } = this.sound;
    const first = Math.max(0, this.startFrame - frame);
    const mixed = this.source.make(first, this.pitch.cents(frame + first), this.drive);
    const turned = this.controls?.areUsed ? this.controls.octaves(frame + first) : 0;
    const followed = (filter.keyFollow * this.pitch.slid(frame + first)) / 1200;
    const rings = (this.sound.resonance ?? 0) + (this.controls?.areUsed ? this.controls.resonance(frame + first) : 0);
    this.open(filter.envelopeOctaves * this.filterEnvelope + turned + followed, resonanceOf(filter.resonance, rings));
    this.filterEnvelope *= this.filterFactor;
    this.tools.filters.add(this.filter, mixed);
    this.mixed = mixed;
  }

  finish(frame: number, place: Samples): boolean {
    this.fadeOut.process(this.mixed.values, frame);
    if (this.gainFrom !== 1) this.turnGain(frame);
    this.shape(frame, place);
    return !this.fadeOut.isOver(frame + CHUNK) && this.left > SILENCE;
  }

  private turnGain(frame: number): void {
    const { values } = this.mixed;
    for (let index = 0; index < CHUNK; index++) values[index]! *= this.gainFrom + (1 - this.gainFrom) * this.gainShare(frame + index);
    if (this.gainShare(frame + CHUNK) === 1) this.gainFrom = 1;
  }

  /** How loud it can still become, as a gain. */
  private get left(): number {
    return this.gain * this.reached * this.release * Math.max(this.decay, this.sound.envelope.sustain);
  }

  /** Opens the filter by a number of octaves, at a resonance, where that changes it. */
  private open(octaves: number, resonance: number): void {
    if (Math.abs(octaves - this.octavesOpen) < UNHEARD_OCTAVES && resonance === this.resonance) return;
    this.octavesOpen = octaves;
    this.resonance = resonance;
    this.filter.tune(this.cutoffHz * exp2(octaves), resonance);
  }

  /** Attack, decay, sustain, release, each from where the one before ends in this chunk; and into the voice's place. */
  private shape(frame: number, place: Samples): void {
    const { attackFrames, mixed, gain } = this;
    const first = Math.max(0, this.startFrame - frame);
    const attackEnd = Math.max(first, Math.min(CHUNK, this.startFrame + attackFrames - frame, this.releaseFrame - frame));
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
    const loud = this.gain * this.reached * this.release;
    const fading = loud * (1 - sustain) * this.decay;
    const factor = release?.factor ?? 1;
    const { loops } = this.tools.bench;
    loops.addFading(from(place, first), from(mixed, first), from(mixed, last), loud * sustain, factor, fading, decayFall.factor * factor);
    this.decay *= decayFall.over(last - first);
    if (release) this.release *= release.over(last - first);
  }
}

/** A resonance that is turned, -1 to none, 1 to nearly all there is. */
function resonanceOf(own: number, turned: number): number {
  const share = Math.max(-1, Math.min(1, turned));
  return share < 0 ? own * (1 + share) : own + (MOST_RESONANCE - own) * share;
}

/** The level at a key, in dB: beyond the first and last that are told, theirs. */
function levelAt(levels: NonNullable<ToneSound['keyLevels']>, pitch: number): number {
  const above = levels.findIndex(([key]) => key >= pitch);
  if (above === -1) return levels.at(-1)![1];
  const [key, db] = levels[above]!;
  if (above === 0) return db;
  const [keyBelow, dbBelow] = levels[above - 1]!;
  return dbBelow + ((db - dbBelow) * (pitch - keyBelow)) / (key - keyBelow);
}
