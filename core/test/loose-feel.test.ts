import fc from 'fast-check';
import { TICKS_PER_QUARTER, type ActionParams, type Note } from '../src';
import { anyNotes, note, run, songWith } from './make';

const STEP = TICKS_PER_QUARTER / 4;
/** Ten milliseconds at 120 bpm, where a beat is half a second. */
const TEN_MS = TICKS_PER_QUARTER / 50;

/** Three notes of a C major chord, a quarter long, from a tick on. */
const chord = (start: number, name = 'c', pitches = [60, 64, 67]) =>
  pitches.map((pitch, index) => note({ id: `${name}${index}`, start, length: TICKS_PER_QUARTER, pitch, velocity: 80 }));
const shapes = (notes: readonly Note[]) => notes.map(({ start, length, pitch }) => [start, length, pitch]);
const starts = (notes: readonly Note[]) => notes.map(({ start }) => start);

describe('swing', () => {
  const straight = songWith([0, 1, 2, 3].map((step) => note({ id: `n${step}`, start: step * STEP, length: STEP })));

  it('puts every second sixteenth at its percent of the pair, and bends lengths with time', () => {
    const swung = run(straight, 'swing', { percent: 75, at: '1/16' }).notes;
    expect(shapes(swung).map(([start, length]) => [start! / STEP, length! / STEP])).toEqual([
      [0, 1.5],
      [1.5, 0.5],
      [2, 1.5],
      [3.5, 0.5],
    ]);
    expect(starts(run(straight, 'swing', { percent: 75, at: '1/8' }).notes).map((tick) => tick / STEP)).toEqual([0, 1.5, 3, 3.5]);
  });

  it('50 % changes nothing; straighten takes any swing out again within a tick; the order of starts stays', () => {
    fc.assert(
      fc.property(anyNotes(), fc.integer({ min: 50, max: 75 }), fc.constantFrom('1/8', '1/16', '1/8 triplet'), (notes, percent, unit) => {
        const at = unit as ActionParams<'swing'>['at'];
        const song = songWith(notes);
        expect(run(song, 'swing', { percent: 50, at }).after).toEqual(song);
        const swung = run(song, 'swing', { percent, at });
        const order = [...swung.notes].sort((a, b) => a.start - b.start || a.pitch - b.pitch || (a.id < b.id ? -1 : 1));
        expect(swung.notes).toEqual(order);
        const back = new Map(run(swung.after, 'swing', { percent, at, way: 'straighten' }).notes.map((each) => [each.id, each]));
        for (const { id, start } of notes) expect(Math.abs(back.get(id)!.start - start)).toBeLessThanOrEqual(1);
      }),
    );
  });
});

describe('strum', () => {
  it('spreads a chord over its time from below, from above, by turns; the written ends stay; a note alone stays', () => {
    const song = songWith([...chord(0), note({ id: 'alone', start: 4 * STEP, length: STEP }), ...chord(8 * STEP, 'd')]);
    const strummed = (params: Partial<ActionParams<'strum'>>) => run(song, 'strum', { time: 20, ...params }).notes;
    const first = (notes: readonly Note[]) =>
      notes.filter(({ id }) => id.startsWith('c')).map(({ start, length }) => [start, start + length]);
    expect(first(strummed({ order: 'up' }))).toEqual([0, 1, 2].map((place) => [Math.round(place * TEN_MS), TICKS_PER_QUARTER]));
    expect(starts(strummed({ order: 'down' })).slice(0, 3)).toEqual([0, 403, 806]);
    expect(strummed({ order: 'down' })[0]!.pitch).toBe(67);
    const turns = strummed({ order: 'alternate' }).filter(({ id }) => !id.startsWith('alone'));
    expect(turns.map(({ pitch }) => pitch)).toEqual([60, 64, 67, 67, 64, 60]);
    expect(strummed({}).find(({ id }) => id === 'alone')).toMatchObject({ start: 4 * STEP, length: STEP });
    expect(run(songWith(chord(0, 'e', [60, 67])), 'strum', { time: 20 }).notes.map(({ start }) => start)).toEqual([0, 806]);
    // The last at the written place, with ends that move along; full tension gathers the middle one at the first.
    const late = run(songWith(chord(8 * STEP)), 'strum', { time: 20, place: 'last', ends: 'moved', louder: 20, tension: 100 }).notes;
    const begin = 8 * STEP - 2 * 403;
    expect(late.map(({ start, length, velocity }) => [start, length, velocity])).toEqual([
      [begin, TICKS_PER_QUARTER, 80],
      [begin + Math.round(806 / 16), TICKS_PER_QUARTER, 90],
      [begin + 806, TICKS_PER_QUARTER, 100],
    ]);
  });
});

describe('one voice', () => {
  const three = songWith([...chord(0), ...chord(8 * STEP, 'd', [62, 65, 69]), ...chord(16 * STEP, 'e', [55, 59, 62])]);
  const pitches = (params: Partial<ActionParams<'one-voice'>>) => run(three, 'one-voice', params).notes.map(({ pitch }) => pitch);

  it('leaves the lowest, the highest, one by number, by turns, or the nearest; by octaves', () => {
    expect(pitches({ which: 'lowest' })).toEqual([60, 62, 55]);
    expect(pitches({ which: 'lowest', octaves: -1 })).toEqual([48, 50, 43]);
    expect(pitches({ which: 'highest' })).toEqual([67, 69, 62]);
    expect(pitches({ which: 'below', n: 2 })).toEqual([64, 65, 59]);
    expect(pitches({ which: 'above', n: 9 })).toEqual([60, 62, 55]);
    expect(pitches({ which: 'turns', turns: '1 3 2' })).toEqual([60, 69, 59]);
    expect(pitches({ which: 'nearest' })).toEqual([60, 62, 62]);
  });

  it('leaves one note of each chord, strummed or not, whichever is chosen', () => {
    const strummed = run(three, 'strum', { time: 30 }).after;
    for (const which of ['lowest', 'highest', 'random', 'nearest'] as const)
      expect(run(strummed, 'one-voice', { which }).notes).toHaveLength(3);
  });
});

describe('humanise', () => {
  it('strays by no more than is set, passes no neighbour on its row, and stays the same for the rest when a note goes', () => {
    fc.assert(
      fc.property(anyNotes(), fc.integer({ min: 0, max: 50 }), fc.constantFrom('loose', 'drift'), (notes, timing, way) => {
        const kind = way as ActionParams<'humanise'>['kind'];
        const params = { timing, velocity: 20, length: 30, kind, chords: 'apart' } as const;
        const human = new Map(run(songWith(notes), 'humanise', params).notes.map((each) => [each.id, each]));
        const rows = new Map<number, Note[]>();
        for (const each of notes.filter(({ id }) => human.has(id))) {
          const there = human.get(each.id)!;
          expect(Math.abs(there.start - each.start)).toBeLessThanOrEqual((timing * TEN_MS) / 10 + 1);
          expect(Math.abs(there.velocity - each.velocity)).toBeLessThanOrEqual(20);
          expect(Math.abs(there.length - each.length)).toBeLessThanOrEqual(each.length * 0.3 + 1);
          expect(there.start).toBeGreaterThanOrEqual(0);
          rows.set(each.pitch, [...(rows.get(each.pitch) ?? []), each]);
        }
        for (const row of rows.values()) {
          const apart = row.filter(({ start }, index) => index === 0 || start > row[index - 1]!.start);
          const moved = apart.map(({ id }) => human.get(id)!.start);
          expect(moved).toEqual([...moved].sort((a, b) => a - b));
        }
      }),
    );
  });

  it('never lets a note of a quick run pass the one before or after it', () => {
    const quick = songWith(Array.from({ length: 60 }, (_, index) => note({ id: `n${index}`, start: 1000 + index * 200, length: 150 })));
    const params = { timing: 50, velocity: 0, length: 0, kind: 'loose', chords: 'apart' } as const;
    const moved = new Map(run(quick, 'humanise', params).notes.map(({ id, start }) => [id, start]));
    const inOrder = Array.from({ length: 60 }, (_, index) => moved.get(`n${index}`)!);
    expect(inOrder).toEqual([...inOrder].sort((a, b) => a - b));
    expect(new Set(inOrder).size).toBe(60);
    expect(inOrder.filter((start, index) => start > 1000 + index * 200).length).toBeGreaterThan(10);
  });

  it('keeps what could be heard within the pattern, however late it strays', () => {
    const end = 32 * STEP;
    const late = songWith(Array.from({ length: 40 }, (_, index) => note({ id: `n${index}`, start: end - 1 - index, pitch: 40 + index })));
    const params = { timing: 50, velocity: 0, length: 0, kind: 'loose', chords: 'apart' } as const;
    const moved = run(late, 'humanise', params).notes;
    expect(moved.every(({ start }) => start < end)).toBe(true);
    expect(moved.some(({ start }) => start === end - 1)).toBe(true);
  });

  it('draws by the note: one that is taken out changes no other; a chord strays as one by choice', () => {
    const song = songWith([...chord(0), ...chord(8 * STEP, 'd'), note({ id: 'x', start: 14 * STEP, pitch: 72 })]);
    const params = { timing: 10, velocity: 10, length: 0, kind: 'loose', chords: 'together' } as const;
    const all = run(song, 'humanise', params).notes;
    const less = run(songWith(Object.values(song.notes)[0]!.filter(({ id }) => id !== 'x')), 'humanise', params).notes;
    expect(all.filter(({ id }) => id !== 'x')).toEqual(less);
    const ofD = all.filter(({ id }) => id.startsWith('d'));
    expect(new Set(starts(ofD)).size).toBe(1);
    expect(ofD[0]!.start).not.toBe(8 * STEP);
  });

  it('drifting strays alike for near notes, loose does not', () => {
    const run16 = songWith(Array.from({ length: 32 }, (_, step) => note({ id: `n${step}`, start: step * STEP, pitch: 60 + (step % 2) })));
    const roughness = (kind: ActionParams<'humanise'>['kind']) => {
      const strays = run(run16, 'humanise', { timing: 10, velocity: 0, length: 0, kind }).notes.map(
        ({ start }, step) => start - step * STEP,
      );
      return strays.slice(1).reduce((sum, stray, step) => sum + Math.abs(stray - strays[step]!), 0);
    };
    expect(roughness('drift')).toBeLessThan(roughness('loose') / 2);
  });
});

describe('groove', () => {
  it('a late backbeat delays beats 2 and 4 by 9 % of a step, by as much as is asked; loudness apart', () => {
    const beats = songWith([0, 4, 8, 12, 16, 20].map((step) => note({ id: `n${step}`, start: step * STEP, velocity: 100 })));
    const late = (params: Partial<ActionParams<'groove'>>) =>
      starts(run(beats, 'groove', { groove: 'late-backbeat', ...params }).notes).map((start, index) => start - index * 4 * STEP);
    expect(late({})).toEqual([0, 454, 0, 454, 0, 454]);
    expect(late({ timing: 50 })).toEqual([0, 227, 0, 227, 0, 227]);
    expect(late({ timing: 0 })).toEqual([0, 0, 0, 0, 0, 0]);
    const loud = (velocity: number) => run(beats, 'groove', { groove: 'late-backbeat', velocity }).notes[0]!.velocity;
    expect([loud(100), loud(0)]).toEqual([104, 100]);
  });
});
