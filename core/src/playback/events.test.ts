import fc from 'fast-check';
import { anyNotes, note, songWith } from '../../test/make';
import type { Document, Note } from '../model';
import { TICKS_PER_QUARTER } from '../time';
import { chased, events, playSeconds, playTickAt, whySilent, type PlayContext } from '.';

const BEAT = TICKS_PER_QUARTER;
const song: PlayContext = { view: { kind: 'song' } };
const loop: PlayContext = { view: { kind: 'pattern', placementId: 'placement' } };
const heard = (document: Document, from: number, to: number, context = song) =>
  events(document, from, to, context).map(({ tick, pitch, lengthTicks, pass }) => ({
    beat: tick / BEAT,
    pitch,
    beats: lengthTicks / BEAT,
    pass,
  }));
const placed = (notes: Note[], fields: Partial<Document['placements'][number]>) => {
  const document = songWith(notes, 1);
  return { ...document, placements: [{ ...document.placements[0]!, ...fields }] };
};

it('windows that touch give exactly what their union gives, in any view, with all voices or one', () => {
  const cuts = fc.array(fc.nat(60).map((steps) => (steps * BEAT) / 2), { minLength: 3, maxLength: 3 }).map((ticks) => [...ticks].sort((a, b) => a - b)); // prettier-ignore
  const voices = fc.constantFrom(undefined, 'lowest', 'highest', 'latest');
  let sounding = 0;
  fc.assert(
    fc.property(anyNotes(), cuts, fc.constantFrom(song, loop), fc.nat(3 * BEAT), voices, (notes, ticks, context, offset, voiceMode) => {
      const [a, b, c] = ticks as [number, number, number];
      const document = placed(notes, { length: 50 * BEAT, offset, start: BEAT });
      const voiced = voiceMode ? { ...document, tracks: document.tracks.map((track) => ({ ...track, voiceMode })) } : document;
      const whole = events(voiced, a, c, context);
      expect([...events(voiced, a, b, context), ...events(voiced, b, c, context)]).toEqual(whole);
      // Each begins inside its window and is, whatever the window, what the whole song says.
      expect(whole.every(({ tick }) => tick >= a && tick < c)).toBe(true);
      expect(whole).toEqual(events(voiced, 0, 64 * BEAT, context).filter(({ tick }) => tick >= a && tick < c));
      if (voiceMode && whole.length > 2) sounding++;
    }),
    { numRuns: 200 },
  );
  expect(sounding).toBeGreaterThan(50);
});

it('a one-bar pattern placed for two bars loops twice, and a tail sounds on into the next pass', () => {
  const document = placed([note({ start: 3 * BEAT, length: 2 * BEAT })], { length: 8 * BEAT });
  expect(heard(document, 0, 99 * BEAT)).toEqual([
    { beat: 3, pitch: 60, beats: 2, pass: 0 },
    { beat: 7, pitch: 60, beats: 1, pass: 1 },
  ]);
});

it('in the pattern view it loops without end, counting passes', () => {
  expect(heard(songWith([note({ length: BEAT })], 1), 400 * BEAT, 408 * BEAT, loop)).toEqual([
    { beat: 400, pitch: 60, beats: 1, pass: 100 },
    { beat: 404, pitch: 60, beats: 1, pass: 101 },
  ]);
});

it.each([
  ['before', 'a'],
  ['after', 'z'],
])('the later start ends the earlier sound of its pitch; of two at once the louder sounds, listed %s the softer', (_order, loud) => {
  const document = songWith([
    note({ id: 'long', length: 4 * BEAT }),
    note({ id: 'soft', start: BEAT, length: BEAT / 2, velocity: 50 }),
    note({ id: loud, start: BEAT, length: BEAT, velocity: 90 }),
    note({ id: 'beyond', start: 8 * BEAT }),
    note({ id: 'muted', start: 2 * BEAT, muted: true }),
  ]);
  expect(events(document, 0, 8 * BEAT, song).map(({ noteId, lengthTicks }) => [noteId, lengthTicks / BEAT])).toEqual([
    ['long', 1],
    [loud, 1],
  ]);
});

it('starting inside a note sounds the rest of it, but no drum hit and nothing begun before its placement', () => {
  const notes = [note({ start: BEAT, length: 2 * BEAT })];
  expect(chased(songWith(notes), 2 * BEAT, song).map(({ tick, lengthTicks }) => [tick / BEAT, lengthTicks / BEAT])).toEqual([[2, 1]]);
  expect(chased(songWith(notes, 2, 'drums'), 2 * BEAT, song)).toEqual([]);
  expect(chased(placed(notes, { start: 0, offset: 2 * BEAT }), BEAT / 2, song)).toEqual([]);
});

it('a roll begun before its placement, or before a pass of the loop, is not struck in it', () => {
  const roll = note({ start: 2 * BEAT, length: 2 * BEAT, roll: { hits: 4, shape: 'even' } });
  // The placement opens the pattern in the middle of the roll: its last two hits lie inside.
  expect(heard(placed([roll], { offset: 3 * BEAT, length: 2 * BEAT }), 0, 8 * BEAT)).toEqual([]);
  const held = note({ id: 'held', pitch: 60, length: 4 * BEAT });
  const two = placed([roll], { id: 'later', offset: 3 * BEAT, start: BEAT, length: 2 * BEAT });
  const document: Document = {
    ...two,
    patterns: [...two.patterns, { ...two.patterns[0]!, id: 'other' }],
    notes: { ...two.notes, other: [{ ...held, patternId: 'other' }] },
    placements: [{ ...two.placements[0]!, id: 'first', patternId: 'other', start: 0, length: 4 * BEAT, offset: 0 }, ...two.placements],
  };
  expect(heard(document, 0, 8 * BEAT).map(({ beat, beats }) => [beat, beats])).toEqual([[0, 4]]);
  const looped: PlayContext = { view: { kind: 'song', loop: { start: 3 * BEAT, end: 4 * BEAT } } };
  expect(heard(placed([roll], {}), 2 * BEAT, 6 * BEAT, looped).map(({ beat }) => beat)).toEqual([2, 2.5, 3, 3.5]);
});

it('a long note of a short row whose chance rarely comes up never sounds over itself, and play may begin inside it', () => {
  const step = BEAT / 4;
  const rare = note({ chance: 2, length: 400 * step });
  const short = placed([rare], { length: 4000 * step });
  const document = { ...short, patterns: short.patterns.map((pattern) => ({ ...pattern, length: step })) };
  const all = events(document, 0, 4000 * step, song);
  expect(all.length).toBeGreaterThan(30);
  all.forEach(({ tick, lengthTicks }, index) => expect(tick + lengthTicks).toBeLessThanOrEqual(all[index + 1]?.tick ?? Infinity));
  expect(all.some(({ lengthTicks }) => lengthTicks > 100 * step)).toBe(true);
  const long = all.find(({ lengthTicks }) => lengthTicks > 40 * step)!;
  expect(chased(document, long.tick + 39 * step, song)).toMatchObject([{ began: long.tick }]);
});

it('what begins at once comes track by track, from the lowest pitch up', () => {
  const chord = [
    note({ id: 'c', pitch: 67 }),
    note({ id: 'a', pitch: 60 }),
    note({ id: 'b', pitch: 64, start: 0 }),
    note({ id: 'd', pitch: 40, start: BEAT }),
  ];
  expect(heard(songWith(chord), 0, 4 * BEAT).map(({ pitch }) => pitch)).toEqual([60, 64, 67, 40]);
});

it('muted tracks are silent; solo silences the others, but not an export', () => {
  const document = songWith([note()]);
  const other = { ...document.tracks[0]!, id: 'other', soloed: true };
  expect(events({ ...document, tracks: [{ ...document.tracks[0]!, muted: true }] }, 0, BEAT, song)).toEqual([]);
  expect(events({ ...document, tracks: [...document.tracks, other] }, 0, BEAT, song)).toEqual([]);
  expect(events({ ...document, tracks: [...document.tracks, other] }, 0, BEAT, { ...song, ignoreSolo: true })).toHaveLength(1);
});

it('every pass takes the tempos of the loop', () => {
  const clock = {
    fromTick: 4 * BEAT,
    lengthTicks: 4 * BEAT,
    tempos: [
      { tick: 0, bpm: 120 },
      { tick: 6 * BEAT, bpm: 60 },
    ],
  };
  expect(playSeconds(clock, 4 * BEAT)).toBeCloseTo(3, 9);
  expect(playSeconds(clock, 9 * BEAT)).toBeCloseTo(6.5, 9);
  expect(playTickAt(clock, 6.5)).toBeCloseTo(9 * BEAT, 4);
});

it('silence says why: the first thing that keeps a part from being heard, and nothing where it is heard or empty', () => {
  const document = songWith([note(), note({ id: 'other', start: BEAT })]);
  const why = (change: Partial<Document['tracks'][number]>, notes?: Note[]) =>
    whySilent(
      { ...document, tracks: [{ ...document.tracks[0]!, ...change }], ...(notes ? { notes: { pattern: notes } } : {}) },
      'placement',
    )?.code;
  expect(why({})).toBeUndefined();
  expect(why({ muted: true }, [])).toBeUndefined();
  expect(why({ muted: true })).toBe('trackMuted');
  expect(why({ muted: true, soloed: true })).toBeUndefined();
  expect(why({ levelDb: -60 })).toBe('levelDown');
  expect(why({}, [note({ muted: true })])).toBe('notesMuted');
  expect(why({}, [note({ chance: 0 }), note({ id: 'm', muted: true })])).toBe('noChance');
  expect(why({}, [note({ start: 99 * BEAT })])).toBe('beyondEnd');
  const solo = { ...document.tracks[0]!, id: 'loud', soloed: true };
  expect(whySilent({ ...document, tracks: [...document.tracks, solo] }, 'placement')).toMatchObject({
    code: 'otherSolo',
    soloIds: ['loud'],
  });
});

describe('rows with lengths of their own', () => {
  const STEP = BEAT / 4;
  const withRows = (document: Document, rowLengths: { pitch: number; length: number }[]) => ({
    ...document,
    patterns: document.patterns.map((pattern) => ({ ...pattern, rowLengths })),
  });

  it('loop by themselves: 3 steps against 4 meet again after 12; what lies beyond a row is silent', () => {
    const document = withRows(
      placed([note({ length: STEP }), note({ id: 'b', pitch: 62, length: STEP }), note({ id: 'out', pitch: 60, start: 3 * STEP })], {
        length: 4 * BEAT,
      }),
      [
        { pitch: 60, length: 3 * STEP },
        { pitch: 62, length: 4 * STEP },
      ],
    );
    const steps = (pitch: number) =>
      events(document, 0, 16 * STEP, song)
        .filter((event) => event.pitch === pitch)
        .map(({ tick, pass }) => [tick / STEP, pass]);
    expect(steps(60)).toEqual([
      [0, 0],
      [3, 1],
      [6, 2],
      [9, 3],
      [12, 4],
      [15, 5],
    ]);
    expect(steps(62)).toEqual([
      [0, 0],
      [4, 1],
      [8, 2],
      [12, 3],
    ]);
  });

  it('begin in the phase the placement opens the pattern at, and windows still add up', () => {
    const document = withRows(placed([note({ length: STEP })], { length: 4 * BEAT, offset: 2 * STEP }), [{ pitch: 60, length: 3 * STEP }]);
    expect(events(document, 0, 8 * STEP, song).map(({ tick, pass }) => [tick / STEP, pass])).toEqual([
      [1, 1],
      [4, 2],
      [7, 3],
    ]);
    fc.assert(
      fc.property(anyNotes(), fc.nat(40 * STEP), fc.nat(40 * STEP), fc.nat(40 * STEP), (notes, x, y, z) => {
        const [a, b, c] = [x, y, z].sort((first, second) => first - second) as [number, number, number];
        const all = withRows(
          songWith(notes),
          notes.slice(0, 4).map(({ pitch }, index) => ({ pitch, length: (index + 2) * STEP })),
        );
        const byRow = (list: ReturnType<typeof events>) => [...list].sort((p, q) => p.tick - q.tick || (p.noteId < q.noteId ? -1 : 1));
        expect(byRow([...events(all, a, b, loop), ...events(all, b, c, loop)])).toEqual(byRow(events(all, a, c, loop)));
      }),
    );
  });
});
