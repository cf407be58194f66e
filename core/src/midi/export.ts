import { soundById } from '../sounds';
import { findById, notesOf, songEnd, type Document } from '../model/document';
import { groupedBy } from '../model/grouped';
import {
  COMMON_BEND_RANGE,
  type Carried,
  type Id,
  type Note,
  type Pattern,
  type Placement,
  type Song,
  type Track,
} from '../model/entities';
import { rowLength } from '../model/row-length';
import { events } from '../playback/events';
import { TICKS_PER_QUARTER } from '../time';
import { bendEvents, keptApart } from './apart';
import { openedNotes } from './opened';
import { bendRange, byFileTrack, lanesWritten, type TrackLanes } from './lane-events';
import { encodeText } from './text';
import { signatureOf } from '../theory/signature';
import { songMarksOf, type SongMarks } from './song-marks';
import { META, META_KEY, META_MARKER, META_METER, META_NAME, META_TEMPO } from './track-events';
import { writeFile, type WrittenEvent } from './write';

/** As written: every note of every placement, pass by pass. As heard: what play would sound (muted parts left out,
 *  a note cut by the next of its pitch). Solo is for listening and reaches neither. */
export type ExportMode = 'written' | 'heard';

interface LaidNote {
  readonly start: number;
  readonly length: number;
  readonly pitch: number;
  readonly velocity: number;
  readonly release: number | null;
  readonly bend?: Note['bend'];
}

const DRUM_CHANNEL = 9;
const CHANNELS = [0, 1, 2, 3, 4, 5, 6, 7, 8, 10, 11, 12, 13, 14, 15];
/** Divisions a song made here may leave in; the coarsest that loses nothing is taken. */
const DIVISIONS = [480, 960, 1920, 3360, 6720, 10080, 20160];
const FINEST_DIVISION = 32_767;

/** Order of events on one tick: ends first, so that a note may follow another on its key. */
const PHASE = { off: 0, mark: 1, carried: 2, on: 3, instantOff: 4 } as const;

export interface MidiExport {
  readonly bytes: Uint8Array;
  /** Notes that leave without their bend line, for want of a channel of their own. */
  readonly bendsLeftOut: number;
  /** Notes that were cut, or left out, to where their track stands open with a row of another. */
  readonly cutToOpenings: number;
  /** Tracks that another row opens or holds down in a way that notes cannot say: theirs leave whole. */
  readonly openingsLeftOut: number;
}

/** Writes the song as a Standard MIDI File. An imported and untouched song, as written, gives its file's notes, tempos,
 *  meters and other events back with the same numbers. */
export function exportMidi(document: Document, mode: ExportMode): MidiExport {
  const { song, tracks } = document;
  const sounding = mode === 'heard' ? heard(document) : null;
  const byTrack = sounding?.byTrack ?? laidOut(document);
  const laid = new Map(tracks.map((track) => [track.id, withInstants(song, byTrack(track.id))]));
  const division = divisionFor(song, [...laid.values()].flat());
  const toFile = (tick: number) => Math.round((tick * division) / TICKS_PER_QUARTER);
  const channels = channelsOf(tracks);
  const spare = CHANNELS.filter((channel) => ![...channels.values()].includes(channel));
  const carried = byFileTrack(song.file?.carried ?? []);
  const marks = songMarksOf(document);
  const lanes = lanesWritten(document, mode === 'heard', (trackId) => {
    const fileTrack = findById(tracks, trackId)?.fileTrack;
    return fileTrack === undefined ? COMMON_BEND_RANGE : bendRange(carried.get(fileTrack) ?? [], channels.get(trackId)!);
  });
  const shares = sharesOf(tracks, laid, channels, spare, lanes);
  const importedTracks = song.file?.trackNames.length ?? 0;
  const added = tracks.filter(({ fileTrack }) => fileTrack === undefined || fileTrack >= importedTracks);
  const byFile = groupedBy(tracks, ({ fileTrack }) => fileTrack);
  const fileTracks = [
    ...Array.from({ length: importedTracks || 1 }, (_, fileTrack) => [
      ...(fileTrack === 0 ? songMarks(song, marks) : []),
      ...carriedEvents(document, fileTrack, (carried.get(fileTrack) ?? []).filter(marks.isStill)),
      ...(fileTrack < importedTracks ? (byFile.get(fileTrack) ?? []) : []).flatMap((track) =>
        partEvents(track, shares.get(track.id)!, toFile),
      ),
    ]),
    ...added.map((track) => [...trackMarks(track, channels.get(track.id)!), ...partEvents(track, shares.get(track.id)!, toFile)]),
  ];
  const format = added.length === 0 ? (song.file?.format ?? 1) : song.file?.format === 2 ? 2 : 1;
  const bytes = writeFile(
    format,
    division,
    fileTracks.map((list, index) => ({ events: list, endTick: song.file?.trackEnds[index] ?? 0 })),
    toFile,
  );
  const leaving = [...shares.values()].flat().map(({ notes }) => notes);
  return {
    bytes,
    bendsLeftOut: bendsIn([...laid.values()]) - bendsIn(leaving),
    cutToOpenings: sounding?.cut ?? 0,
    openingsLeftOut: sounding?.tracksLeftOut ?? 0,
  };
}

/** A track's events on one channel: notes, bends and controllers; the first track of a channel writes the bends of all. */
interface ChannelShare {
  readonly channel: number;
  readonly notes: readonly LaidNote[];
  readonly bends: readonly WrittenEvent[];
}

/** Each track's notes by the channels they leave by; tracks that share a channel are looked at together. */
function sharesOf(
  tracks: readonly Track[],
  laid: ReadonlyMap<Id, readonly LaidNote[]>,
  channels: ReadonlyMap<Id, number>,
  spare: number[],
  lanes: ReadonlyMap<Id, TrackLanes>,
): Map<Id, ChannelShare[]> {
  const shares = new Map<Id, ChannelShare[]>(tracks.map(({ id }) => [id, []]));
  for (const channel of new Set(channels.values())) {
    const sharing = tracks.filter(({ id }) => channels.get(id) === channel);
    // On any channel but their own, drums would be tones.
    const take = (part: number) => (sharing[part]!.kind === 'drums' ? null : (spare.shift() ?? null));
    for (const lane of keptApart(
      sharing.map(({ id }) => laid.get(id)!),
      channel,
      take,
    )) {
      const isShared = lane.channel === channel;
      const writer = isShared
        ? sharing.findIndex(({ id }) => lanes.get(id)?.bend.ticks.length)
        : lane.parts.findIndex((notes) => notes.length > 0);
      lane.parts.forEach((notes, part) => {
        if (notes.length === 0 && !isShared) return;
        const { id } = sharing[part]!;
        const own = lanes.get(id);
        // One track of a channel writes the bends of all notes on it, with those of its lane; any other only those of its own lane.
        const bends = bendEvents(lane.channel, part === Math.max(0, writer) ? lane.parts.flat() : [], PHASE.carried, own?.bend);
        shares.get(id)!.push({ channel: lane.channel, notes, bends: [...bends, ...(own?.onChannel(lane.channel, PHASE.carried) ?? [])] });
      });
    }
  }
  return shares;
}

function bendsIn(lists: readonly (readonly LaidNote[])[]): number {
  return lists.reduce((count, notes) => count + notes.filter(({ bend }) => bend).length, 0);
}

/** Gives notes of no length back to the file they came from: coming in they were made one tick long, which is less than a
 *  tick of any file up to half as fine as a song. */
function withInstants({ file }: Song, notes: LaidNote[]): LaidNote[] {
  if (!file || file.division > TICKS_PER_QUARTER / 2) return notes;
  return notes.map((note) => (note.length === 1 ? { ...note, length: 0 } : note));
}

/** Every note of a track's placements, laid out over their passes. A tail is cut where its placement ends. */
function laidOut(document: Document): (trackId: Id) => LaidNote[] {
  const byTrack = groupedBy(document.placements, ({ trackId }) => trackId);
  const patterns = new Map(document.patterns.map((pattern) => [pattern.id, pattern]));
  return (trackId) =>
    (byTrack.get(trackId) ?? []).flatMap((placement) => laidOutAt(document, placement, patterns.get(placement.patternId)));
}

function laidOutAt(document: Document, placement: Placement, pattern: Pattern | undefined): LaidNote[] {
  const end = placement.start + placement.length;
  const out: LaidNote[] = [];
  for (const note of notesOf(document, placement.patternId)) {
    const size = rowLength(pattern ?? placement, note.pitch);
    if (note.start >= size) continue;
    for (let start = placement.start - placement.offset + note.start; start < end; start += size) {
      if (start < placement.start) continue;
      out.push({
        start,
        length: Math.min(note.length, end - start),
        pitch: note.pitch,
        velocity: note.velocity,
        release: note.releaseVelocity ?? null,
        ...(note.bend ? { bend: note.bend } : {}),
      });
    }
  }
  return out;
}

/** The heard notes of each track, computed once, with what of the openings notes could not say. */
function heard(document: Document) {
  const all = events(document, 0, songEnd(document), { view: { kind: 'song' }, ignoreSolo: true });
  const { events: open, cut, tracksLeftOut } = openedNotes(document, all);
  const byTrack = groupedBy(open, ({ trackId }) => trackId);
  const ofTrack = (trackId: Id): LaidNote[] =>
    (byTrack.get(trackId) ?? []).map(({ tick, lengthTicks, pitch, velocity, bend }) => ({
      start: tick,
      length: lengthTicks,
      pitch,
      velocity,
      release: null,
      ...(bend ? { bend: [...bend] } : {}),
    }));
  return { byTrack: ofTrack, cut, tracksLeftOut };
}

/** The file's own division where every time still fits it exactly, else the smallest multiple of it that does; the coarsest
 *  fitting one for a song made here. */
function divisionFor(song: Song, notes: readonly LaidNote[]): number {
  const isExact = (division: number, tick: number) =>
    Math.round((Math.round((tick * division) / TICKS_PER_QUARTER) * TICKS_PER_QUARTER) / division) === tick;
  const fits = (division: number) =>
    notes.every(({ start, length }) => isExact(division, start) && isExact(division, start + length)) &&
    [...song.tempos, ...song.meters].every(({ tick }) => isExact(division, tick));
  const own = song.file?.division;
  const candidates =
    own === undefined ? DIVISIONS : Array.from({ length: Math.floor(FINEST_DIVISION / own) }, (_, index) => own * (index + 1));
  return candidates.find(fits) ?? own ?? TICKS_PER_QUARTER;
}

/** Each track's channel: its own, else 10 for drums and the first free one for the rest; the sixteenth pitched track and later share. */
function channelsOf(tracks: readonly Track[]): Map<Id, number> {
  const taken = new Set(tracks.flatMap(({ channel }) => (channel === undefined ? [] : [channel])));
  let turn = 0;
  const next = () => {
    const channel = CHANNELS.find((candidate) => !taken.has(candidate)) ?? CHANNELS[turn++ % CHANNELS.length]!;
    taken.add(channel);
    return channel;
  };
  return new Map(tracks.map((track) => [track.id, track.channel ?? (track.kind === 'drums' ? DRUM_CHANNEL : next())]));
}

function meta(type: number, data: ArrayLike<number>): number[] {
  const length = data.length < 128 ? [data.length] : [0x80 | (data.length >> 7), data.length & 0x7f];
  return [META, type, ...length, ...Array.from(data)];
}

function songMarks(song: Song, { markers, key }: SongMarks): WrittenEvent[] {
  const name = song.file ? [] : [{ tick: 0, phase: PHASE.mark, order: -1, bytes: meta(META_NAME, encodeText(song.name)) }];
  const tempos = song.tempos.map(({ tick, bpm }) => {
    const microseconds = Math.min(0xffffff, Math.max(1, Math.round(60_000_000 / bpm)));
    return {
      tick,
      phase: PHASE.mark,
      order: 0,
      bytes: meta(META_TEMPO, [microseconds >> 16, (microseconds >> 8) & 0xff, microseconds & 0xff]),
    };
  });
  const meters = song.meters
    .filter((meter) => !isAssumed(song, meter))
    .map(({ tick, numerator, denominator, click }) => ({
      tick,
      phase: PHASE.mark,
      order: 0,
      bytes: meta(META_METER, [numerator, Math.log2(denominator), ...(click ?? [24, 8])]),
    }));
  const signature = key && signatureOf(key);
  const keys = signature ? [markAt(0, 1, meta(META_KEY, [signature.sharps & 0xff, signature.isMinor ? 1 : 0]))] : [];
  const sections = markers.map(({ tick, name: section }) => markAt(tick, 2, meta(META_MARKER, encodeText(section))));
  return [...name, ...meters, ...tempos, ...keys, ...sections];
}

function markAt(tick: number, order: number, bytes: number[]): WrittenEvent {
  return { tick, phase: PHASE.mark, order, bytes };
}

/** A meter that its file did not name: what a file names comes with how it clicks. */
function isAssumed({ file }: Song, { tick, numerator, denominator, click }: Song['meters'][number]): boolean {
  return file !== undefined && click === undefined && tick === 0 && numerator === 4 && denominator === 4;
}

function trackMarks(track: Track, channel: number): WrittenEvent[] {
  return [{ tick: 0, phase: PHASE.mark, order: 0, bytes: meta(META_NAME, encodeText(track.name)) }, ...programOf(track, channel)];
}

function programOf(track: Track, channel: number): WrittenEvent[] {
  const sound = soundById(track.soundId, track.kind);
  return sound.kind === 'pitched' ? [{ tick: 0, phase: PHASE.mark, order: 1, bytes: [0xc0 | channel, sound.program] }] : [];
}

/** A track's notes with their bends. What had to leave by another channel is given the track's sound there. */
function partEvents(track: Track, shares: readonly ChannelShare[], toFile: (tick: number) => number): WrittenEvent[] {
  return shares.flatMap(({ channel, notes, bends }, index) => [
    ...(index > 0 ? programOf(track, channel) : []),
    ...bends,
    ...noteEvents(notes, channel, toFile),
  ]);
}

/** Events carried along for a file track; its name is replaced if the track has been renamed here. */
function carriedEvents({ song, tracks }: Document, fileTrack: number, carried: readonly Carried[]): WrittenEvent[] {
  const owners = tracks.filter((track) => track.fileTrack === fileTrack);
  const given = song.file?.trackNames[fileTrack] ?? null;
  // The name of a track without notes, the first of several, is the song's.
  const isSongs = fileTrack === 0 && owners.length === 0 && (song.file?.trackNames.length ?? 0) > 1;
  const now = isSongs ? song.name : owners.length === 1 ? owners[0]!.name : null;
  const renamed = now !== null && given !== null && given !== '' && now !== given;
  return carried.map(({ tick, order, bytes }) => {
    const isName = bytes[0] === META && bytes[1] === META_NAME;
    const shown = isName && renamed ? meta(META_NAME, encodeText(now)) : bytes;
    return { tick, phase: isName ? PHASE.mark : PHASE.carried, order: isName ? -1 : order, bytes: shown };
  });
}

function noteEvents(notes: readonly LaidNote[], channel: number, toFile: (tick: number) => number): WrittenEvent[] {
  return notes.flatMap(({ start, length, pitch, velocity, release }) => [
    { tick: start, phase: PHASE.on, order: pitch, bytes: [0x90 | channel, pitch, velocity] },
    {
      tick: start + length,
      phase: toFile(start + length) === toFile(start) ? PHASE.instantOff : PHASE.off,
      order: pitch,
      bytes: release === null ? [0x90 | channel, pitch, 0] : [0x80 | channel, pitch, release],
    },
  ]);
}
