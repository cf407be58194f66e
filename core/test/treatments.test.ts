import fc from 'fast-check';
import {
  ACTIONS,
  applyOwn,
  checkDocument,
  division,
  events,
  gridOf,
  idsOfRun,
  isConditional,
  keyOf,
  makePlain,
  notesOf,
  perform,
  plainContext,
  rowLength,
  treatmentSeed,
  type Document,
  type ListedAction,
  type OuterContext,
  type Placement,
  type Treatment,
} from '../src';
import { anyNotes, anyParams, counter, PATTERN, songWith, stamp } from './make';

const BEAT = 20_160;
const BAR = 4 * BEAT;

/** Actions that only change the notes they are given, or those of a row: what may be kept live. */
const LIVE = ACTIONS.filter(
  ({ takes = 'any', id }) => ['any', 'row', 'rows', 'nothing'].includes(takes) && !['passes-plain', 'phrase'].includes(id),
);
/** Params of an action; a row of steps as short as a tick would only take long. */
const anyLiveParams = (action: ListedAction) =>
  anyParams(action).map((params) =>
    action.takes === 'row' || action.takes === 'rows' ? { ...params, of: params.of === 'ms' ? '1/8 triplet' : '1/16' } : params,
  );
/** The row of an action that works on one. */
const rowOf = (actionId: string) =>
  ({ row: { row: 60 }, nothing: { tick: BEAT } })[LIVE.find(({ id }) => id === actionId)?.takes as 'row'] ?? {};

/** Songs whose marks change on the way, with a pattern placed in two or three places, as a whole or from its middle. */
const anyPlaces = fc
  .record({
    length: fc.constantFrom(2 * BAR, BAR + BEAT, 6 * BEAT),
    hasRow: fc.boolean(),
    key: fc.constantFrom(undefined, { tonic: 'D', scale: 'dorian' as const }),
    tempoAt: fc.integer({ min: 1, max: 9 }),
    meterAt: fc.integer({ min: 1, max: 9 }),
    places: fc.array(fc.record({ bar: fc.nat(3), offset: fc.constantFrom(0, 0, BEAT, 5040), isOwn: fc.boolean() }), {
      minLength: 1,
      maxLength: 3,
    }),
  })
  .map(({ length, hasRow, key, tempoAt, meterAt, places }) => (notes: Parameters<typeof songWith>[0]): Document => {
    const plain = songWith(notes);
    const placements = places.map(({ bar, offset, isOwn }, index): Placement => {
      const start = (bar + index * 8) * BAR;
      return { ...plain.placements[0]!, id: `place${index}`, start, length: 4 * BAR, offset, ...(isOwn ? { ownFeel: true as const } : {}) };
    });
    return {
      ...plain,
      song: {
        ...plain.song,
        ...(key ? { key } : {}),
        tempos: [
          { tick: 0, bpm: 120 },
          { tick: tempoAt * 2 * BEAT, bpm: 70 },
        ],
        meters: [
          { tick: 0, numerator: 4, denominator: 4 },
          { tick: meterAt * BAR, numerator: 3, denominator: 4 },
        ],
      },
      patterns: [{ ...plain.patterns[0]!, length, ...(hasRow ? { rowLengths: [{ pitch: 60, length: 3 * BEAT }] } : {}) }],
      placements: placements.sort((a, b) => a.start - b.start),
    };
  });

/** A treatment that is for all notes, for those a rule picks, or for those of some ids. */
const anySubject: fc.Arbitrary<Partial<Treatment>> = fc.constantFrom<Partial<Treatment>>(
  {},
  {},
  { rule: { ruleId: 'every-kth', params: { k: 2, n: 3 } } },
  { rule: { ruleId: 'loudness', params: {} } },
  { noteIds: ['n0', 'n2', 'n3', 'n7'] },
  { span: { start: BEAT, end: BAR } },
);

/** Treatments on the pattern, on places of it, on its track and on the song, some switched off. */
const anyLayers = fc.array(
  fc
    .record({ action: fc.constantFrom<ListedAction>(...LIVE), parent: fc.nat(5), on: fc.boolean(), subject: anySubject })
    .chain(({ action, parent, on, subject }) => anyLiveParams(action).map((params) => ({ action, parent, on, subject, params }))),
  { minLength: 1, maxLength: 4 },
);

/** Actions that give notes a chance, or draw by the note. */
const MAKES_CHANCE: ReadonlySet<string> = new Set([
  ...['chance', 'one-of', 'passes', 'passes-steps', 'share', 'type-values'],
  ...['humanise', 'velocity-random', 'quantize', 'strum', 'one-voice', 'arpeggio'],
]);

const anyTreatments = fc
  .array(
    fc
      .constantFrom<ListedAction>(...LIVE)
      .chain((action) => anyLiveParams(action).map((params) => ({ actionId: action.id, params: params as Treatment['params'] }))),
    { minLength: 1, maxLength: 2 },
  )
  .map((made) =>
    made.map(({ actionId, params }, order): Treatment => ({
      id: `tr${order}`,
      parentId: 'track',
      order,
      actionId,
      params,
      on: true,
      ...rowOf(actionId),
    })),
  );

const heard = (song: Document, from = 0, to = 24 * BAR) =>
  events(song, from, to, { view: { kind: 'song' } }).map(({ tick, pitch, velocity, lengthTicks, pan, bend }) => [
    tick,
    pitch,
    velocity,
    lengthTicks,
    pan,
    bend ?? null,
  ]);

/** Marks as the pattern meets them, worked out tick by tick of the song. */
function seen<M extends { tick: number }>(marks: readonly M[], { start, offset }: Placement, length: number): M[] {
  const first = { ...marks.filter(({ tick }) => tick <= start).at(-1)!, tick: 0 };
  const inside = marks.filter(({ tick }) => tick > start && tick - start + offset < length);
  return [first, ...inside.map((mark) => ({ ...mark, tick: mark.tick - start + offset }))];
}

/** The song with its track's treatments done once and for all at one placement, each as an action on the whole pattern. */
function madePlain(song: Document, placement: Placement): Document {
  const [pattern] = song.patterns;
  const key = pattern!.key ?? song.song.key;
  return song.treatments.reduce((each, { id, actionId, params }) => {
    const action = LIVE.find((one) => one.id === actionId)!;
    const meters = seen(song.song.meters, placement, pattern!.length);
    const tempos = seen(song.song.tempos, placement, pattern!.length);
    const context: OuterContext = {
      ...plainContext(gridOf(division('1/16'), meters[0]!), meters[0]!, tempos, idsOfRun(id)),
      meters,
      key: key ? keyOf(key) : null,
      at: { tick: action.takes === 'nothing' ? BEAT : 0, pitch: 60 },
    };
    const request = { action, params, patternId: PATTERN, noteIds: [], seed: treatmentSeed(song.song.seed, id) };
    return applyOwn(each, perform(each, request, context, stamp).change);
  }, song);
}

it('what is heard of treated notes is what is heard once they are made plain, at every place of the pattern', () => {
  const counts = { all: 0, changed: 0, hidden: 0, apart: 0 };
  fc.assert(
    fc.property(anyPlaces, anyNotes(10), anyTreatments, (placed, notes, treatments) => {
      const song = { ...placed(notes), treatments };
      counts.all += 1;
      if (JSON.stringify(heard(song)) !== JSON.stringify(heard({ ...song, treatments: [] }))) counts.changed += 1;
      if (notes.some(({ start, pitch }) => start >= rowLength(song.patterns[0]!, pitch))) counts.hidden += 1;
      const plain = song.placements.map((placement) => ({ placement, song: { ...madePlain(song, placement), treatments: [] } }));
      if (new Set(plain.map((each) => JSON.stringify(notesOf(each.song, PATTERN)))).size > 1) counts.apart += 1;
      for (const each of plain) {
        const [from, to] = [each.placement.start, each.placement.start + each.placement.length];
        const alone = (document: Document) => ({ ...document, placements: [each.placement] });
        expect(heard(song, from, to)).toEqual(heard(alone(each.song), from, to));
      }
    }),
    { numRuns: 400 },
  );
  // The cases are about something: most treatments are heard, many notes are hidden, some places differ.
  expect([counts.changed / counts.all > 0.5, counts.hidden / counts.all > 0.4, counts.apart > 3]).toEqual([true, true, true]);
});

it('what is heard stays the same when treatments are written out one after the other, whatever they are kept on', () => {
  const counts = { all: 0, own: 0, chance: 0 };
  fc.assert(
    fc.property(anyPlaces, anyNotes(10), anyLayers, fc.nat(3), (placed, notes, layers, at) => {
      const plain = placed(notes);
      const parents = [PATTERN, 'track', 'song', ...plain.placements.map(({ id }) => id)];
      const treatments = layers.map(({ action, parent, on, subject, params }, order): Treatment => ({
        id: `tr${order}`,
        parentId: parents[parent % parents.length]!,
        order,
        actionId: action.id,
        params: params as Treatment['params'],
        on: on || order === 0,
        ...(action.takes === 'row' ? rowOf(action.id) : subject),
      }));
      const song: Document = { ...plain, treatments };
      const [off] = [heard({ ...song, treatments: treatments.map((each) => ({ ...each, on: false })) })];
      expect(off).toEqual(heard(plain));
      const before = heard(song);
      let after: Document = song;
      const newId = counter('made');
      const hasChance = notes.some(isConditional) || layers.some(({ action }) => MAKES_CHANCE.has(action.id));
      for (const { id } of [treatments[at % treatments.length]!, ...treatments]) {
        after = makePlain(after, id, newId);
        expect(after.treatments.some((each) => each.id === id)).toBe(false);
        expect(checkDocument(after)).toBeNull();
        // A remaining treatment draws anew for notes of a pattern that was made its own.
        if (hasChance && after.patterns.length > 1 && after.treatments.length > 0) return;
        expect(heard(after)).toEqual(before);
      }
      counts.all += 1;
      if (after.patterns.length > 1) counts.own += 1;
      if (notes.some(({ chance }) => chance !== undefined)) counts.chance += 1;
    }),
    { numRuns: 300 },
  );
  expect([counts.own > 5, counts.chance > 10]).toEqual([true, true]);
});

it('what a treatment of a track makes in two empty patterns is made plain under ids of their own', () => {
  const placed = songWith([]);
  const [first] = placed.placements;
  const patterns = [placed.patterns[0]!, { ...placed.patterns[0]!, id: 'second' }];
  const placements = [first!, { ...first!, id: 'later', patternId: 'second', start: 8 * BAR }];
  const treatments: Treatment[] = [
    { id: 'tr', parentId: 'track', order: 0, actionId: 'fill', params: { how: 'every', every: 4 }, on: true, ...rowOf('fill') },
  ];
  const song = { ...placed, patterns, placements, treatments } as Document;
  const plain = makePlain(song, 'tr', counter('made'));
  expect(checkDocument(plain)).toBeNull();
  expect(heard(plain)).toEqual(heard(song));
  expect(heard(plain).length).toBeGreaterThan(4);
});

it('what is heard of them follows whatever else changes, in any order of windows', () => {
  const edits: readonly ((song: Document) => Document)[] = [
    (song) => ({ ...song, song: { ...song.song, key: { tonic: 'F', scale: 'minor' } } }),
    (song) => ({ ...song, song: { ...song.song, tempos: [{ tick: 0, bpm: 50 }] } }),
    (song) => ({ ...song, song: { ...song.song, meters: [{ tick: 0, numerator: 7, denominator: 8 }] } }),
    (song) => ({ ...song, song: { ...song.song, seed: song.song.seed + 1 } }),
    (song) => ({ ...song, patterns: song.patterns.map((each) => ({ ...each, length: each.length + BEAT })) }),
    (song) => ({ ...song, patterns: song.patterns.map((each) => ({ ...each, rowLengths: [{ pitch: 61, length: 2 * BEAT }] })) }),
    (song) => ({ ...song, placements: song.placements.map((each) => ({ ...each, start: each.start + 3 * BAR, offset: BEAT })) }),
    (song) => ({ ...song, treatments: song.treatments.slice(1) }),
  ];
  fc.assert(
    fc.property(
      anyPlaces,
      anyNotes(10),
      anyTreatments,
      fc.shuffledSubarray([...edits], { minLength: 1 }),
      fc.nat(24),
      (placed, notes, treatments, order, at) => {
        let song: Document = { ...placed(notes), treatments };
        heard(song, at * BAR, (at + 1) * BAR);
        for (const edit of order) {
          song = edit(song);
          const windows = [...heard(song, at * BAR), ...heard(song, 0, at * BAR)];
          const fresh = structuredClone(song);
          expect(windows).toEqual([...heard(fresh, at * BAR), ...heard(fresh, 0, at * BAR)]);
        }
      },
    ),
    { numRuns: 200 },
  );
});

it('two linked places at different tempos are each nudged by their own 100 ms, whichever is asked first', () => {
  const song = songWith([{ id: 'n', patternId: PATTERN, start: BEAT, length: BEAT, pitch: 60, velocity: 100 }]);
  const [placement] = song.placements;
  const document: Document = {
    ...song,
    song: {
      ...song.song,
      tempos: [
        { tick: 0, bpm: 120 },
        { tick: 4 * BAR, bpm: 60 },
      ],
    },
    placements: [placement!, { ...placement!, id: 'later', start: 4 * BAR }],
    treatments: [{ id: 't', parentId: 'track', order: 0, actionId: 'nudge', params: { count: 100, unit: 'ms' }, on: true }],
  };
  // 100 ms are a fifth of a beat at 120, a tenth at 60.
  expect(heard(document, 4 * BAR, 6 * BAR)[0]![0]).toBe(4 * BAR + BEAT * 1.1);
  expect(heard(document, 0, 2 * BAR)[0]![0]).toBe(BEAT * 1.2);
});
