import { plainContext, type ActionContext } from '../actions/action';
import { actionById, type ActionId, type ActionParams } from '../actions/registry';
import { seededRandom } from '../chance/random';
import { findById, inOrder, songEnd, type Document } from '../model/document';
import { byStartThenPitch, COLLECTIONS } from '../model/collections';
import type { Id, KeyChoice, Note } from '../model/entities';
import { FIGURES } from '../notes/figures';
import { soundById } from '../sounds';
import { keyOf, progressionById, progressionLine, PROGRESSIONS, type Mood, type Progression } from '../theory';
import { barTicks, division, gridOf, meterAt } from '../time';
import { newTrack, withTrack, type TrackParts } from './new-song';
import { freeName } from './stretch';

/** The parts of a loop that a song can begin with. */
export const LOOP_PARTS = ['drums', 'chords', 'bass'] as const;
export type LoopPart = (typeof LOOP_PARTS)[number];

/** The sounds and rhythms of a mood. */
interface MoodOfLoop {
  readonly kit: string;
  /** Figures for kick, snare and hats. */
  readonly beats: readonly (readonly [kick: string, snare: string, hats: string])[];
  readonly chords: string;
  /** The rhythms over its chords; "own" leaves them held. */
  readonly over: readonly string[];
  readonly bass: string;
  readonly under: readonly string[];
}

const MOOD_LOOPS: Readonly<Record<Mood, MoodOfLoop>> = {
  bright: {
    kit: 'quay-kit',
    beats: [
      ['four-floor', 'backbeat', 'off-beats'],
      ['push-kick', 'backbeat', 'eighths'],
      ['one-three', 'late-backbeat', 'skipping'],
    ],
    chords: 'saloon-keys',
    over: ['charleston', 'off-beats', 'tresillo'],
    bass: 'round-bass',
    under: ['eighths', 'tresillo', 'gallop'],
  },
  calm: {
    kit: 'shanty-kit',
    beats: [
      ['one-three', 'own', 'rim-lilt'],
      ['heartbeat', 'half-backbeat', 'off-beats'],
      ['late-kick', 'half-backbeat', 'eighths'],
    ],
    chords: 'lamp-keys',
    over: ['own', 'one-three', 'tresillo-long'],
    bass: 'hull-bass',
    under: ['one-three', 'charleston', 'tresillo-long'],
  },
  longing: {
    kit: 'shanty-kit',
    beats: [
      ['late-kick', 'half-backbeat', 'eighths-lifted'],
      ['push-kick', 'backbeat', 'wave-hats'],
      ['heartbeat', 'ghost-snare', 'off-beats'],
    ],
    chords: 'chart-keys',
    over: ['own', 'tresillo-long', 'charleston'],
    bass: 'round-bass',
    under: ['tresillo-long', 'one-three', 'charleston'],
  },
  night: {
    kit: 'hold-kit',
    beats: [
      ['broken-kick', 'half-backbeat', 'ghost-hats'],
      ['rolling-kick', 'backbeat', 'thirteen-sixteen'],
      ['late-kick', 'half-backbeat', 'wave-hats'],
    ],
    chords: 'galley-tines',
    over: ['own', 'charleston', 'rim-lilt'],
    bass: 'keel-sub',
    under: ['broken-kick', 'tresillo-long', 'late-kick'],
  },
  stormy: {
    kit: 'crane-kit',
    beats: [
      ['four-floor', 'backbeat', 'sixteenths'],
      ['rolling-kick', 'tide-claps', 'gallop'],
      ['double-kick', 'backbeat', 'thirteen-sixteen'],
    ],
    chords: 'rigging-clav',
    over: ['three-four', 'gallop', 'tresillo'],
    bass: 'chain-bass',
    under: ['sixteenths', 'gallop', 'three-four'],
  },
  dusty: {
    kit: 'tin-kit',
    beats: [
      ['broken-kick', 'backbeat', 'eighths'],
      ['push-kick', 'ghost-snare', 'skipping'],
      ['late-kick', 'late-backbeat', 'eighths-lifted'],
    ],
    chords: 'saloon-keys',
    over: ['charleston', 'own', 'push-kick'],
    bass: 'barge-bass',
    under: ['push-kick', 'charleston', 'late-kick'],
  },
  drifting: {
    kit: 'cargo-kit',
    beats: [
      ['one-three', 'own', 'ghost-hats'],
      ['tresillo-long', 'own', 'off-beats'],
      ['heartbeat', 'half-backbeat', 'five-sixteen'],
    ],
    chords: 'ferry-organ',
    over: ['own', 'own', 'tresillo-long'],
    bass: 'anchor-boom',
    under: ['one-three', 'tresillo-long', 'heartbeat'],
  },
};

/** A part of a loop that is asked for: its mood, and which of that mood's choices, counted from 0 and round and round. */
export interface LoopWish {
  readonly part: LoopPart;
  readonly mood: Mood;
  readonly choice: number;
  /** The progression that bass and chords share. */
  readonly progressionId: string;
}

const BARS_OF_DRUMS = 2;

/** The ready progressions of a mood. */
export function progressionsOf(mood: Mood): readonly Progression[] {
  return PROGRESSIONS.filter((each) => each.mood === mood);
}

/** The key that a loop's chords are in: the song's own, or else that of its mood's progression, which the song gets with them. */
export function keyOfLoop({ song }: Document, progressionId: string): KeyChoice {
  return song.key ?? (progressionById(progressionId)?.mode === 'minor' ? { tonic: 'A', scale: 'minor' } : { tonic: 'C', scale: 'major' });
}

/** Describes a part of a loop in words: "Four on the floor, Backbeat, Off-beats". */
export function loopPartWords({ part, mood, choice, progressionId }: LoopWish): string {
  const { beats, over, under } = MOOD_LOOPS[mood];
  const named = (id: string) => FIGURES[id]?.name ?? null;
  if (part === 'drums')
    return at(beats, choice)
      .flatMap((id) => named(id) ?? [])
      .join(', ');
  const rhythm = named(at(part === 'chords' ? over : under, choice));
  return [progressionById(progressionId)?.name ?? '', rhythm ?? 'held'].join(', ');
}

/** The song with a part of a loop as plain notes: on a track of its own or, where one is named, in place of what is on that. Chords and bass give a song
 *  without a key theirs. All of the loop is as long as its longest part. Gives the track's id too. */
export function withLoopPart(
  document: Document,
  wish: LoopWish,
  trackId: Id | null,
  newId: () => Id,
): { readonly document: Document; readonly trackId: Id } {
  const keyed =
    wish.part === 'drums' ? document : { ...document, song: { ...document.song, key: keyOfLoop(document, wish.progressionId) } };
  const sound = soundById(MOOD_LOOPS[wish.mood][wish.part === 'drums' ? 'kit' : wish.part]);
  // A track whose part was deleted elsewhere is not used again.
  const isPlaced = keyed.placements.some((each) => each.trackId === trackId);
  const own = trackId && isPlaced ? findById(keyed.tracks, trackId) : undefined;
  const made = own ? null : named(keyed, wish.part, newTrack(keyed, sound, newId, BARS_OF_DRUMS));
  const there = made ? withTrack(keyed, made) : keyed;
  const track = own ?? made!.track;
  const placement = there.placements.find((each) => each.trackId === track.id)!;
  const { notes, length } = loopNotes(there, wish, placement.patternId, newId);
  const after: Document = {
    ...there,
    tracks: there.tracks.map((each) => (each.id === track.id ? { ...each, soundId: sound.id } : each)),
    patterns: there.patterns.map((each) => (each.id === placement.patternId ? { ...each, length } : each)),
    notes: { ...there.notes, [placement.patternId]: inOrder(notes, byStartThenPitch) },
  };
  return { document: asLongAsLongest(after), trackId: track.id };
}

const NAMES: Readonly<Record<LoopPart, string>> = { drums: 'Drums', chords: 'Chords', bass: 'Bass' };

/** A track and its pattern called by their part: the sound may become another. */
function named({ tracks }: Document, part: LoopPart, made: TrackParts): TrackParts {
  const name = freeName(
    NAMES[part],
    tracks.map((track) => track.name),
  );
  return { ...made, track: { ...made.track, name }, pattern: { ...made.pattern, name } };
}

/** Placements that begin the song, each as long as the longest pattern among them, so that the loop has no hole. */
function asLongAsLongest(document: Document): Document {
  const lengths = new Map(document.patterns.map(({ id, length }) => [id, length]));
  const longest = document.placements.reduce((most, { patternId }) => Math.max(most, lengths.get(patternId) ?? 0), 0);
  const placements = document.placements.map((each) => (each.start === 0 ? { ...each, length: longest } : each));
  return { ...document, placements: inOrder(placements, COLLECTIONS.placements.compare) };
}

/** The song without a part of its loop. */
export function withoutLoopPart(document: Document, trackId: Id): Document {
  const gone = new Set(document.placements.filter((each) => each.trackId === trackId).map(({ patternId }) => patternId));
  const after: Document = {
    ...document,
    tracks: document.tracks.filter(({ id }) => id !== trackId),
    placements: document.placements.filter((each) => each.trackId !== trackId),
    patterns: document.patterns.filter(({ id }) => !gone.has(id)),
    notes: Object.fromEntries(Object.entries(document.notes).filter(([id]) => !gone.has(id))),
  };
  return songEnd(after) > 0 ? asLongAsLongest(after) : after;
}

/** The notes of a part, and how long its pattern is, in ticks. */
function loopNotes(
  document: Document,
  { part, mood, choice, progressionId }: LoopWish,
  patternId: Id,
  newId: () => Id,
): { readonly notes: readonly Note[]; readonly length: number } {
  const meter = meterAt(document.song.meters, 0);
  const { beats, over, under } = MOOD_LOOPS[mood];
  const run = runner(document, patternId, newId);
  if (part === 'drums') {
    const length = BARS_OF_DRUMS * barTicks(meter);
    const [kick, snare, hats] = at(beats, choice);
    return { notes: run('beat', [], length, { kick, snare, hats }), length };
  }
  const text = progressionLine(progressionById(progressionId)!, keyOf(keyOfLoop(document, progressionId)), meter.numerator);
  const written = run('chords', [], Infinity, part === 'chords' ? { text } : { text, voicing: 'set', lowest: LOWEST_BASS, velocity: 100 });
  const length = Math.ceil(endOf(written) / barTicks(meter)) * barTicks(meter);
  const voices = part === 'chords' ? written : run('one-voice', written, length, { which: 'lowest' });
  const figure = at(part === 'chords' ? over : under, choice);
  return { notes: figure === 'own' ? voices : run('strike', voices, length, { figure, gate: part === 'chords' ? 85 : 75 }), length };
}

/** The lowest key of a bass: E of the lowest octave of a bass guitar. */
const LOWEST_BASS = 28;

function endOf(notes: readonly Note[]): number {
  return notes.reduce((end, { start, length }) => Math.max(end, start + length), 0);
}

/** Runs actions on notes of an empty pattern at the song's beginning. */
function runner(document: Document, patternId: Id, newId: () => Id) {
  const { meters, tempos, key } = document.song;
  const meter = meterAt(meters, 0);
  const context: ActionContext = {
    ...plainContext(gridOf(division('1/16'), meter), meter, tempos, newId),
    meters,
    key: key ? keyOf(key) : null,
    patternId,
    random: seededRandom(document.song.seed),
  };
  return <A extends ActionId>(id: A, notes: readonly Note[], lengthTicks: number, params: Partial<ActionParams<A>>): readonly Note[] => {
    const action = actionById(id);
    return action.run({ notes, lengthTicks }, action.params.parse(params), context).notes;
  };
}

function at<T>(list: readonly T[], choice: number): T {
  return list[choice % list.length]!;
}
