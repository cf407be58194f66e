import { events, paramFields, SELECTION_RULES, TICKS_PER_QUARTER, type Note, type ActionParams } from '../src';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { actionContext, note, run, songWith } from './make';

const STEP = TICKS_PER_QUARTER / 4;
const rules = actionContext();
const starts = (notes: readonly Note[]) => notes.map(({ start }) => start);

describe('quantize', () => {
  it('pulls by its strength and counts what would coincide', () => {
    const document = songWith([note({ id: 'a', start: 1000 }), note({ id: 'b', start: 5040 - 1000 }), note({ id: 'c', start: 5040 })]);
    expect(starts(run(document, 'quantize', { strength: 50 }).notes)).toEqual([500, 4540, 5040]);
    const full = run(document, 'quantize');
    expect(starts(full.notes)).toEqual([0, 5040, 5040]);
    expect(full.landing).toEqual({ coinciding: 1, beyondEnd: 0 });
  });

  it('swings: at 66 % every second sixteenth comes 66 hundredths into its eighth', () => {
    const straight = songWith([0, 1, 2, 3].map((step) => note({ id: `n${step}`, start: step * STEP, length: STEP })));
    expect(starts(run(straight, 'quantize', { swing: 66 }).notes)).toEqual([0, 6653, 10080, 16733]);
    // Notes already swung stay; straightening brings the eighths' halves back.
    const swung = run(straight, 'quantize', { swing: 66 }).after;
    expect(run(swung, 'quantize', { swing: 66 }).after).toEqual(swung);
    expect(run(swung, 'quantize', { swing: 50 }).after).toEqual(straight);
  });

  it('moves ends alone, both, or lengths alone', () => {
    const sloppy = songWith([note({ start: 400, length: STEP - 900 })]);
    const edges = (what: ActionParams<'quantize'>['what']) =>
      run(sloppy, 'quantize', { what }).notes.map(({ start, length }) => [start, start + length]);
    expect(edges('starts')).toEqual([[0, STEP - 900]]);
    expect(edges('ends')).toEqual([[400, STEP]]);
    expect(edges('both')).toEqual([[0, STEP]]);
    expect(edges('lengths')).toEqual([[400, 400 + STEP]]);
  });
});

describe('velocity and mute', () => {
  const loudness = (notes: readonly Note[]) => notes.map(({ velocity }) => velocity);
  const three = songWith([
    note({ id: 'a', velocity: 20 }),
    note({ id: 'b', start: STEP, velocity: 60 }),
    note({ id: 'c', start: 2 * STEP, velocity: 120 }),
  ]);

  it('is set to one value, or scaled in proportion within 1 to 127', () => {
    expect(loudness(run(three, 'velocity-set', { velocity: 90 }, ['a', 'b']).notes)).toEqual([90, 90, 120]);
    expect(loudness(run(three, 'velocity-scale', { percent: 150 }).notes)).toEqual([30, 90, 127]);
    expect(loudness(run(three, 'velocity-scale', { percent: 10 }).notes)).toEqual([2, 6, 12]);
  });

  it('accents come every so many hits, a chord counting as one, and end at 127', () => {
    const line = songWith(
      [0, 1, 1, 2, 3].map((step, index) => note({ id: `n${index}`, start: step * STEP, pitch: 60 + index, velocity: 100 })),
    );
    expect(loudness(run(line, 'accents', { every: 2, which: 1, by: 20 }).notes)).toEqual([120, 100, 100, 120, 100]);
    expect(loudness(run(line, 'accents', { every: 2, which: 2, by: 64 }).notes)).toEqual([100, 127, 127, 100, 127]);
  });

  it('mute silences without taking away, and unmute leaves no trace', () => {
    const muted = run(three, 'mute', {}, ['b']);
    expect(muted.notes.map(({ muted: isMuted }) => isMuted ?? false)).toEqual([false, true, false]);
    expect(run(muted.after, 'mute', { to: 'heard' }).after).toEqual(three);
  });
});

describe('chance, passes, rolls', () => {
  const passesOf = (fields: Partial<Note>, passes: number) =>
    events(songWith([note(fields)], 1), 0, passes * 4 * TICKS_PER_QUARTER, { view: { kind: 'pattern', placementId: 'placement' } });

  it('a note of 30 % sounds in about 300 of 1000 passes, the same ones each time it is asked', () => {
    const drawn = passesOf({ chance: 30 }, 1000).map(({ pass }) => pass);
    expect(drawn.length).toBeGreaterThan(255);
    expect(drawn.length).toBeLessThan(345);
    expect(passesOf({ chance: 30 }, 1000).map(({ pass }) => pass)).toEqual(drawn);
    expect(passesOf({ chance: 0 }, 50)).toEqual([]);
  });

  it('the pieces of a split note sound or rest together', () => {
    const split = run(run(songWith([note({ length: 8 * STEP })], 1), 'chance', { percent: 50 }).after, 'split-parts', { parts: 4 });
    const heard = events(split.after, 0, 60 * 16 * STEP, { view: { kind: 'pattern', placementId: 'placement' } });
    const counts = Array.from({ length: 60 }, (_, pass) => heard.filter((event) => event.pass === pass).length);
    expect(new Set(counts)).toEqual(new Set([0, 4]));
  });

  it('the second of two passes is every other time round', () => {
    const second = run(songWith([note()], 1), 'passes', { turn: '2/2' }).notes[0]!;
    expect(passesOf(second, 6).map(({ pass }) => pass)).toEqual([1, 3, 5]);
    expect(run(songWith([second]), 'passes', { turn: 'every' }).notes).toEqual([note()]);
  });

  it('a resting note ends no other: the sound before it rings on', () => {
    const document = songWith([note({ id: 'a', length: 8 * STEP }), note({ id: 'b', start: 4 * STEP, passes: { of: 2, mask: 2 } })], 1);
    const heard = events(document, 0, 32 * STEP, { view: { kind: 'pattern', placementId: 'placement' } });
    expect(heard.map(({ tick, lengthTicks }) => [tick / STEP, lengthTicks / STEP])).toEqual([
      [0, 8],
      [16, 4],
      [20, 4],
    ]);
  });

  it('a roll plays equal hits inside the note, falling if so chosen; cutting it writes the hits out', () => {
    const { after, notes } = run(songWith([note({ length: 3 * STEP, velocity: 100 })]), 'roll', { hits: 3, shape: 'falling' });
    const heard = events(after, 0, 8 * STEP, { view: { kind: 'song' } });
    expect(heard.map(({ tick, lengthTicks, velocity }) => [tick / STEP, lengthTicks / STEP, velocity])).toEqual([
      [0, 1, 100],
      [1, 1, 70],
      [2, 1, 40],
    ]);
    const cut = run(songWith(notes), 'split-at', { count: 1 });
    expect(cut.notes.map(({ start, velocity, roll }) => [start / STEP, velocity, roll])).toEqual([
      [0, 100, undefined],
      [1, 70, undefined],
      [2, 40, undefined],
    ]);
    expect(run(after, 'roll', { hits: 1 }).notes).toEqual([note({ length: 3 * STEP, velocity: 100 })]);
  });

  it('a copy shares its draws with the copies beside it, not with the notes it was made from', () => {
    const document = songWith([note({ id: 'a', chance: 50 }), note({ id: 'b', start: STEP, chance: 50, drawnWith: 'a' })], 1);
    const { notes } = run(document, 'duplicate', { roundTo: 'beat' });
    const [first, second] = notes.filter(({ id }) => id !== 'a' && id !== 'b');
    expect(first!.drawnWith).toBeUndefined();
    expect(second!.drawnWith).toBe(first!.id);
  });

  it('hits of a roll that reach over the end of the loop sound at the beginning of the next pass', () => {
    const last = note({ start: 15 * STEP, length: 2 * STEP, roll: { hits: 2, shape: 'even' } });
    const heard = events(songWith([last], 1), 16 * STEP, 32 * STEP, { view: { kind: 'pattern', placementId: 'placement' } });
    expect(heard.map(({ tick, pass }) => [tick / STEP, pass])).toEqual([
      [16, 0],
      [31, 1],
    ]);
  });

  it('in voices of their own, notes of one pitch do not end each other', () => {
    const two = songWith([note({ id: 'a', length: 8 * STEP }), note({ id: 'b', start: 2 * STEP })]);
    const lengths = (document: typeof two) =>
      events(document, 0, 8 * STEP, { view: { kind: 'song' } }).map(({ lengthTicks }) => lengthTicks / STEP);
    expect(lengths(two)).toEqual([2, 4]);
    expect(lengths(run(two, 'voice', { voice: 2 }, ['b']).after)).toEqual([8, 4]);
  });
});

describe('selection rules', () => {
  const notes = [
    note({ id: 'beat' }),
    note({ id: 'near', start: TICKS_PER_QUARTER - 100 }),
    note({ id: 'off', start: TICKS_PER_QUARTER / 2, pitch: 64 }),
  ];
  const pick = (id: string, selected: string[] = [], params = {}) => {
    const rule = SELECTION_RULES.find((each) => each.id === id)!;
    return rule.pick(notes, new Set(selected), rule.params.parse(params), rules);
  };

  it('have their own files and bounded params', () => {
    const files = readdirSync(join(__dirname, '../src/select'));
    for (const rule of SELECTION_RULES) {
      expect(files).toContain(`${rule.id}.ts`);
      expect(() => paramFields(rule.params)).not.toThrow();
    }
  });

  it('pick by counting, by place in the chord, by loudness, by bar', () => {
    const line = [
      ...[60, 64, 67].map((pitch) => note({ id: `c${pitch}`, pitch, velocity: 50 + pitch })),
      note({ id: 'two', start: STEP, velocity: 60 }),
      note({ id: 'three', start: 2 * STEP, velocity: 70 }),
      note({ id: 'bar2', start: 16 * STEP, velocity: 90 }),
    ];
    const from = (id: string, params: object) => {
      const rule = SELECTION_RULES.find((each) => each.id === id)!;
      return rule.pick(line, new Set(), rule.params.parse(params), rules);
    };
    expect(from('every-kth', { k: 2, n: 3 })).toEqual(['two']);
    expect(from('every-kth', { k: 1, n: 3 })).toEqual(['c60', 'c64', 'c67', 'bar2']);
    expect(from('in-chord', { which: 'highest' })).toEqual(['c67', 'two', 'three', 'bar2']);
    expect(from('in-chord', { which: 'lowest' })).toEqual(['c60', 'two', 'three', 'bar2']);
    expect(from('in-chord', { which: 'middle' })).toEqual(['c64']);
    expect(from('loudness', { side: 'softer', than: 70 })).toEqual(['two']);
    expect(from('loudness', { side: 'louder', than: 110 })).toEqual(['c64', 'c67']);
    expect(from('time-span', { from: 2, bars: 4 })).toEqual(['bar2']);
  });

  it('pick rows, beats and off-beats', () => {
    expect(pick('row', ['off'])).toEqual(['off']);
    expect(pick('row', ['beat'])).toEqual(['beat', 'near']);
    expect(pick('on-beat')).toEqual(['beat']);
    expect(pick('on-beat', [], { tolerance: 1 })).toEqual(['beat', 'near']);
    expect(pick('off-beat', [], { tolerance: 1 })).toEqual(['off']);
  });
});
