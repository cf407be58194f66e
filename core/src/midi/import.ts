import { kitRows, type KitSound } from '../audio';
import { soundById, soundForProgram } from '../sounds';
import { emptyDocument, sorted, type Document } from '../model/document';
import { drumName } from '../model/drums';
import { TRACK_COLOURS, TRACK_SYMBOLS, type Carried, type Id, type Note, type Song, type Track } from '../model/entities';
import { barBeatAt, barTicks, clamp, COMMON_TIME, DEFAULT_BPM, MAX_TICK, TICKS_PER_QUARTER, tickOfBar } from '../time';
import { readChunks, type MidiChunks } from './chunks';
import { lanesOfTracks } from './lane-events';
import { pairNotes, type FileNote } from './pair-notes';
import { decodeText } from './text';
import { META, META_METER, META_NAME, META_TEMPO, metaData, readTrackEvents, type RawTrack } from './track-events';
import {
  MAX_CARRIED_BYTES,
  MAX_CARRIED_EVENTS,
  MAX_FILE_BYTES,
  MAX_FILE_EVENTS,
  MAX_FILE_MARKS,
  MAX_FILE_NOTES,
  MAX_FILE_TRACKS,
  MendedCount,
  refusal,
  type Mended,
  type Refusal,
} from './words';

export interface ImportReport {
  readonly bars: number;
  readonly bpm: number;
  readonly meter: string;
  readonly tracks: readonly { readonly name: string; readonly kind: Track['kind']; readonly notes: number; readonly channel: number }[];
  readonly mended: readonly Mended[];
}

export type Imported =
  { readonly ok: true; readonly document: Document; readonly report: ImportReport } | { readonly ok: false; readonly refusal: Refusal };

/** Input the importer may not make up. */
export interface ImportContext {
  readonly newId: () => Id;
  readonly seed: number;
  /** Fallback name of the song. */
  readonly name: string;
  /** Told how much of the work is done, 0 to 1, after each track of the file. */
  readonly onProgress?: (share: number) => void;
}

const DRUM_CHANNEL = 9;
const LONGEST_BARS = 100_000;
const LONGEST_NAME = 200;
/** How much of the work is done once all events are read: about half, by the clock. */
const EVENTS_SHARE = 0.5;

/** Turns the bytes of a Standard MIDI File (formats 0, 1, 2) into a song: a track for each channel of each file track, each
 *  with one pattern over the song's whole length. What the model has no place for is carried. It never throws and never
 *  doubles a note; what cannot be read is refused in words. */
export function importMidi(file: Uint8Array, context: ImportContext): Imported {
  if (file.length === 0) return { ok: false, refusal: refusal('empty') };
  if (file.length > MAX_FILE_BYTES) return { ok: false, refusal: refusal('tooLarge') };
  const mended = new MendedCount();
  const chunks = readChunks(file, mended);
  if ('code' in chunks) return { ok: false, refusal: chunks };
  if (chunks.division > TICKS_PER_QUARTER) mended.add('fineDivision');
  const reader = new SongReader(chunks, context, mended);
  return reader.read();
}

class SongReader {
  private readonly scale: (tick: number) => number;
  private readonly tempos: Song['tempos'] = [];
  private readonly meters: Song['meters'] = [];
  private readonly carried: Carried[] = [];
  private readonly programs = new Map<number, number>();
  /** Song tick at which each file track begins. */
  private readonly starts: number[] = [];
  private nextStart = 0;
  private songName: string | null = null;
  private noteIds: Id | null = null;
  private noteCount = 0;
  private carriedBytes = 0;
  private carriedEvents = 0;
  private doneBytes = 0;
  private readonly allBytes: number;

  constructor(
    private readonly chunks: MidiChunks,
    private readonly context: ImportContext,
    private readonly mended: MendedCount,
  ) {
    this.allBytes = chunks.tracks.reduce((sum, { length }) => sum + length, 0);
    this.scale = (tick) => Math.round((tick * TICKS_PER_QUARTER) / chunks.division);
  }

  read(): Imported {
    let left = MAX_FILE_EVENTS;
    const rawTracks: RawTrack[] = [];
    for (const body of this.chunks.tracks) {
      const track = readTrackEvents(body, this.mended, left);
      left -= track.events.length;
      this.progress(body.length, EVENTS_SHARE, 0);
      if (left < 0) return { ok: false, refusal: refusal('tooManyEvents') };
      rawTracks.push(track);
    }
    const latest = rawTracks.reduce((tick, { endTick }) => (this.isSequence ? tick + endTick : Math.max(tick, endTick)), 0);
    if (this.scale(latest) > MAX_TICK || this.scale(latest) / barTicks(COMMON_TIME) > LONGEST_BARS)
      return { ok: false, refusal: refusal('tooLong') };
    this.doneBytes = 0;
    const names: (string | null)[] = [];
    const parts: Part[] = [];
    for (const [fileTrack, track] of rawTracks.entries()) {
      names.push(this.readOthers(track, fileTrack));
      const read = this.readNotes(track, fileTrack);
      for (const part of read) parts.push(part);
      if (this.isTooMuch()) return { ok: false, refusal: refusal('tooManyEvents') };
      if (this.isSequence) this.nextStart = this.barLineAfter(track, read);
      if (this.nextStart > MAX_TICK) return { ok: false, refusal: refusal('tooLong') };
    }
    if (this.isSequence && parts.length > 1) this.mended.add('oneAfterAnother', rawTracks.length);
    if (parts.length > MAX_FILE_TRACKS) return { ok: false, refusal: refusal('tooManyTracks') };
    if (parts.reduce((sum, { notes }) => sum + notes.length, 0) > MAX_FILE_NOTES) return { ok: false, refusal: refusal('tooManyNotes') };
    if (this.tempos[0]?.tick !== 0) this.tempos.unshift({ tick: 0, bpm: DEFAULT_BPM });
    if (this.meters.length === 0) this.mended.add('noMeter');
    if (this.meters[0]?.tick !== 0) this.meters.unshift({ tick: 0, numerator: 4, denominator: 4 });
    return {
      ok: true,
      ...this.assemble(
        parts,
        names,
        rawTracks.map(({ endTick }, fileTrack) => this.tickAt(fileTrack, endTick)),
      ),
    };
  }

  /** Tracks of a format 2 file are patterns of their own, not parts that sound together: they are placed one after the other. */
  private get isSequence(): boolean {
    return this.chunks.format === 2;
  }

  private tickAt(fileTrack: number, fileTick: number): number {
    return (this.starts[fileTrack] ?? 0) + this.scale(fileTick);
  }

  /** The first bar line at or after the end of a track that begins at `nextStart`. */
  private barLineAfter({ endTick }: RawTrack, parts: readonly Part[]): number {
    const noteEnds = parts
      .flatMap(({ notes }) => notes)
      .map(({ onTick, offTick }) => Math.max(this.scale(onTick) + 1, this.scale(offTick)));
    const end = this.nextStart + noteEnds.reduce((latest, tick) => Math.max(latest, tick), Math.max(1, this.scale(endTick)));
    const meters = this.meters[0]?.tick === 0 ? this.meters : [{ ...COMMON_TIME, tick: 0 }, ...this.meters];
    return tickOfBar(meters, barBeatAt(meters, end - 1).bar + 1);
  }

  /** More beside the notes than a song can carry and still be opened quickly. */
  private isTooMuch(): boolean {
    const marks = Math.max(this.tempos.length, this.meters.length);
    return this.carriedBytes > MAX_CARRIED_BYTES || this.carriedEvents > MAX_CARRIED_EVENTS || marks > MAX_FILE_MARKS;
  }

  private carry(event: Carried): void {
    this.carriedBytes += event.bytes.length;
    this.carriedEvents++;
    if (!this.isTooMuch()) this.carried.push(event);
  }

  /** Everything but notes: tempo, meter and name go to the model, the rest is carried. */
  private readOthers({ events }: RawTrack, fileTrack: number): string | null {
    this.starts.push(this.nextStart);
    let name: string | null = null;
    events.forEach(({ tick, bytes }, order) => {
      const kind = bytes[0]! & 0xf0;
      if (kind === 0x80 || kind === 0x90) return;
      const at = this.tickAt(fileTrack, tick);
      if (bytes[0] === META && bytes[1] === META_TEMPO) return this.readTempo(at, bytes);
      if (bytes[0] === META && bytes[1] === META_METER) return this.readMeter(at, bytes);
      if (bytes[0] === META && bytes[1] === META_NAME && name === null) name = decodeText(metaData(bytes));
      if (kind === 0xc0 && !this.programs.has(fileTrack * 16 + (bytes[0]! & 15)))
        this.programs.set(fileTrack * 16 + (bytes[0]! & 15), bytes[1]!);
      this.carry({ fileTrack, tick: at, order, bytes: Array.from(bytes) });
    });
    if (fileTrack === 0) this.songName = name;
    return name;
  }

  private readTempo(tick: number, bytes: ArrayLike<number>): void {
    const data = metaData(bytes);
    const microseconds = data.length === 3 ? (data[0]! << 16) | (data[1]! << 8) | data[2]! : 0;
    if (microseconds === 0 || this.chunks.isFrameTime) this.mended.add('badTempo');
    else this.tempos.push({ tick, bpm: 60_000_000 / microseconds });
  }

  private readMeter(tick: number, bytes: ArrayLike<number>): void {
    const data = metaData(bytes);
    const [numerator, power, clocks, thirtySeconds] = data;
    if (data.length !== 4 || !numerator || power! > 6) this.mended.add('badMeter');
    else
      this.meters.push({
        tick,
        numerator,
        denominator: (2 ** power!) as Song['meters'][number]['denominator'],
        click: [clocks!, thirtySeconds!],
      });
  }

  /** One more track is through a part of the work that takes `share` of it and began at `from`. */
  private progress(bytes: number, share: number, from: number): void {
    this.doneBytes += bytes;
    this.context.onProgress?.(from + (share * this.doneBytes) / Math.max(1, this.allBytes));
  }

  private readNotes({ events, endTick }: RawTrack, fileTrack: number): Part[] {
    const { notes, strayOffs, hanging } = pairNotes(events, endTick);
    this.progress(this.chunks.tracks[fileTrack]!.length, 1 - EVENTS_SHARE, EVENTS_SHARE);
    if (hanging) this.mended.add('hangingNotes', hanging);
    if (strayOffs.length) this.mended.add('strayOffs', strayOffs.length);
    for (const { tick, bytes, order } of strayOffs)
      this.carry({ fileTrack, tick: this.tickAt(fileTrack, tick), order, bytes: Array.from(bytes) });
    const channels = [...new Set(notes.map(({ channel }) => channel))].sort((a, b) => a - b);
    return channels.map((channel) => ({
      fileTrack,
      channel,
      isAlone: channels.length === 1,
      notes: notes.filter((note) => note.channel === channel),
    }));
  }

  private assemble(
    parts: readonly Part[],
    names: readonly (string | null)[],
    trackEnds: number[],
  ): { document: Document; report: ImportReport } {
    const { newId } = this.context;
    this.tempos.sort((a, b) => a.tick - b.tick);
    this.meters.sort((a, b) => a.tick - b.tick);
    const song = this.song(newId(), names, trackEnds);
    const made = parts.map((part, index) => this.track(song.id, part, index, names[part.fileTrack] ?? null));
    const lastEnd = made.reduce((end, { notes }) => notes.reduce((latest, note) => Math.max(latest, note.start + note.length), end), 1);
    const bars = barBeatAt(song.meters, (this.isSequence ? this.nextStart : lastEnd) - 1).bar;
    const length = tickOfBar(song.meters, bars + 1);
    const spans = parts.map(({ fileTrack }) => {
      if (!this.isSequence) return { start: 0, length };
      const start = this.starts[fileTrack]!;
      return { start, length: (this.starts[fileTrack + 1] ?? this.nextStart) - start };
    });
    const patterns = made.map(({ track, patternId }, index) => ({
      id: patternId,
      songId: song.id,
      name: track.name,
      length: spans[index]!.length,
    }));
    const { read, left } = lanesOfTracks(this.carried, made, spans, newId);
    if (song.file) song.file = { ...song.file, carried: [...left] };
    const document = sorted({
      ...emptyDocument(song),
      lanes: read.flatMap(({ lanes }) => lanes),
      lanePoints: Object.assign({}, ...read.map(({ points }) => points)) as Document['lanePoints'],
      tracks: made.map(({ track }) => track),
      patterns,
      placements: made.map(({ track, patternId }, index) => ({
        id: newId(),
        songId: song.id,
        trackId: track.id,
        patternId,
        ...spans[index]!,
        offset: 0,
        muted: false,
      })),
      notes: Object.fromEntries(made.map(({ patternId, notes }) => [patternId, notes])),
    });
    const { numerator, denominator } = song.meters[0]!;
    const report: ImportReport = {
      bars,
      bpm: Math.round(song.tempos[0]!.bpm * 100) / 100,
      meter: `${numerator}/${denominator}`,
      tracks: made.map(({ track, notes }) => ({ name: track.name, kind: track.kind, notes: notes.length, channel: track.channel! + 1 })),
      mended: this.mended.list(),
    };
    return { document, report };
  }

  private song(id: Id, names: readonly (string | null)[], trackEnds: number[]): Song {
    const { chunks, context } = this;
    return {
      id,
      name: (chunks.tracks.length > 1 && this.songName) || context.name,
      seed: context.seed,
      tempos: this.tempos,
      meters: this.meters,
      file: {
        // Tracks that were placed one after the other keep their order when all begin together.
        format: this.isSequence ? 1 : chunks.format,
        division: Math.max(1, Math.round(chunks.division)),
        trackNames: [...names],
        trackEnds,
        carried: this.carried,
      },
    };
  }

  private track(songId: Id, part: Part, index: number, fileName: string | null): { track: Track; patternId: Id; notes: Note[] } {
    const { fileTrack, channel, isAlone } = part;
    const kind = channel === DRUM_CHANNEL ? 'drums' : 'pitched';
    const program = this.programs.get(fileTrack * 16 + channel) ?? 0;
    const sound = kind === 'drums' ? soundById('', 'drums') : soundForProgram(program);
    const name = fileName || (kind === 'drums' ? 'Drums' : `Part ${index + 1}`);
    const patternId = this.context.newId();
    const notes = part.notes.map((note) => this.note(patternId, note));
    const track: Track = {
      id: this.context.newId(),
      songId,
      order: index,
      name: isAlone ? name : `${name.slice(0, LONGEST_NAME - 5)} · ${channel + 1}`,
      kind,
      colour: index % TRACK_COLOURS,
      symbol: TRACK_SYMBOLS[index % TRACK_SYMBOLS.length]!,
      soundId: sound.id,
      levelDb: 0,
      pan: 0,
      muted: false,
      soloed: false,
      channel,
      fileTrack,
      rows: kind === 'drums' ? rowsFor(notes) : [],
    };
    return { track, patternId, notes };
  }

  /** Ids in the order of the file, so that notes which are alike but for their velocity leave in the order they came. */
  private noteId(): Id {
    this.noteIds ??= this.context.newId();
    return `${this.noteIds}-${String(this.noteCount++).padStart(6, '0')}`;
  }

  private note(patternId: Id, { onTick, offTick, pitch, velocity, release }: FileNote): Note {
    if (onTick === offTick) this.mended.add('zeroLength');
    const start = this.scale(onTick);
    const length = clamp(this.scale(offTick) - start, 1, MAX_TICK);
    const id = this.noteId();
    if (release === null) return { id, patternId, start, length, pitch, velocity };
    return { id, patternId, start, length, pitch, velocity, releaseVelocity: release };
  }
}

interface Part {
  readonly fileTrack: number;
  readonly channel: number;
  /** Whether its file track has no other channel. */
  readonly isAlone: boolean;
  readonly notes: readonly FileNote[];
}

/** A row for every drum that is struck, highest key on top, with its General MIDI name; the kit's own rows where none is. */
function rowsFor(notes: readonly Note[]): Track['rows'] {
  const pitches = [...new Set(notes.map(({ pitch }) => pitch))].sort((a, b) => b - a);
  if (pitches.length === 0) return kitRows(soundById('', 'drums') as KitSound);
  return pitches.map((pitch) => ({ pitch, name: drumName(pitch) }));
}
