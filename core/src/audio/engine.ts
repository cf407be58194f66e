import { DrumVoice } from './drum-voice';
import { SILENT_DB } from './level';
import { Limiter } from './limiter';
import { dbToGain, sineTurn } from './math';
import { Room } from './room';
import { drumFor } from './kits';
import type { Sound } from './sounds';
import { ToneVoice } from './tone-voice';
import { CHUNK, scratchChunk, silence, type EngineNote, type Voice } from './voice';

export type { EngineBend, EngineNote } from './voice';

/** Samples a second, everywhere: live, offline and in tests. */
export const SAMPLE_RATE = 48_000;
export const VOICE_CAP = 32;
const STEAL_SECONDS = 0.003;
const CHOKE_SECONDS = 0.008;
const STOP_SECONDS = 0.03;

/** How a track is heard. */
export interface EngineTrack {
  readonly id: string;
  readonly sound: Sound;
  /** -60..6. */
  readonly levelDb: number;
  readonly pan: number;
  readonly isAudible: boolean;
}

/** What can be said to an engine, as plain data, so that it can run behind a port. */
export type EngineMessage =
  | { readonly type: 'tracks'; readonly tracks: readonly EngineTrack[] }
  | { readonly type: 'notes'; readonly notes: readonly EngineNote[]; readonly generation: number }
  /** Drops what waits at or after `from` from earlier generations. */
  | { readonly type: 'replace'; readonly from: number; readonly generation: number }
  /** Drops all that waits and lets what sounds fade. */
  | { readonly type: 'stop'; readonly generation: number };

interface Waiting extends EngineNote {
  readonly generation: number;
}

/** A track, and the places it is heard at: its own, and one for each pan that notes of it have. */
interface Strip {
  track: EngineTrack;
  readonly places: Map<number, Place>;
}

/** What sounds at one place, with running gains; they glide to where they are set, so that no change clicks. */
interface Place {
  readonly pan: number;
  left: number;
  right: number;
  readonly buffer: Float64Array;
  isUsed: boolean;
}

/** The sound engine: plain data in, samples out, the same samples for the same data on every machine and for any block size.
 *  It works one chunk ahead of what it gives out, so that the limiter can look ahead without delaying anything. */
export class SoundEngine {
  private readonly strips = new Map<string, Strip>();
  private readonly room: Room;
  private readonly limiter = new Limiter();
  private waiting: Waiting[] = [];
  private voices: Voice[] = [];
  private generation = 0;
  private renderedTo: number;
  private readonly left = scratchChunk();
  private readonly right = scratchChunk();
  private readonly toRoom = scratchChunk();
  private readonly toEcho = scratchChunk();
  private given = CHUNK;

  /** `firstFrame` is the frame number of the first sample `render` will give. */
  constructor(
    private readonly sampleRate = SAMPLE_RATE,
    firstFrame = 0,
  ) {
    this.room = new Room(sampleRate);
    this.renderedTo = firstFrame;
    this.renderChunk();
  }

  post(message: EngineMessage): void {
    if (message.type === 'tracks') this.setTracks(message.tracks);
    else if (message.type === 'notes') this.queue(message.notes, message.generation);
    else if (message.type === 'replace') this.replace(message.from, message.generation);
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
      for (let index = 0; index < size; index++) {
        left[filled + index] = this.left[this.given + index]!;
        right[filled + index] = this.right[this.given + index]!;
      }
      this.given += size;
      filled += size;
    }
  }

  private setTracks(tracks: readonly EngineTrack[]): void {
    for (const track of tracks) {
      const strip = this.strips.get(track.id);
      if (strip) strip.track = track;
      else this.strips.set(track.id, { track, places: new Map() });
    }
    const ids = new Set(tracks.map(({ id }) => id));
    for (const id of [...this.strips.keys()]) if (!ids.has(id)) this.strips.delete(id);
  }

  private queue(notes: readonly EngineNote[], generation: number): void {
    if (generation < this.generation) return;
    this.waiting.push(...notes.map((note) => ({ ...note, generation })));
    this.waiting.sort((a, b) => a.at - b.at);
  }

  private replace(from: number, generation: number): void {
    this.generation = generation;
    this.waiting = this.waiting.filter((note) => note.at < from || note.generation >= generation);
  }

  private stop(generation: number): void {
    this.replace(0, generation);
    for (const voice of this.voices) voice.fade(this.renderedTo, STOP_SECONDS);
  }

  private renderChunk(): void {
    const frame = this.renderedTo;
    this.startDue(frame + CHUNK);
    for (const buffer of [this.left, this.right, this.toRoom, this.toEcho]) silence(buffer);
    for (const { places } of this.strips.values()) for (const place of places.values()) place.isUsed = false;
    this.renderVoices(frame);
    for (const { track, places } of this.strips.values()) for (const place of places.values()) this.mix(track, place, places);
    this.room.process(this.toRoom, this.toEcho, this.left, this.right, this.voices.length > 0);
    this.limiter.process(this.left, this.right);
    this.renderedTo += CHUNK;
  }

  /** Adds every voice to the buffer of its place; those that are over, or whose track is gone, leave. */
  private renderVoices(frame: number): void {
    let kept = 0;
    for (const voice of this.voices) {
      const strip = this.strips.get(voice.trackId);
      if (!strip) continue;
      const place = placeIn(strip, voice.pan);
      if (!place.isUsed) silence(place.buffer);
      place.isUsed = true;
      if (voice.render(place.buffer, frame)) this.voices[kept++] = voice;
    }
    this.voices.length = kept;
  }

  /** Adds a place of a track to the mix and to what goes into room and echo. Its gains glide a quarter of the way to where they are set. */
  private mix(track: EngineTrack, place: Place, places: Map<number, Place>): void {
    const { buffer } = place;
    const target = gainsOf(track, place.pan);
    if (!place.isUsed) {
      place.left = target.left;
      place.right = target.right;
      if (place.pan !== 0) places.delete(place.pan);
      return;
    }
    const { sound } = track;
    const { left, right, toRoom, toEcho } = this;
    const stepLeft = ((target.left - place.left) * 0.25) / CHUNK;
    const stepRight = ((target.right - place.right) * 0.25) / CHUNK;
    const { room } = sound;
    const echo = sound.kind === 'pitched' ? sound.echo : 0;
    let { left: gainLeft, right: gainRight } = place;
    for (let index = 0; index < CHUNK; index++) {
      gainLeft += stepLeft;
      gainRight += stepRight;
      const sample = buffer[index]!;
      const onLeft = sample * gainLeft;
      const onRight = sample * gainRight;
      left[index]! += onLeft;
      right[index]! += onRight;
      toRoom[index]! += (onLeft + onRight) * room;
    }
    if (echo > 0) for (let index = 0; index < CHUNK; index++) toEcho[index]! += buffer[index]! * (gainLeft + gainRight) * echo;
    place.left = gainLeft;
    place.right = gainRight;
  }

  /** Starts the notes that begin before `untilFrame`; one that comes late starts at once. */
  private startDue(untilFrame: number): void {
    let due = 0;
    while (due < this.waiting.length && this.waiting[due]!.at < untilFrame) this.start(this.waiting[due++]!);
    if (due) this.waiting.splice(0, due);
  }

  private start(note: EngineNote): void {
    const sound = this.strips.get(note.trackId)?.track.sound;
    if (!sound) return;
    const frame = Math.max(note.at, this.renderedTo);
    const voice =
      sound.kind === 'drums'
        ? new DrumVoice(drumFor(sound, note.pitch), note, frame, this.sampleRate)
        : new ToneVoice(sound, note, frame, this.sampleRate);
    for (const other of this.voices) {
      if (voice.choke !== null && other.choke === voice.choke && other.trackId === voice.trackId) other.fade(frame, CHOKE_SECONDS);
    }
    this.voices.push(voice);
    if (this.voices.length > VOICE_CAP) this.voices[this.voices.length - 1 - VOICE_CAP]!.fade(frame, STEAL_SECONDS);
  }
}

function placeIn({ track, places }: Strip, pan: number): Place {
  const known = places.get(pan);
  if (known) return known;
  const made = { pan, ...gainsOf(track, pan), buffer: scratchChunk(), isUsed: false };
  places.set(pan, made);
  return made;
}

/** Left and right gain of a track's notes that have a pan of their own: its level and its sound's, panned at equal power. */
function gainsOf({ levelDb, pan: trackPan, isAudible, sound }: EngineTrack, notePan: number): { left: number; right: number } {
  const pan = Math.max(-1, Math.min(1, trackPan + notePan));
  const gain = isAudible && levelDb > SILENT_DB ? dbToGain(levelDb + sound.levelDb) : 0;
  const turn = (pan + 1) / 8;
  return { left: gain * sineTurn(0.25 - turn) * 1.4142135623730951, right: gain * sineTurn(turn) * 1.4142135623730951 };
}
