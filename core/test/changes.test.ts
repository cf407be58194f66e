import fc from 'fast-check';
import {
  apply,
  applyOwn,
  checkDocument,
  compose,
  diff,
  invert,
  layOnTop,
  newSong,
  notesOf,
  readChanges,
  readDocument,
  sorted,
  type Change,
  type Document,
  type Note,
  type Pattern,
  type Placement,
  type Track,
} from '../src';
import { note, songWith } from './make';

const change = (before: Document, after: Document, id = 'c'): Change => ({
  id,
  at: 0,
  device: 'd',
  label: id,
  entries: diff(before, after),
});
const undo = (of: Change): Change => invert(of, { id: `u-${of.id}`, at: 0, device: 'd', label: 'Undo' });

const track = (id: string, order: number): Track => ({
  ...songWith([]).tracks[0]!,
  id,
  songId: 'song',
  order,
});
const pattern = (id: string, length: number): Pattern => ({ id, songId: 'song', name: id, length });

/** Any song of up to four tracks and patterns and eight placements, which point to any of them. All such songs share their ids, so that
 *  from one to the next things come, go, are edited, and placements are given other patterns and tracks. */
const anySong: fc.Arbitrary<Document> = fc
  .record({
    tracks: fc.uniqueArray(fc.nat(3), { minLength: 1 }),
    order: fc.nat(3),
    patterns: fc.uniqueArray(fc.nat(3), { minLength: 1 }),
    length: fc.integer({ min: 1, max: 4 }),
    placements: fc.uniqueArray(fc.record({ id: fc.nat(7), track: fc.nat(), pattern: fc.nat(), start: fc.nat(4) }), {
      selector: ({ id }) => id,
      maxLength: 8,
    }),
    notes: fc.uniqueArray(fc.record({ id: fc.nat(5), pattern: fc.nat(), start: fc.nat(6), pitch: fc.integer({ min: 60, max: 63 }) }), {
      selector: ({ id }) => id,
      maxLength: 8,
    }),
    name: fc.constantFrom('One', 'Two'),
  })
  .map((drawn): Document => {
    const tracks = drawn.tracks.map((id) => track(`t${id}`, (id + drawn.order) % 4));
    const patterns = drawn.patterns.map((id) => pattern(`p${id}`, drawn.length * 80_640));
    const of = <T>(rows: readonly T[], pick: number) => rows[pick % rows.length]!;
    const placements = drawn.placements.map(({ id, track: onTrack, pattern: ofPattern, start }): Placement => ({
      id: `pl${id}`,
      songId: 'song',
      trackId: of(tracks, onTrack).id,
      patternId: of(patterns, ofPattern).id,
      start: start * 80_640,
      length: 80_640,
      offset: 0,
      muted: false,
    }));
    const notes: Record<string, Note[]> = {};
    for (const { id, pattern: ofPattern, start, pitch } of drawn.notes) {
      const patternId = of(patterns, ofPattern).id;
      (notes[patternId] ??= []).push(note({ id: `${patternId}n${id}`, patternId, start: start * 5040, pitch }));
    }
    const song = { ...newSong('song', drawn.name, 7).song };
    return sorted({ ...newSong('song', drawn.name, 7), song, tracks, patterns, placements, notes });
  });

const isRepointed = (before: Document, after: Document) =>
  before.placements.some(({ id, trackId, patternId }) => {
    const now = after.placements.find((each) => each.id === id);
    return now !== undefined && (now.trackId !== trackId || now.patternId !== patternId);
  });

describe('a Change between any two songs, placements given other patterns and tracks among them', () => {
  it('applies, and taken back gives the first song; at least a third of the cases re-point', () => {
    let cases = 0;
    let repointed = 0;
    fc.assert(
      fc.property(anySong, anySong, (before, after) => {
        cases++;
        if (isRepointed(before, after)) repointed++;
        const forth = change(before, after);
        expect(applyOwn(before, forth)).toEqual(after);
        expect(applyOwn(after, undo(forth))).toEqual(before);
      }),
      { numRuns: 400 },
    );
    expect(repointed / cases).toBeGreaterThan(1 / 3);
  });

  it('composes with the next, and both are taken back as one', () => {
    fc.assert(
      fc.property(anySong, anySong, anySong, (a, b, c) => {
        const both = compose(change(a, b), change(b, c));
        expect(applyOwn(a, both)).toEqual(c);
        expect(applyOwn(c, undo(both))).toEqual(a);
      }),
      { numRuns: 400 },
    );
  });

  it('laid on any other song leaves a whole song, and says as a Change what it came to', () => {
    fc.assert(
      fc.property(anySong, anySong, anySong, fc.constantFrom('later', 'present'), (a, b, other, wins) => {
        const { document, change: layered } = layOnTop(other, change(a, b), wins);
        expect(checkDocument(document)).toBeNull();
        expect(applyOwn(other, layered)).toEqual(document);
        expect(applyOwn(document, undo(layered))).toEqual(other);
      }),
      { numRuns: 600 },
    );
  });

  it('undo of a placement given another pattern keeps the placement', () => {
    const start = sorted({
      ...newSong('song', 'One', 1),
      tracks: [track('t0', 0)],
      patterns: [pattern('p0', 80_640)],
      placements: [{ id: 'pl', songId: 'song', trackId: 't0', patternId: 'p0', start: 0, length: 80_640, offset: 0, muted: false }],
      notes: {},
    });
    const moved = sorted({
      ...start,
      tracks: [track('t1', 0)],
      patterns: [pattern('p1', 80_640)],
      placements: [{ ...start.placements[0]!, trackId: 't1', patternId: 'p1' }],
    });
    const forth = change(start, moved);
    expect(forth.entries.map(({ kind, of }) => `${kind} ${of}`)).toEqual([
      'create tracks',
      'create patterns',
      'edit placements',
      'remove patterns',
      'remove tracks',
    ]);
    expect(layOnTop(moved, undo(forth), 'present')).toMatchObject({ document: start, lost: [] });
  });
});

/** Ids that are there, ids that are not, and names that every object has. */
const anyId = fc.constantFrom(
  'song',
  't0',
  't1',
  'p0',
  'p1',
  'pl0',
  'pl1',
  'p0n0',
  'p0n1',
  'fresh',
  'constructor',
  '__proto__',
  'toString',
);
const anyValue = fc.oneof(
  anyId,
  fc.constantFrom(null, 0, 1, 60, 80_640, 2 ** 33, 2 ** 33 - 1, -1, 1.5, true, [], {}, [{ tick: 5, bpm: 90 }], [{ tick: 0, bpm: 90 }]),
);
const anyField = fc.constantFrom(
  'id',
  'songId',
  'patternId',
  'trackId',
  'start',
  'length',
  'pitch',
  'tempos',
  'order',
  'toString',
  '__proto__',
);
const anyOf = fc.constantFrom('song', 'tracks', 'patterns', 'placements', 'notes');
/** What a field may really become, right in itself and often wrong where it comes to stand. */
const likely = fc.oneof(
  fc.record({
    of: fc.constant('placements'),
    home: fc.constant('p0'),
    ids: fc.constantFrom(['pl0'], ['pl1'], ['pl2']),
    field: fc.constantFrom('trackId', 'patternId'),
    values: fc.constantFrom(['t0'], ['t1'], ['p0'], ['p1']),
  }),
  fc.record({
    of: fc.constant('notes'),
    home: fc.constantFrom('p0', 'p1'),
    ids: fc.constantFrom(['p0n0'], ['p1n1'], ['p0n2']),
    field: fc.constantFrom('start', 'length'),
    values: fc.constantFrom([5], [2 ** 33]),
  }),
  fc.record({
    of: fc.constant('song'),
    home: fc.constant('p0'),
    ids: fc.constant(['song']),
    field: fc.constantFrom('name', 'tempos'),
    values: fc.constantFrom(['x'], [[{ tick: 0, bpm: 90 }]], [[{ tick: 5, bpm: 90 }]]),
  }),
);
const anyEdit = fc.oneof(
  { weight: 8, arbitrary: likely },
  {
    weight: 1,
    arbitrary: fc
      .tuple(
        anyOf,
        anyId,
        fc.uniqueArray(anyId, { minLength: 1, maxLength: 3 }),
        anyField,
        fc.array(anyValue, { minLength: 3, maxLength: 3 }),
      )
      .map(([of, home, ids, field, values]) => ({ of, home, ids, field, values: values.slice(0, ids.length) })),
  },
);
const anyWhole = fc.record({
  kind: fc.constantFrom('create', 'remove'),
  of: anyOf,
  id: anyId,
  parent: anyId,
  other: anyId,
  start: fc.constantFrom(0, 80_640, 2 ** 33),
});

type AnyEdit = { of: string; home: string; ids: readonly string[]; field: string; values: readonly unknown[] };
type AnyWhole = Record<'kind' | 'of' | 'id' | 'parent' | 'other', string> & { start: number };

/** An edit as a hostile window may send it: with the right values before, so that it is not refused for those. */
function editOf(document: Document, { of, home, ids, field, values }: AnyEdit): unknown {
  const rows = of === 'song' ? [document.song] : of === 'notes' ? notesOf(document, home) : document[of as 'tracks'];
  const before = ids.map((id) => {
    const row = rows.find((each) => each.id === id) as unknown as Record<string, unknown> | undefined;
    return row && Object.hasOwn(row, field) ? row[field] : null;
  });
  return {
    kind: 'edit',
    of,
    ...(of === 'notes' ? { in: home } : {}),
    ids,
    fields: JSON.parse(`{"${field}":${JSON.stringify([before, values])}}`),
  };
}

function wholeOf(document: Document, { kind, of, id, parent, other, start }: AnyWhole): unknown {
  const there = [document.song, ...document.tracks, ...document.patterns, ...document.placements, ...Object.values(document.notes).flat()];
  const known = kind === 'remove' ? there.find((each) => each.id === id) : undefined;
  const fresh: Record<string, unknown> = {
    song: newSong(id === 'song' ? 'other' : id, 'Other', 1).song,
    tracks: { ...track(id, 0) },
    patterns: pattern(id, 80_640),
    placements: {
      id,
      songId: parent === 'song' ? parent : 'song',
      trackId: parent,
      patternId: other,
      start,
      length: 1,
      offset: 0,
      muted: false,
    },
    notes: note({ id, patternId: parent, start, length: 1 }),
  };
  return { kind, of, entities: [known ?? fresh[of]] };
}

describe('what comes from outside', () => {
  it('no Change that is let in leaves a song that cannot be read again; at least a tenth of the cases change something', () => {
    let cases = 0;
    let telling = 0;
    fc.assert(
      fc.property(
        anySong,
        fc.array(fc.oneof({ weight: 2, arbitrary: anyEdit }, anyWhole), { minLength: 1, maxLength: 2 }),
        (document, steps) => {
          cases++;
          const entries = steps.map((step) => ('kind' in step ? wholeOf(document, step) : editOf(document, step)));
          const read = readChanges([{ id: 'c', at: 0, device: 'd', label: 'c', entries }]);
          if (!read.ok) return;
          const sent = read.changes[0]!;
          const applied = apply(document, sent);
          const after = layOnTop(document, sent).document;
          if (applied.ok) expect(after).toEqual(applied.document);
          expect(readDocument(JSON.parse(JSON.stringify(after)))).toEqual({ ok: true, document: after });
          if (after !== document) telling++;
        },
      ),
      { numRuns: 4000 },
    );
    expect(telling / cases).toBeGreaterThan(0.1);
  });

  it.each([
    ['an edit of what a note stands in', { kind: 'edit', of: 'notes', in: 'p0', ids: ['n'], fields: { patternId: [['p0'], ['p1']] } }],
    ['an edit of the song it belongs to', { kind: 'edit', of: 'tracks', ids: ['t'], fields: { songId: [['song'], ['other']] } }],
    ['taking the song away', { kind: 'remove', of: 'song', entities: [newSong('song', 'A', 1).song] }],
    ['unsorted tempos', { kind: 'edit', of: 'song', ids: ['song'], fields: { tempos: [[[]], [[{ tick: 9, bpm: 90 }]]] } }],
    ['an id that every object has', { kind: 'create', of: 'patterns', entities: [pattern('constructor', 1)] }],
    ['a field that every object has', { kind: 'edit', of: 'song', ids: ['song'], fields: { toString: [[null], ['x']] } }],
    ['an edit of no ids', { kind: 'edit', of: 'song', ids: [], fields: {} }],
    ['a column too short', { kind: 'edit', of: 'song', ids: ['song'], fields: { name: [['a'], []] } }],
    ['passes that are not counted', { kind: 'create', of: 'notes', entities: [note({ passes: { of: 2, mask: 4 } })] }],
  ])('refuses %s', (_what, entry) => {
    expect(readChanges([{ id: 'c', at: 0, device: 'd', label: 'c', entries: [entry] }])).toMatchObject({ ok: false, code: 'invalid' });
  });

  it('counts before it checks, and stops at the first fault', () => {
    const wrap = (entries: unknown) => [{ id: 'c', at: 0, device: 'd', label: 'c', entries }];
    expect(readChanges(wrap(new Array(1_000_000).fill(0)))).toMatchObject({ ok: false, code: 'tooMany' });
    expect(readChanges(wrap([{ kind: 'create', of: 'notes', entities: new Array(3_000_000).fill(0) }]))).toMatchObject({ code: 'tooMany' });
    const empty = readChanges(wrap([{ kind: 'create', of: 'notes', entities: Array.from({ length: 300_000 }, () => ({})) }]));
    expect(empty).toMatchObject({ ok: false, code: 'invalid' });
    expect((empty as { message: string }).message).toMatch(/^changes\.0: entries\.0: entities\.0\.id: /);
    const file = { format: 1, division: 96, trackNames: [], trackEnds: [], carried: Array.from({ length: 300_000 }, () => ({})) };
    const carried = readChanges(wrap([{ kind: 'edit', of: 'song', ids: ['song'], fields: { file: [[null], [file]] } }]));
    expect((carried as { message: string }).message.length).toBeLessThan(600);
  });
});

describe('two windows on one large song', () => {
  it('all notes edited while another window takes one away: columns stay columns', () => {
    const notes = Array.from({ length: 5000 }, (_, index) => note({ id: `n${index}`, start: index * 10, pitch: index % 128 }));
    const base = songWith(notes);
    const nudged = change(base, songWith(notes.map((each) => ({ ...each, start: each.start + 5 }))));
    const without = songWith(notes.filter(({ id }) => id !== 'n77'));
    const { document, change: layered, lost } = layOnTop(without, nudged);
    expect(notesOf(document, 'pattern').map(({ start }) => start)).toEqual(
      notes.filter(({ id }) => id !== 'n77').map(({ start }) => start + 5),
    );
    expect(layered.entries).toHaveLength(1);
    expect(lost).toEqual([{ of: 'notes', id: 'n77' }]);
  });
});
