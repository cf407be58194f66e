import fc from 'fast-check';
import { documentOf } from '../src/model/document';
import type { Collection, Entities } from '../src/model/collections';
import { newSong, type Document } from '../src';
import { note, songWith } from './make';

export const track = (id: string, order: number): Entities['tracks'] => ({ ...songWith([]).tracks[0]!, id, songId: 'song', order });
export const pattern = (id: string, length: number): Entities['patterns'] => ({ id, songId: 'song', name: id, length });

type Made = Exclude<Collection, 'song'>;
/** The song generated so far: parents come before their children. */
type Song = { readonly [C in Made]?: readonly Entities[C][] };

/** An entity as it is drawn: its number, numbers to pick its parents by, and a few values. */
interface Drawn {
  readonly id: number;
  readonly parent: number;
  readonly other: number;
  readonly place: number;
  readonly value: number;
  readonly on: boolean;
}

const drawn = (ids: number, maxLength: number, minLength = 0): fc.Arbitrary<readonly Drawn[]> =>
  fc.uniqueArray(
    fc.record({ id: fc.nat(ids - 1), parent: fc.nat(11), other: fc.nat(11), place: fc.nat(6), value: fc.nat(127), on: fc.boolean() }),
    { selector: ({ id }) => id, minLength, maxLength },
  );

const BAR = 80_640;
const pick = <T>(rows: readonly T[], at: number): T => rows[at % rows.length]!;

/** How many of each collection a song has, and how one is made of what was drawn. A collection that is not here does not compile. */
const MAKE: {
  readonly [C in Made]: { readonly drawn: fc.Arbitrary<readonly Drawn[]>; make(drawn: Drawn, song: Song): Entities[C] | null };
} = {
  tracks: { drawn: drawn(4, 4, 1), make: ({ id, other }) => track(`t${id}`, (id + other) % 4) },
  patterns: {
    drawn: drawn(4, 4, 1),
    make: ({ id, place, value, on }) => ({
      ...pattern(`p${id}`, (1 + (place % 4)) * BAR),
      ...(on ? { take: { at: value, raw: [] } } : {}),
    }),
  },
  placements: {
    drawn: drawn(8, 8),
    make: ({ id, parent, other, place }, { tracks, patterns }) => ({
      id: `pl${id}`,
      songId: 'song',
      trackId: pick(tracks!, parent).id,
      patternId: pick(patterns!, other).id,
      start: (place % 5) * BAR,
      length: BAR,
      offset: 0,
      muted: false,
    }),
  },
  // Sections lie apart: each has a place of its own.
  sections: {
    drawn: drawn(4, 3),
    make: ({ id, value, on }) => ({
      id: `s${id}`,
      songId: 'song',
      name: `Part ${value % 3}`,
      start: 2 * id * BAR,
      length: on ? BAR : 2 * BAR,
    }),
  },
  recordings: {
    drawn: drawn(4, 2),
    make: ({ id, place, value, on }) => ({
      id: `r${id}`,
      songId: 'song',
      tick: place * 5040,
      name: `Take ${value % 3}`,
      file: { hash: `${id}`.repeat(64), name: 'take.wav', frames: 48_000, channels: 1, bytes: 96_044 },
      offset: value,
      frames: 24_000,
      levelDb: -6,
      muted: on,
      ...(on ? { hitsAdded: [value] } : {}),
    }),
  },
  treatments: {
    drawn: drawn(4, 3),
    make: ({ id, parent, other, value, on }, { tracks, patterns, placements }) => ({
      id: `tr${id}`,
      parentId: pick([...tracks!, ...patterns!, ...placements!], parent).id,
      order: other % 3,
      actionId: 'transpose',
      params: { semitones: (value % 25) - 12 },
      on,
    }),
  },
  lanes: {
    drawn: drawn(4, 3),
    make: ({ id, parent }, { patterns }) => {
      const patternId = pick(patterns!, parent).id;
      return { id: `${patternId}l${id}`, patternId, target: `cc:${id}` };
    },
  },
  notes: {
    drawn: drawn(6, 8),
    make: ({ id, parent, place, value }, { patterns }) => {
      const patternId = pick(patterns!, parent).id;
      return note({ id: `${patternId}n${id}`, patternId, start: place * 5040, pitch: 60 + (value % 4) });
    },
  },
  lanePoints: {
    drawn: drawn(6, 6),
    make: ({ id, parent, value }, { lanes }) => {
      if (!lanes!.length) return null;
      const laneId = pick(lanes!, parent).id;
      return { id: `${laneId}x${id}`, laneId, tick: id * 999, value, shape: 'straight' };
    },
  },
};

const NAMES = Object.keys(MAKE) as readonly Made[];

/** Any song: up to four tracks and patterns, placements that point to any of them, sections, lanes, some of it treated, with a loop or an end of its
 *  own. All such songs share their ids, so that from one to the next things come, go, are edited, and are given other parents. */
export const anySong: fc.Arbitrary<Document> = fc
  .record({
    rows: fc.record(Object.fromEntries(NAMES.map((of) => [of, MAKE[of].drawn])) as Record<Made, fc.Arbitrary<readonly Drawn[]>>),
    name: fc.constantFrom('One', 'Two'),
    loop: fc.option(fc.record({ start: fc.nat(5), bars: fc.integer({ min: 1, max: 4 }), on: fc.boolean() }), { nil: undefined }),
    end: fc.option(fc.integer({ min: 1, max: 9 }), { nil: undefined }),
  })
  .map(({ rows, name, loop, end }): Document => {
    const made = NAMES.reduce<Song>((song, of) => ({ ...song, [of]: rows[of].flatMap((each) => MAKE[of].make(each, song) ?? []) }), {});
    const { song } = newSong('song', name, 7);
    const whole = {
      ...song,
      ...(loop ? { loop: { start: loop.start * BAR, end: (loop.start + loop.bars) * BAR, on: loop.on } } : {}),
      ...(end ? { end: end * BAR } : {}),
    };
    return documentOf(whole, (of) => made[of]!);
  });
