import fc from 'fast-check';
import { apply, layOnTop, newSong, notesOf, readChanges, readDocument, type Document } from '../src';
import { anySong, pattern, track } from './any-song';
import { note } from './make';

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
/** Values valid in themselves and often wrong in their place. */
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
    ['an edit without columns', { kind: 'edit', of: 'song', ids: ['song'], fields: null }],
    ['columns that are a word', { kind: 'edit', of: 'song', ids: ['song'], fields: 'name' }],
    ['columns that are a list', { kind: 'edit', of: 'song', ids: ['song'], fields: [] }],
    ['an entry that is nothing', null],
    ['a note that stands nowhere', { kind: 'edit', of: 'notes', ids: ['n'], fields: {} }],
    ['a track that stands in a pattern', { kind: 'edit', of: 'tracks', in: 'p0', ids: ['t'], fields: {} }],
    ['ids that are none', { kind: 'edit', of: 'song', ids: [7], fields: {} }],
    ['another kind', { kind: 'swap', of: 'notes', entities: [] }],
    ['a column too short', { kind: 'edit', of: 'song', ids: ['song'], fields: { name: [['a'], []] } }],
    ['passes that are not counted', { kind: 'create', of: 'notes', entities: [note({ passes: { of: 2, mask: 4 } })] }],
  ])('refuses %s', (_what, entry) => {
    expect(readChanges([{ id: 'c', at: 0, device: 'd', label: 'c', entries: [entry] }])).toMatchObject({ ok: false, code: 'invalid' });
  });

  it('takes as much at a time as it says, and not one more', () => {
    const change = (fields: object) => ({ id: 'c', at: 0, device: 'd', label: 'c', entries: [], ...fields });
    const code = (changes: unknown) => {
      const read = readChanges(changes);
      return read.ok ? 'taken' : read.code;
    };
    const bounds: readonly [limit: number, sent: (size: number) => unknown, refusal: string][] = [
      [5000, (size) => Array(size).fill(change({})), 'tooMany'],
      [300, (size) => [change({ label: 'x'.repeat(size) })], 'invalid'],
      [64, (size) => [change({ device: 'x'.repeat(size) })], 'invalid'],
      [200, (size) => [change({ point: 'x'.repeat(size) })], 'invalid'],
      [64, (size) => [change({ made: [{ actionId: 'x'.repeat(size), params: {}, seed: 1, noteIds: [] }] })], 'invalid'],
      [1000, (size) => [change({ made: Array(size).fill({ actionId: 'x', params: {}, seed: 1, noteIds: [] }) })], 'invalid'],
    ];
    for (const [limit, sent, refusal] of bounds) expect([code(sent(limit)), code(sent(limit + 1))]).toEqual(['taken', refusal]);
    // Of an edit, every id and every value counts: 400,000 notes and four fields of each are two millions.
    const edit = (count: number, fields: number) => [change({ entries: [{ kind: 'edit', of: 'notes', in: 'p', ids: Array(count).fill(0), fields: Object.fromEntries(Array.from({ length: fields }, (_, at) => [`f${at}`, [[], []]])) }] })]; // prettier-ignore
    expect([code(edit(400_000, 4)), code(edit(400_001, 4)), code(edit(400_000, 5))]).toEqual(['invalid', 'tooMany', 'tooMany']);
    const entry = { kind: 'create', of: 'notes', entities: [] };
    expect([code([change({ entries: Array(20_000).fill(entry) })]), code([change({ entries: Array(20_001).fill(entry) })])]).toEqual([
      'taken',
      'tooMany',
    ]);
    const named = [change({ made: { actionId: 'x', params: {}, seed: 1, noteIds: Array(2_000_001).fill('n') } })];
    expect(code(named)).toBe('tooMany');
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
