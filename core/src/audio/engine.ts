import type { EngineControl } from './controls';
import { DrumVoice } from './drum-voice';
import { FilterBank } from './filter';
import { drumFor } from './kits';
import { Leveller } from './leveller';
import { Limiter } from './limiter';
import { LINE_OVER, LINE_SAMPLES, LinePool } from './line-pool';
import { NumberPool } from './number-pool';
import type { EngineMessage, EngineTrack, StillSounding } from './messages';
import { OneShotVoice } from './one-shot-voice';
import { Place, Strip } from './place';
import { TAPS } from './plucked';
import { SAMPLE_RATE } from './rate';
import type { ToneSound } from './sounds';
import { Recorded } from './recorded';
import { Room, USUAL_ROOM } from './room';
import { ToneVoice } from './tone-voice';
import type { Tools, EngineNote, Voice } from './voice';
import { CHUNK, endOf, Workbench, type Samples } from './workbench';

export type { TurnedKind, EngineControl } from './controls';
export type * from './messages';
export type { EngineBend, EngineNote } from './voice';

export { SAMPLE_RATE } from './rate';

/** Voices that sound at once; beyond it one is let go. */
export const VOICE_CAP = 48;
/** Voices there may be with those that fade. Beyond it, which takes a hundred strokes within three milliseconds, the rest is not begun. */
const VOICE_LIMIT = 160;
const STEAL_SECONDS = 0.003;
const CHOKE_SECONDS = 0.008;
const STOP_SECONDS = 0.03;
/** How quickly a track fades that is taken away. */
const GONE_SECONDS = 0.008;
/** How quickly a note fades that an edit has taken away while it sounds. */
const EDIT_SECONDS = 0.02;
/** A note that ended so shortly before still gives the next one something to slide from. */
const GLIDE_FRAMES = 480;
/** Voices that began within so short a time are one chord, strummed or not: none slides from another. */
const CHORD_FRAMES = 960;
/** A note counts as shortened from this many frames on: each edit rounds ends to frames again. */
const SHORTER_FRAMES = 48;

/** How long a held key sounds at least, in frames: 10 ms. */
const TAPPED_FRAMES = 480;

interface Waiting extends EngineNote {
  readonly generation: number;
}

/** A setting scheduled for a frame. */
interface Due {
  readonly at: number;
  readonly generation: number;
  readonly set: () => void;
}

/** The sound engine: plain data in, samples out, the same samples for the same data on every machine and for any block size.
 *  It works one chunk ahead of what it gives out, so that the limiter can look ahead without delaying anything. */
export class SoundEngine {
  private readonly bench = new Workbench();
  private readonly tools: Tools = {
    bench: this.bench,
    filters: new FilterBank(this.bench),
    lines: new LinePool(this.bench, LINE_SAMPLES + LINE_OVER),
    taps: new LinePool(this.bench, TAPS),
    numbers: new NumberPool(this.bench),
    offsets: this.bench.samples(CHUNK),
  };
  private readonly strips = new Map<string, Strip>();
  private places: Place[] = [];
  private readonly room = new Room(this.bench);
  private readonly recorded = new Recorded();
  /** Samples of one-shots, by the hash of their file. */
  private readonly samples = new Map<string, Float32Array>();
  private readonly leveller = new Leveller(this.bench);
  private readonly limiter = new Limiter(this.bench);
  private waiting: Waiting[] = [];
  private due: Due[] = [];
  /** The oldest first. */
  private voices: Voice[] = [];
  /** The notes that sounding voices play. */
  private readonly played = new Map<Voice, EngineNote>();
  private readonly over = new Set<Voice>();
  /** The notes of keys that are held down, in the order they were pressed. */
  private down: EngineNote[] = [];
  private generation = 0;
  /** The highest sample of the whole since peaks were last taken. */
  private sumPeak = 0;
  private renderedTo: number;
  private readonly mix = {
    left: this.bench.samples(CHUNK),
    right: this.bench.samples(CHUNK),
    toRoom: this.bench.samples(CHUNK),
    toEcho: this.bench.samples(CHUNK),
  };
  private given = CHUNK;

  /** `firstFrame` is the frame number of the first sample `render` will give. Without its limiter, it does not work ahead, and what it gives may be louder than
   *  full scale. */
  constructor(
    firstFrame = 0,
    private readonly hasLimiter = true,
  ) {
    this.renderedTo = firstFrame;
    if (hasLimiter) this.renderChunk();
  }

  post(message: EngineMessage): void {
    if (message.type === 'tracks') {
      this.setTracks(message.tracks);
      this.room.setShape(message.room ?? USUAL_ROOM);
    } else if (message.type === 'notes') this.queue(message.notes, message.generation);
    else if (message.type === 'controls') this.queueControls(message.controls, message.generation, message.restFrom);
    else if (message.type === 'echoes') {
      for (const { at, frames } of message.echoes) this.whenDue(at, message.generation, () => this.room.setEcho(frames));
    } else if (message.type === 'gates') {
      for (const { at, frames, trackId } of message.gates)
        this.whenDue(at, message.generation, () => this.strips.get(trackId)?.gate.add(at, frames));
    } else if (message.type === 'replace') this.replace(message.from, message.generation, message.sounding);
    else if (message.type === 'recorded') {
      if (message.generation >= this.generation) this.recorded.add(message.pieces, message.generation);
    } else if (message.type === 'samples') this.samples.set(message.hash, message.samples);
    else if (message.type === 'letGo') this.letGoOf(message.held);
    else this.stop(message.generation);
  }

  /** Fills both channels with the next samples; any length. */
  render(left: Float32Array, right: Float32Array): void {
    for (let filled = 0; filled < left.length;) {
      if (this.given === CHUNK) {
        this.renderChunk();
        this.given = 0;
      }
      const size = Math.min(CHUNK - this.given, left.length - filled);
      left.set(part(this.mix.left, this.given, size), filled);
      right.set(part(this.mix.right, this.given, size), filled);
      this.given += size;
      filled += size;
    }
  }

  /** Whether no voice sounds; room and echo may ring on. */
  get isQuiet(): boolean {
    return this.voices.length === 0 && this.recorded.isQuiet;
  }

  /** The peaks since they were last taken, as a gain (1 is full scale): of each track that has sounded, after its level and pan, and of the sum
   *  after the limiter under `SUM`. */
  takePeaks(): ReadonlyMap<string, number> {
    const taken = new Map<string, number>();
    for (const [id, strip] of this.strips) {
      if (strip.heardPeak > 0) taken.set(id, strip.heardPeak);
      strip.heardPeak = 0;
    }
    if (this.sumPeak > 0) taken.set(SUM, this.sumPeak);
    this.sumPeak = 0;
    return taken;
  }

  /** The least that the limiter has turned the whole down to since this was last asked, as a gain. */
  takeLeastGain(): number {
    return this.limiter.takeLeast();
  }

  private setTracks(tracks: readonly EngineTrack[]): void {
    for (const strip of this.strips.values()) strip.isGone = true;
    for (const track of tracks) {
      const strip = this.strips.get(track.id);
      if (strip) strip.track = track;
      else this.strips.set(track.id, new Strip(track));
      this.strips.get(track.id)!.isGone = false;
    }
    for (const voice of this.voices) if (this.strips.get(voice.trackId)!.isGone) voice.fade(this.renderedTo, GONE_SECONDS);
  }

  private queue(notes: readonly EngineNote[], generation: number): void {
    if (generation < this.generation) return;
    for (const note of notes) this.waiting.push({ ...note, generation });
    this.waiting.sort((a, b) => a.at - b.at);
  }

  private queueControls(controls: readonly EngineControl[], generation: number, restFrom: number | undefined): void {
    if (restFrom !== undefined) this.whenDue(restFrom, generation, () => this.restAll());
    for (const control of controls) this.whenDue(control.at, generation, () => this.strips.get(control.trackId)?.controls.set(control));
  }

  /** Lets something be set once its frame comes; in the order given where several have one frame. */
  private whenDue(at: number, generation: number, set: () => void): void {
    if (generation < this.generation) return;
    let index = this.due.length;
    while (index > 0 && this.due[index - 1]!.at > at) index--;
    this.due.splice(index, 0, { at, generation, set });
  }

  /** Lets a held key go; one that has not begun yet sounds for a moment. */
  private letGoOf(held: string): void {
    this.waiting = this.waiting.map((note) => (note.held === held ? { ...note, frames: Math.min(note.frames, TAPPED_FRAMES) } : note));
    this.down = this.down.filter((note) => note.held !== held);
    for (const [voice, note] of this.played) if (note.held === held && !this.goBack(note)) voice.letGo(this.renderedTo);
  }

  /** Lets the one voice of a track go back to the key pressed last of those that are still down; false where there is none. */
  private goBack({ trackId }: EngineNote): boolean {
    const track = this.strips.get(trackId)?.track;
    const last = this.down.findLast((note) => note.trackId === trackId);
    if (!last || !track?.hasOneVoice || track.sound.kind !== 'pitched') return false;
    return this.goOn(last, this.renderedTo, track.sound);
  }

  private replace(from: number, generation: number, sounding?: readonly StillSounding[]): void {
    this.generation = generation;
    const stays = (each: Waiting | Due) => each.at < from || each.generation >= generation;
    this.waiting = this.waiting.filter(stays);
    this.recorded.replace(Math.max(from, this.renderedTo), generation);
    this.due = this.due.filter(stays);
    if (sounding) this.goOnWith(new Map(sounding.map(({ key, until }) => [key, until])), generation);
  }

  /** Lets go of what an edit has taken away or shortened while it sounds, or just before it begins. */
  private goOnWith(until: ReadonlyMap<string, number>, generation: number): void {
    const goesOn = ({ key }: EngineNote) => key === undefined || until.has(key);
    this.waiting = this.waiting.filter((note) => note.generation >= generation || goesOn(note));
    for (const [voice, note] of this.played) {
      if (!goesOn(note)) voice.fade(this.renderedTo, EDIT_SECONDS);
      // A drum rings as long as it rings, however long its note is.
      else if (note.key !== undefined && !(voice.choke !== null)) {
        const end = until.get(note.key)!;
        if (end < note.at + note.frames - SHORTER_FRAMES) voice.fade(Math.max(end, this.renderedTo), EDIT_SECONDS);
      }
    }
  }

  private stop(generation: number): void {
    this.replace(0, generation);
    this.down = [];
    for (const voice of this.voices) voice.fade(this.renderedTo, STOP_SECONDS);
    // A fading voice keeps following its bend and pan until it is silent.
    this.whenDue(this.renderedTo + STOP_SECONDS * SAMPLE_RATE + CHUNK, generation, () => this.restAll());
  }

  private renderChunk(): void {
    const { bench, mix, renderedTo } = this;
    this.setDue(renderedTo + CHUNK);
    this.startDue(renderedTo + CHUNK);
    bench.clearAway();
    // The four lie one after the other.
    bench.loops.clear(mix.left.at, endOf(mix.toEcho));
    for (const voice of this.voices) voice.begin(renderedTo);
    this.tools.filters.finish();
    for (const strip of this.strips.values()) {
      strip.workSqueeze();
      if (strip.track.gate) strip.gate.work(renderedTo, strip.track.gate);
    }
    for (const place of this.places) place.render(renderedTo, mix, this.forgetLater);
    this.forget();
    this.room.process(
      mix.toRoom,
      mix.toEcho,
      mix.left,
      mix.right,
      this.places.some(({ isStill }) => !isStill),
    );
    this.recorded.mix(renderedTo, mix.left, mix.right);
    this.leveller.process(mix.left, mix.right);
    if (this.hasLimiter) this.limiter.process(mix.left, mix.right);
    this.sumPeak = Math.max(this.sumPeak, bench.loops.peak(mix.left.at, mix.right.at));
    this.renderedTo += CHUNK;
  }

  private readonly forgetLater = (voice: Voice) => void this.over.add(voice);

  /** Forgets the voices that are over, and what was only there for them. */
  private forget(): void {
    const { over } = this;
    if (over.size > 0) {
      const sounds = (voice: Voice) => !over.has(voice);
      this.voices = this.voices.filter(sounds);
      for (const voice of over) {
        this.played.delete(voice);
        voice.end();
      }
      for (const place of this.places) place.voices = place.voices.filter(sounds);
      over.clear();
    }
    const isNeeded = ({ pan, strip, isStill }: Place) => !isStill || (pan === 0 && !strip.isGone);
    if (this.places.every(isNeeded)) return;
    for (const place of this.places) if (!isNeeded(place)) place.end();
    this.places = this.places.filter(isNeeded);
    for (const [id, strip] of this.strips) if (strip.isGone && !this.places.some((place) => place.strip === strip)) this.strips.delete(id);
  }

  /** Sets what is due before `untilFrame`. */
  private setDue(untilFrame: number): void {
    while (this.due.length > 0 && this.due[0]!.at < untilFrame) this.due.shift()!.set();
  }

  private restAll(): void {
    for (const { controls } of this.strips.values()) controls.reset();
    for (const place of this.places) place.aim(this.renderedTo);
  }

  /** Starts the notes that begin before `untilFrame`; one that comes late starts at once. */
  private startDue(untilFrame: number): void {
    let due = 0;
    while (due < this.waiting.length && this.waiting[due]!.at < untilFrame) this.start(this.waiting[due++]!);
    if (due) this.waiting.splice(0, due);
  }

  private start(note: EngineNote): void {
    const strip = this.strips.get(note.trackId);
    if (!strip || strip.isGone || this.voices.length >= VOICE_LIMIT) return;
    const { sound } = strip.track;
    const frame = Math.max(note.at, this.renderedTo);
    const controls = note.key === undefined && note.held === undefined ? null : strip.controls;
    if (note.held !== undefined && note.at + note.frames > frame + TAPPED_FRAMES) this.down.push(note);
    if (strip.track.hasOneVoice && !strip.track.oneShots && sound.kind === 'pitched' && this.goOn(note, frame, sound)) return;
    const voice =
      this.oneShot(strip.track, note, frame) ??
      (sound.kind === 'drums'
        ? new DrumVoice(this.tools, drumFor(sound, note.pitch), note, frame)
        : new ToneVoice(this.tools, sound, note, frame, controls, sound.glideSeconds ? this.centsFrom(note, frame) : 0));
    for (const other of this.voices) {
      if (voice.choke !== null && other.choke === voice.choke && other.trackId === voice.trackId) other.fade(frame, CHOKE_SECONDS);
    }
    this.steal(frame);
    this.voices.push(voice);
    this.played.set(voice, note);
    this.placeAt(strip, voice.pan).voices.push(voice);
  }

  /** A voice of the recording that plays a note, where one does and its samples are there. */
  private oneShot({ oneShots }: EngineTrack, note: EngineNote, frame: number): Voice | null {
    const shot = oneShots?.find(({ pitch }) => pitch === undefined || pitch === note.pitch);
    const samples = shot && this.samples.get(shot.hash);
    return samples ? new OneShotVoice(this.tools, shot, samples, note, frame) : null;
  }

  /** Lets the voice that a track has go on to its next note; false where there is none that can. What is tried or played beside the song does not
   *  take the song's voice away. */
  private goOn(note: EngineNote, frame: number, sound: ToneSound): boolean {
    const voice = this.voices.findLast((each) => each.trackId === note.trackId && sourceOf(this.played.get(each)!) === sourceOf(note));
    if (!(voice instanceof ToneVoice) || !voice.goOn(note, frame, sound)) return false;
    this.played.set(voice, note);
    return true;
  }

  /** How far off, in cents, the nearest note of a track is that sounded before this one and still does: from there it slides. 0 where none does. */
  private centsFrom({ trackId, pitch }: EngineNote, frame: number): number {
    const before = this.voices.filter(
      (voice) => voice.trackId === trackId && voice.startFrame < frame - CHORD_FRAMES && !voice.isReleased(frame - GLIDE_FRAMES),
    );
    const distances = before.map((voice) => (this.played.get(voice)!.pitch - pitch) * 100);
    return distances.reduce((nearest, each) => (Math.abs(each) < Math.abs(nearest) ? each : nearest), distances[0] ?? 0);
  }

  /** Makes room for one voice more, where as many sound as may: a released one that is the softest goes, else the oldest. */
  private steal(frame: number): void {
    const sounding = this.voices.filter(({ loudness }) => loudness >= 0);
    if (sounding.length < VOICE_CAP) return;
    const released = sounding.filter((voice) => voice.isReleased(frame));
    const softest = (a: Voice, b: Voice) => (b.loudness < a.loudness ? b : a);
    const goes = released.length > 0 ? released.reduce(softest) : sounding[0]!;
    goes.fade(frame, STEAL_SECONDS);
  }

  private placeAt(strip: Strip, pan: number): Place {
    const known = this.places.find((place) => place.strip === strip && place.pan === pan);
    if (known) return known;
    const made = new Place(this.tools, strip, pan, this.renderedTo);
    this.places.push(made);
    return made;
  }
}

/** Where a note comes from: the song, a key that is held, or a note that is only tried. */
function sourceOf({ key, held }: EngineNote): 'song' | 'held' | 'tried' {
  return held !== undefined ? 'held' : key !== undefined ? 'song' : 'tried';
}

/** The name that the whole has among the peaks; no track has it. */
export const SUM = '';

/** Some samples of a chunk; all of it as it is. */
function part({ values }: Samples, first: number, count: number): Float32Array {
  return count === CHUNK ? values : values.subarray(first, first + count);
}
