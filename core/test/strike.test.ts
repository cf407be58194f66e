import fc from 'fast-check';
import { actionById, notesOf, readRhythm, takenRhythm, TICKS_PER_QUARTER } from '../src';
import { anyNotes, anyParams, note, PATTERN, run, songWith } from './make';

const STEP = TICKS_PER_QUARTER / 4;
const BAR = 16 * STEP;
const triad = (start: number, length: number, pitches: readonly number[]) =>
  pitches.map((pitch) => note({ id: `${start}-${pitch}`, start, length, pitch }));

describe('a rhythm over chords', () => {
  const song = songWith([...triad(0, BAR, [60, 64, 67]), ...triad(BAR, BAR / 2, [62, 65, 69])]);

  it('strikes each chord again at its hits, until the next one or a share of that, louder on strong ones', () => {
    const { notes } = run(song, 'strike', { figure: 'tresillo', gate: 100, accent: 10, of: '1/16' });
    const low = notes.filter(({ pitch }) => pitch === 60 || pitch === 62);
    expect(low.map(({ start, length, velocity }) => [start / STEP, length / STEP, velocity])).toEqual([
      [0, 3, 110],
      [3, 3, 100],
      [6, 2, 100],
      [8, 3, 110],
      [11, 3, 100],
      [14, 2, 100],
      [16, 3, 110],
      [19, 3, 100],
      [22, 2, 100],
    ]);
    expect(notes).toHaveLength(27);
    const short = run(song, 'strike', { figure: 'tresillo', gate: 50, of: '1/16' }).notes[0]!;
    expect(short.length).toBe((3 * STEP) / 2);
  });

  it('counts from the chord, the bar or the beginning; own steps and turning count too', () => {
    const late = songWith(triad(4 * STEP, 8 * STEP, [60, 64]));
    const starts = (from: 'chord' | 'bar' | 'start', steps: string, turn = 0) =>
      run(late, 'strike', { figure: 'own', steps, turn, from, of: '1/16' })
        .notes.filter(({ pitch }) => pitch === 60)
        .map(({ start }) => start / STEP);
    expect(starts('chord', 'x.....')).toEqual([4, 10]);
    expect(starts('bar', 'x.....')).toEqual([6]);
    expect(starts('bar', 'x.....', 1)).toEqual([7]);
    expect(starts('start', 'x.....')).toEqual([6]);
  });

  it('leaves a chord that no hit falls into; a strummed chord stays strummed at every hit', () => {
    const short = songWith(triad(STEP, STEP, [60, 64]));
    expect(run(short, 'strike', { figure: 'four-floor', of: '1/16' }).notes).toEqual(notesOf(short, PATTERN));
    const strummed = songWith([
      note({ id: 'a', start: 0, length: BAR, pitch: 60 }),
      note({ id: 'b', start: 900, length: BAR - 900, pitch: 64 }),
    ]);
    const { notes } = run(strummed, 'strike', { figure: 'four-floor', of: '1/16' });
    expect(notes.filter(({ pitch }) => pitch === 64).map(({ start }) => start % (4 * STEP))).toEqual([900, 900, 900, 900]);
  });

  it('takes the rhythm of a pattern: its hits to the nearest sixteenth, the loud and the soft ones among them', () => {
    const hats = [100, 60, 100, 20].map((velocity, at) =>
      note({ id: `h${at}`, start: at * 4 * STEP + (at % 2) * 300, length: STEP, pitch: 42, velocity }),
    );
    const taken = takenRhythm('Hats', hats, BAR);
    expect(taken).toBe('X...x...X...o...|Hats');
    expect(readRhythm(taken)?.name).toBe('Hats');
    const { notes } = run(song, 'strike', { figure: 'taken', taken, of: '1/16' });
    expect([...new Set(notes.filter(({ start }) => start < BAR).map(({ start }) => start / STEP))]).toEqual([0, 4, 8, 12]);
    expect(run(song, 'strike', { figure: 'taken' }).whyNot).toContain('Choose a pattern');
  });

  it('never sounds outside the time of the notes it was given, nor other pitches, whatever is set', () => {
    const action = actionById('strike');
    fc.assert(
      fc.property(anyNotes(8), anyParams(action), (notes, params) => {
        const made = run(songWith(notes), 'strike', params as never);
        if (made.whyNot) return;
        for (const each of made.notes) {
          const sources = notes.filter(({ pitch }) => pitch === each.pitch);
          expect(sources.some(({ start, length }) => start <= each.start && each.start + each.length <= start + length)).toBe(true);
        }
        expect(new Set(made.notes.map(({ id }) => id)).size).toBe(made.notes.length);
      }),
    );
  });
});

describe('a beat of three figures', () => {
  const drums = (hits: readonly (readonly [number, number])[]) =>
    songWith(
      hits.map(([step, pitch]) => note({ id: `${step}-${pitch}`, start: step * STEP, length: STEP, pitch })),
      1,
      'drums',
    );
  const row = (notes: readonly { start: number; pitch: number }[], wanted: number) =>
    notes.filter(({ pitch }) => pitch === wanted).map(({ start }) => start / STEP);

  it('puts each figure on its row in one act, other rows and rows without a figure as they were', () => {
    const { notes } = run(
      drums([
        [3, 36],
        [5, 39],
        [7, 42],
      ]),
      'beat',
      { kick: 'four-floor', snare: 'backbeat', hats: 'own' },
    );
    expect(row(notes, 36)).toEqual([0, 4, 8, 12]);
    expect(row(notes, 38)).toEqual([4, 12]);
    expect(row(notes, 39)).toEqual([5]);
    expect(row(notes, 42)).toEqual([7]);
  });

  it('leaves hits that are locked, and puts none on top of them', () => {
    const { notes } = run(
      drums([
        [4, 36],
        [3, 36],
      ]),
      'beat',
      { kick: 'four-floor', snare: 'own', hats: 'own', there: 'stay' },
    );
    expect(row(notes, 36)).toEqual([0, 3, 4, 8, 12]);
  });
});
