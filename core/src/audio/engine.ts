import { TrackControls, type EngineControl } from './controls';
import { DrumVoice } from './drum-voice';
import { FilterBank } from './filter';
import { gainsOf, turnedGains, type Gains } from './gains';
import { Limiter } from './limiter';
import { SAMPLE_RATE } from './rate';
import { Room } from './room';
import { drumFor } from './kits';
import type { EngineMessage, EngineTrack, StillSounding } from './messages';
import { ToneVoice } from './tone-voice';
import type { Tools, EngineNote, Voice } from './voice';
import { CHUNK, Workbench, type Samples } from './workbench';

export type { TurnedKind, EngineControl } from './controls';
export type * from './messages';
export type { EngineBend, EngineNote } from './voice';

export { SAMPLE_RATE } from './rate';

export const VOICE_CAP = 32;
/** Voices there may be at all, with those that are fading; beyond it the oldest is cut off. */
const VOICE_LIMIT = 128;
const STEAL_SECONDS = 0.003;
const CHOKE_SECONDS = 0.008;
const STOP_SECONDS = 0.03;
/** How quickly a note fades that an edit has taken away while it sounds. */
const EDIT_SECONDS = 0.02;
/** A note counts as shortened from so many frames on: ends are rounded to frames anew with each edit. */
const SHORTER_FRAMES = 48;

interface Waiting extends EngineNote {
  readonly generation: number;
}

/** A control that waits for its frame, or, named by null, the end of all a track's controls. */
interface WaitingControl {
  readonly at: number;
  readonly generation: number;
  readonly control: EngineControl | null;
}

/** A track as it was last set. */
interface Strip {
  track: EngineTrack;
  readonly controls: TrackControls;
}

/** Where voices of a track sound: its own place, and one for each pan that notes of it have. Its running gains glide to where they are
 *  set, so that no change clicks. */
interface Place {
  readonly strip: Strip;
  readonly pan: number;
  track: EngineTrack;
  target: Gains;
  left: number;
  right: number;
  voices: Voice[];
}

/** The sound engine: plain data in, samples out, the same samples for the same data on every machine and for any block size.
 *  It works one chunk ahead of what it gives out, so that the limiter can look ahead without delaying anything. */
export class SoundEngine {
  private readonly bench = new Workbench();
  private readonly tools: Tools = { bench: this.bench, filters: new FilterBank(this.bench) };
  private readonly strips = new Map<string, Strip>();
  private places: Place[] = [];
  private readonly room = new Room(this.bench);
  private readonly limiter = new Limiter(this.bench);
  private waiting: Waiting[] = [];
  private waitingControls: WaitingControl[] = [];
  /** The oldest first. */
  private voices: Voice[] = [];
  /** The notes that sounding voices play. */
  private readonly played = new Map<Voice, EngineNote>();
  private readonly over = new Set<Voice>();
  private generation = 0;
  /** The highest sample of each track, and of the whole by the name of the sum, since they were last taken. */
  private peaks = new Map<string, number>();
  private renderedTo: number;
  private readonly left = this.bench.samples(CHUNK);
  private readonly right = this.bench.samples(CHUNK);
  private readonly toRoom = this.bench.samples(CHUNK);
  private readonly toEcho = this.bench.samples(CHUNK);
  private given = CHUNK;

  /** `firstFrame` is the frame number of the first sample `render` will give. */
  constructor(firstFrame = 0) {
    this.renderedTo = firstFrame;
    this.renderChunk();
  }

  post(message: EngineMessage): void {
    if (message.type === 'tracks') this.setTracks(message.tracks);
    else if (message.type === 'notes') this.queue(message.notes, message.generation);
    else if (message.type === 'controls') this.queueControls(message.controls, message.generation, message.restFrom);
    else if (message.type === 'replace') this.replace(message.from, message.generation, message.sounding);
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
      left.set(part(this.left, this.given, size), filled);
      right.set(part(this.right, this.given, size), filled);
      this.given += size;
      filled += size;
    }
  }

  /** Whether no voice sounds; room and echo may ring on. */
  get isQuiet(): boolean {
    return this.voices.length === 0;
  }

  /** The peaks since they were last taken, as a gain (1 is full scale): of each track that has sounded, after its level and pan, and of the sum
   *  after the limiter under `SUM`. */
  takePeaks(): ReadonlyMap<string, number> {
    const taken = this.peaks;
    this.peaks = new Map();
    return taken;
  }

  private notePeak(name: string, peak: number): void {
    if (peak > (this.peaks.get(name) ?? 0)) this.peaks.set(name, peak);
  }

  private setTracks(tracks: readonly EngineTrack[]): void {
    for (const track of tracks) {
      const strip = this.strips.get(track.id);
      if (strip) strip.track = track;
      else this.strips.set(track.id, { track, controls: new TrackControls() });
    }
    const ids = new Set(tracks.map(({ id }) => id));
    for (const id of [...this.strips.keys()]) if (!ids.has(id)) this.strips.delete(id);
    this.places = this.places.filter(({ strip }) => ids.has(strip.track.id));
    for (const voice of this.voices) if (!ids.has(voice.trackId)) this.over.add(voice);
    this.forget();
  }

  private queue(notes: readonly EngineNote[], generation: number): void {
    if (generation < this.generation) return;
    for (const note of notes) this.waiting.push({ ...note, generation });
    this.waiting.sort((a, b) => a.at - b.at);
  }

  private queueControls(controls: readonly EngineControl[], generation: number, restFrom: number | undefined): void {
    if (generation < this.generation) return;
    if (restFrom !== undefined) this.waitingControls.push({ at: restFrom, generation, control: null });
    for (const control of controls) this.waitingControls.push({ at: control.at, generation, control });
    this.waitingControls.sort((a, b) => a.at - b.at);
  }

  private replace(from: number, generation: number, sounding?: readonly StillSounding[]): void {
    this.generation = generation;
    const stays = (each: Waiting | WaitingControl) => each.at < from || each.generation >= generation;
    this.waiting = this.waiting.filter(stays);
    this.waitingControls = this.waitingControls.filter(stays);
    if (sounding) this.goOnWith(new Map(sounding.map(({ key, until }) => [key, until])), generation);
  }

  /** Lets go of what an edit has taken away or shortened while it sounds, or just before it begins. */
  private goOnWith(until: ReadonlyMap<string, number>, generation: number): void {
    const goesOn = ({ key }: EngineNote) => key === undefined || until.has(key);
    this.waiting = this.waiting.filter((note) => note.generation >= generation || goesOn(note));
    for (const [voice, note] of this.played) {
      if (!goesOn(note)) voice.fade(this.renderedTo, EDIT_SECONDS);
      // A drum rings as long as it rings, however long its note is.
      else if (note.key !== undefined && !(voice instanceof DrumVoice)) {
        const end = until.get(note.key)!;
        if (end < note.at + note.frames - SHORTER_FRAMES) voice.fade(Math.max(end, this.renderedTo), EDIT_SECONDS);
      }
    }
  }

  private stop(generation: number): void {
    this.replace(0, generation);
    for (const voice of this.voices) voice.fade(this.renderedTo, STOP_SECONDS);
    // What fades goes on as it is bent and turned until it is silent.
    this.waitingControls = [{ at: this.renderedTo + STOP_SECONDS * SAMPLE_RATE + CHUNK, generation, control: null }];
  }

  private renderChunk(): void {
    const { bench, left, right, toRoom, toEcho, renderedTo } = this;
    this.turnDue(renderedTo + CHUNK);
    this.startDue(renderedTo + CHUNK);
    bench.clearAway();
    bench.loops.clear(left.at);
    bench.loops.clear(right.at);
    bench.loops.clear(toRoom.at);
    bench.loops.clear(toEcho.at);
    for (const voice of this.voices) voice.begin(renderedTo);
    this.tools.filters.finish();
    for (const place of this.places) this.renderPlace(place);
    this.forget();
    this.room.process(toRoom, toEcho, left, right, this.voices.length > 0);
    this.limiter.process(left, right);
    this.notePeak(SUM, Math.max(peakOf(left), peakOf(right)));
    this.renderedTo += CHUNK;
  }

  /** Adds the voices of a place to the mix and to what goes into room and echo. Its gains glide a quarter of the way to where they are set. */
  private renderPlace(place: Place): void {
    const { track } = place.strip;
    if (place.track !== track || place.strip.controls.areUsed) {
      place.track = track;
      place.target = this.gainsAt(place.strip, place.pan);
    }
    const { target, voices } = place;
    if (voices.length === 0) {
      place.left = target.left;
      place.right = target.right;
      return;
    }
    const { bench, left, right, toRoom, toEcho } = this;
    const samples = bench.chunk();
    for (const voice of voices) if (!voice.finish(this.renderedTo, samples)) this.over.add(voice);
    const { sound } = track;
    const echo = sound.kind === 'pitched' ? sound.echo : 0;
    const stepLeft = ((target.left - place.left) * 0.25) / CHUNK;
    const stepRight = ((target.right - place.right) * 0.25) / CHUNK;
    bench.loops.mix(samples.at, left.at, right.at, toRoom.at, toEcho.at, place.left, stepLeft, place.right, stepRight, sound.room, echo);
    this.notePeak(track.id, peakOf(samples) * Math.max(place.left, place.right));
    place.left += stepLeft * CHUNK;
    place.right += stepRight * CHUNK;
  }

  /** Lets go of the voices that are over. */
  private forget(): void {
    const { over } = this;
    if (over.size === 0) return;
    const sounds = (voice: Voice) => !over.has(voice);
    this.voices = this.voices.filter(sounds);
    for (const voice of over) this.played.delete(voice);
    for (const place of this.places) place.voices = place.voices.filter(sounds);
    this.places = this.places.filter(({ pan, voices }) => pan === 0 || voices.length > 0);
    over.clear();
  }

  /** Turns the controls that are due before `untilFrame`. */
  private turnDue(untilFrame: number): void {
    let due = 0;
    for (; due < this.waitingControls.length && this.waitingControls[due]!.at < untilFrame; due++) {
      const { control } = this.waitingControls[due]!;
      if (control) this.strips.get(control.trackId)?.controls.set(control);
      else this.restAll();
    }
    if (due) this.waitingControls.splice(0, due);
  }

  private restAll(): void {
    for (const { controls } of this.strips.values()) controls.reset();
    for (const place of this.places) place.target = gainsOf(place.strip.track, place.pan);
  }

  /** Starts the notes that begin before `untilFrame`; one that comes late starts at once. */
  private startDue(untilFrame: number): void {
    let due = 0;
    while (due < this.waiting.length && this.waiting[due]!.at < untilFrame) this.start(this.waiting[due++]!);
    if (due) this.waiting.splice(0, due);
  }

  private start(note: EngineNote): void {
    const strip = this.strips.get(note.trackId);
    if (!strip) return;
    const { sound } = strip.track;
    const frame = Math.max(note.at, this.renderedTo);
    const voice =
      sound.kind === 'drums'
        ? new DrumVoice(this.tools, drumFor(sound, note.pitch), note, frame)
        : new ToneVoice(this.tools, sound, note, frame, note.key === undefined ? null : strip.controls);
    for (const other of this.voices) {
      if (voice.choke !== null && other.choke === voice.choke && other.trackId === voice.trackId) other.fade(frame, CHOKE_SECONDS);
    }
    this.voices.push(voice);
    this.played.set(voice, note);
    this.placeAt(strip, voice.pan).voices.push(voice);
    if (this.voices.length > VOICE_LIMIT) {
      this.over.add(this.voices[0]!);
      this.forget();
    }
    if (this.voices.length > VOICE_CAP) this.voices[this.voices.length - 1 - VOICE_CAP]!.fade(frame, STEAL_SECONDS);
  }

  /** The gains of a track's notes of one pan, as it is turned now. */
  private gainsAt({ track, controls }: Strip, pan: number): Gains {
    if (!controls.areUsed) return gainsOf(track, pan);
    return turnedGains(gainsOf(track, pan + controls.pan(this.renderedTo)), controls.gain(this.renderedTo));
  }

  private placeAt(strip: Strip, pan: number): Place {
    const known = this.places.find((place) => place.strip === strip && place.pan === pan);
    if (known) return known;
    const target = this.gainsAt(strip, pan);
    const made = { strip, pan, track: strip.track, target, left: target.left, right: target.right, voices: [] };
    this.places.push(made);
    return made;
  }
}

/** The name that the whole has among the peaks; no track has it. */
export const SUM = '';

function peakOf({ values }: Samples): number {
  let peak = 0;
  for (let index = 0; index < CHUNK; index++) {
    const height = Math.abs(values[index]!);
    if (height > peak) peak = height;
  }
  return peak;
}

/** Some samples of a chunk; all of it as it is. */
function part({ values }: Samples, first: number, count: number): Float32Array {
  return count === CHUNK ? values : values.subarray(first, first + count);
}
