import fc from 'fast-check';
import { centsAt, events, TICKS_PER_QUARTER, type Document, type Note, type PlayEvent } from '../src';
import { anyNotes, note, run, songWith } from './make';

const STEP = TICKS_PER_QUARTER / 4;
const BAR = 16 * STEP;
const heardIn = (document: Document, passes: number): PlayEvent[] =>
  events(document, 0, passes * BAR, { view: { kind: 'pattern', placementId: 'placement' } });
const count = (heard: readonly PlayEvent[], noteId: string) => heard.filter((event) => event.noteId === noteId).length;

describe('one-of groups', () => {
  const three = songWith(
    ['a', 'b', 'c'].map((id, index) => note({ id, start: index * STEP, chance: 20 })),
    1,
  );

  it('exactly one sounds each pass, each about as often, whichever window asks', () => {
    const { after, notes } = run(three, 'one-of');
    expect(notes.every(({ chance }) => chance === undefined)).toBe(true);
    const heard = heardIn(after, 900);
    expect(heard.map(({ pass }) => pass)).toEqual(Array.from({ length: 900 }, (_, pass) => pass));
    for (const id of ['a', 'b', 'c']) {
      expect(count(heard, id)).toBeGreaterThan(250);
      expect(count(heard, id)).toBeLessThan(350);
    }
    const late = events(after, 500 * BAR, 900 * BAR, { view: { kind: 'pattern', placementId: 'placement' } });
    expect(late).toEqual(heard.slice(500));
    // Moved about, the same notes are drawn.
    const moved = heardIn(run(after, 'reverse').after, 900);
    expect(moved.map(({ noteId }) => noteId)).toEqual(heard.map(({ noteId }) => noteId));
  });

  it('a note at odds of three to one and one sounds three times in five', () => {
    const shared = run(run(three, 'one-of').after, 'share', { odds: 3 }, ['b']).after;
    expect(count(heardIn(shared, 1000), 'b')).toBeGreaterThan(550);
    expect(count(heardIn(shared, 1000), 'b')).toBeLessThan(650);
    expect(run(three, 'share').whyNot).toMatch(/one-of group/);
  });

  it('only notes that are not muted and whose pass it is are drawn among; where there is none, none sounds', () => {
    const grouped = run(three, 'one-of').notes;
    const [a, b, c] = grouped as [Note, Note, Note];
    const turns = songWith(
      [
        { ...a, passes: { of: 4, mask: 1 } },
        { ...b, passes: { of: 4, mask: 3 } },
        { ...c, muted: true },
      ],
      1,
    );
    const heard = heardIn(turns, 400);
    expect(heard.filter(({ pass }) => pass % 4 === 1).every(({ noteId }) => noteId === 'b')).toBe(true);
    expect(heard.some(({ pass }) => pass % 4 > 1)).toBe(false);
    expect(heard).toHaveLength(200);
    expect(count(heard, 'a')).toBeGreaterThan(20);
  });

  it('the pieces of a note that is cut sound or rest together', () => {
    const cut = run(run(three, 'one-of').after, 'split-parts', { parts: 2 }, ['a']);
    const pieces = cut.notes.filter(({ id, drawnWith }) => id === 'a' || drawnWith === 'a').map(({ id }) => id);
    expect(pieces).toHaveLength(2);
    const heard = heardIn(cut.after, 300);
    for (let pass = 0; pass < 300; pass++) {
      const ids = heard.filter((event) => event.pass === pass).map(({ noteId }) => noteId);
      expect([['b'], ['c'], pieces]).toContainEqual(ids);
    }
  });

  it('a copy has a group of its own, ungrouped they are as they were, and chance leads out of a group', () => {
    const plain = songWith([note({ id: 'a' }), note({ id: 'b', start: STEP })], 1);
    const grouped = run(plain, 'one-of').after;
    expect(run(grouped, 'one-of', { to: 'apart' }).after).toEqual(plain);
    const copied = run(grouped, 'duplicate', { roundTo: 'beat' });
    const drawn = heardIn(copied.after, 200);
    expect(drawn).toHaveLength(400);
    const firsts = drawn.filter(({ tick }) => tick % BAR < TICKS_PER_QUARTER).map(({ noteId }) => noteId === 'a');
    const seconds = drawn.filter(({ tick }) => tick % BAR >= TICKS_PER_QUARTER).map(({ tick }) => tick % BAR === TICKS_PER_QUARTER);
    expect(firsts).not.toEqual(seconds);
    const [left] = run(grouped, 'chance', { percent: 50 }, ['a']).notes;
    expect(left).toEqual(note({ id: 'a', chance: 50 }));
    expect(run(plain, 'one-of', {}, ['a']).whyNot).toMatch(/One note is no group/);
  });

  it('a group over rows that go round in 3 and in 4 steps: of each number of a pass, one sounds', () => {
    const document = songWith([note({ id: 'a', oneOf: 'g', length: STEP }), note({ id: 'b', pitch: 62, oneOf: 'g', length: STEP })], 1);
    const rowLengths = [
      { pitch: 60, length: 3 * STEP },
      { pitch: 62, length: 4 * STEP },
    ];
    const heard = heardIn({ ...document, patterns: document.patterns.map((pattern) => ({ ...pattern, rowLengths })) }, 30);
    for (let pass = 0; pass < 100; pass++) expect(heard.filter((event) => event.pass === pass)).toHaveLength(1);
  });
});

describe('bend lines', () => {
  it('cut anywhere, the pieces sound along the same line, and joined they are the note that was', () => {
    fc.assert(
      fc.property(anyNotes(1), fc.integer({ min: 2, max: 7 }), (notes, parts) => {
        const [whole] = notes;
        if (!whole?.bend || whole.roll) return;
        const document = songWith(notes);
        const split = run(document, 'split-parts', { parts }, [whole.id]);
        for (const piece of split.notes) {
          for (const share of [0, 0.3, 0.9]) {
            const tick = Math.floor(piece.length * share);
            expect(centsAt(piece.bend!, tick)).toBeCloseTo(centsAt(whole.bend, piece.start - whole.start + tick), 6);
          }
        }
        // Named, since pieces beyond the pattern's end are no part of "the whole pattern".
        const pieces = split.notes.map(({ id }) => id);
        expect(run(split.after, 'join', {}, pieces).after).toEqual(document);
      }),
    );
  });

  it('a scoop rises two semitones into the note, is half way in the middle of its way, and stays', () => {
    const [scooped] = run(songWith([note({ length: 10 * STEP })]), 'bend', { from: -2, to: 0, begins: 0, ends: 40 }).notes;
    expect([0, 2, 4, 9].map((steps) => centsAt(scooped!.bend!, steps * STEP))).toEqual([-200, -100, 0, 0]);
    expect(run(songWith([scooped!]), 'bend', { from: 0, to: 0 }).notes).toEqual([note({ length: 10 * STEP })]);
    const upside = run(songWith([scooped!]), 'invert').notes[0]!;
    expect(centsAt(upside.bend!, 0)).toBe(200);
    const backwards = run(songWith([scooped!]), 'reverse').notes[0]!;
    expect([1, 6, 8, 10].map((steps) => centsAt(backwards.bend!, steps * STEP))).toEqual([0, 0, -100, -200]);
  });

  it('a vibrato swings so many times evenly about the pitch', () => {
    const [waved] = run(songWith([note({ length: 8 * STEP })]), 'vibrato', { waves: 2, depth: 30 }).notes;
    const at = [0, 1, 2, 3, 4, 5, 6, 7, 8].map((steps) => Math.round(centsAt(waved!.bend!, steps * STEP)));
    expect(at).toEqual([0, 30, 0, -30, 0, 30, 0, -30, 0]);
  });

  it('play that begins inside a bent note goes on along its line; hits of a roll each take their stretch', () => {
    const line = [
      { tick: 0, cents: 0, shape: 'straight' as const },
      { tick: 4 * STEP, cents: 400, shape: 'straight' as const },
    ];
    const rolled = songWith([note({ length: 4 * STEP, bend: line, roll: { hits: 4, shape: 'even' } })], 1);
    expect(heardIn(rolled, 1).map(({ bend }) => centsAt(bend!, 0))).toEqual([0, 100, 200, 300]);
  });
});

it('pan is said and typed: left, right, further, and none leaves no trace', () => {
  const document = songWith([note({ pan: -0.5 })]);
  const pans = (pan: string) => run(document, 'type-values', { pan }).notes.map((each) => each.pan);
  expect([pans('R30'), pans('l100'), pans('+20'), pans('*2'), pans('-80')]).toEqual([[0.3], [-1], [-0.3], [-1], [-1]]);
  expect(run(document, 'type-values', { pan: '0' }).notes).toEqual([note()]);
  expect(run(document, 'type-values', { pan: '30' }).whyNot).toMatch(/L50, R30/);
  const chances = (chance: string) => run(songWith([note({ chance: 40 })]), 'type-values', { chance }).notes.map((each) => each.chance);
  expect([chances('25'), chances('25 %'), chances('+10'), chances('/2'), chances('100')]).toEqual([[25], [25], [50], [20], [undefined]]);
});
