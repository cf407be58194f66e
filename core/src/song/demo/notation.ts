import { kitRows, type KitSound } from '../../audio';
import { soundById } from '../../sounds';
import { emptyDocument, sorted, type Document } from '../../model/document';
import type { Id, KeyChoice, Note, Pattern, Placement, Section, Song, Track, Treatment } from '../../model/entities';
import { barTicks, TICKS_PER_QUARTER, type MeterShape } from '../../time';

/** [quarter from 0, pitch, length in quarters, velocity]. They may be any fraction that is a whole number of ticks. */
export type Stroke = readonly [beat: number, pitch: number, beats: number, velocity: number, more?: More];

/** When it sounds, where that is not simply every time, and how. A group goes by a name here. */
export type More = Pick<Note, 'chance' | 'passes' | 'roll' | 'pan' | 'bend' | 'oneOf' | 'share'>;

/** Strokes of one pitch at several beats; the velocity by their place among them. */
export function every(beats: readonly number[], pitch: number, length: number, velocity: (index: number) => number): Stroke[] {
  return beats.map((beat, index) => [beat, pitch, length, velocity(index)]);
}

/** Pitches struck together, from below: the top one leads, the lowest carries, those between are softest. */
export function chord(beat: number, pitches: readonly number[], beats: number, velocity: number): Stroke[] {
  return pitches.map((pitch, index) => [beat, pitch, beats, velocity - (index === pitches.length - 1 ? 0 : index === 0 ? 8 : 12)]);
}

/** Strokes again, some beats later. */
export function later(strokes: readonly Stroke[], beats: number): Stroke[] {
  return strokes.map(([beat, ...rest]) => [beat + beats, ...rest]);
}

/** A pattern as it is written down. */
export interface WrittenPattern {
  readonly bars: number;
  readonly strokes: readonly Stroke[];
  /** Rows that go round by themselves: pitch and quarters. */
  readonly rows?: readonly (readonly [pitch: number, beats: number])[];
}

export interface WrittenTrack {
  readonly name: string;
  readonly soundId: string;
  readonly levelDb: number;
  readonly pan: number;
  readonly symbol: Track['symbol'];
  readonly setting?: Track['setting'];
  readonly patterns: Readonly<Record<string, WrittenPattern>>;
}

/** A section: how many bars, and what each track plays in it, one pattern after the other, each for so many bars. A pattern that is named again
 *  elsewhere is a linked copy. */
export interface WrittenSection {
  readonly name: string;
  readonly bars: number;
  readonly plays: Readonly<Record<string, readonly Play[]>>;
}

/** A pattern for so many bars; turned where it is to sound so, though its notes stay as they are written. */
export type Play = readonly [pattern: string, bars: number, turned?: Turned];

/** Rotated round its loop by so many units, as the action is: "1/8", "1/8 triplet". */
export interface Turned {
  readonly count: number;
  readonly unit: string;
}

/** A figure of sixteenths in which an `x` stands for a stroke, as beats. */
export function hits(figure: string): number[] {
  return [...figure.replace(/ /g, '')].flatMap((sign, step) => (sign === 'x' ? [step / 4] : []));
}

export interface WrittenSong {
  readonly name: string;
  readonly bpm: number;
  /** Where it goes on in another tempo: bars from 0, which may be any fraction. */
  readonly tempos?: readonly (readonly [bar: number, bpm: number])[];
  readonly meter: MeterShape & Pick<Song['meters'][number], 'denominator'>;
  readonly key: KeyChoice;
  readonly seed: number;
  readonly tracks: readonly WrittenTrack[];
  readonly sections: readonly WrittenSection[];
}

/** A written song as a document. */
export function songOf(written: WrittenSong, newId: () => Id): Document {
  const { name, seed, key, bpm, meter } = written;
  const bar = barTicks(meter);
  const tempos = [{ tick: 0, bpm }, ...(written.tempos ?? []).map(([at, to]) => ({ tick: Math.round(at * bar), bpm: to }))];
  const song: Song = { id: newId(), name, key, seed, tempos, meters: [{ tick: 0, ...meter }] };
  const groups = new Map<string, Id>();
  const groupId = (group: string) => groups.get(group) ?? groups.set(group, newId()).get(group)!;
  const made = written.tracks.map((track, order) => makeTrack(track, { order, songId: song.id, bar, newId, groupId }));
  const starts = written.sections.map((_, index) => written.sections.slice(0, index).reduce((sum, { bars }) => sum + bars * bar, 0));
  const sections = written.sections.map((section, index): Section => ({
    id: newId(),
    songId: song.id,
    name: section.name,
    start: starts[index]!,
    length: section.bars * bar,
  }));
  const placed = made.flatMap(({ track, patternIds }) =>
    written.sections.flatMap(({ plays }, index) => {
      let start = starts[index]!;
      return (plays[track.name] ?? []).map(([pattern, bars, turn]) => {
        const placed = { start, length: bars * bar, offset: 0, muted: false };
        start += placed.length;
        const placement: Placement = { id: newId(), songId: song.id, trackId: track.id, patternId: patternIds.get(pattern)!, ...placed };
        return { placement, treatments: turn ? [rotation(newId(), placement.id, turn)] : [] };
      });
    }),
  );
  return sorted({
    ...emptyDocument(song),
    tracks: made.map(({ track }) => track),
    patterns: made.flatMap(({ patterns }) => patterns),
    placements: placed.map(({ placement }) => placement),
    treatments: placed.flatMap(({ treatments }) => treatments),
    sections,
    notes: Object.assign({}, ...made.map(({ notes }) => notes)) as Document['notes'],
  });
}

function rotation(id: Id, parentId: Id, { count, unit }: Turned): Treatment {
  return { id, parentId, order: 0, actionId: 'rotate', params: { count, unit, around: 'pattern' }, on: true };
}

interface Making {
  readonly order: number;
  readonly songId: Id;
  readonly bar: number;
  readonly newId: () => Id;
  readonly groupId: (name: string) => Id;
}

interface MadeTrack {
  readonly track: Track;
  readonly patterns: readonly Pattern[];
  readonly notes: Readonly<Record<Id, readonly Note[]>>;
  readonly patternIds: ReadonlyMap<string, Id>;
}

function makeTrack({ name, soundId, levelDb, pan, symbol, setting, patterns }: WrittenTrack, making: Making): MadeTrack {
  const { order, songId, bar, newId } = making;
  const sound = soundById(soundId, 'drums');
  const track: Track = {
    id: newId(),
    songId,
    order,
    name,
    kind: sound.kind,
    colour: order,
    symbol,
    soundId,
    ...(setting ? { setting } : {}),
    levelDb,
    pan,
    muted: false,
    soloed: false,
    rows: sound.kind === 'drums' ? kitRows(sound as KitSound) : [],
  };
  const made = Object.entries(patterns).map(([title, { bars, rows }]): Pattern => ({
    id: newId(),
    songId,
    name: title,
    length: Math.round(bars * bar),
    ...(rows ? { rowLengths: rows.map(([pitch, beats]) => ({ pitch, length: ticksOf(beats) })) } : {}),
  }));
  const strokesOf = (title: string) => patterns[title]!.strokes;
  return {
    track,
    patterns: made,
    notes: Object.fromEntries(made.map(({ id, name: title }) => [id, strokesOf(title).map((stroke) => makeNote(id, stroke, making))])),
    patternIds: new Map(made.map(({ id, name: title }) => [title, id])),
  };
}

function makeNote(patternId: Id, [beat, pitch, beats, velocity, more]: Stroke, { newId, groupId }: Making): Note {
  return {
    id: newId(),
    patternId,
    pitch,
    velocity,
    ...more,
    ...(more?.oneOf === undefined ? {} : { oneOf: groupId(more.oneOf) }),
    start: ticksOf(beat),
    length: ticksOf(beats),
  };
}

function ticksOf(beats: number): number {
  return Math.round(beats * TICKS_PER_QUARTER);
}
