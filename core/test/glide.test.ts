import fc from 'fast-check';
import { actionById, centsAt, events, grooveOf, grooveText, TICKS_PER_QUARTER, type ActionParams, type Note } from '../src';
import { anyNotes, note, run, songWith } from './make';

const QUARTER = TICKS_PER_QUARTER;
const STEP = QUARTER / 4;

describe('glide', () => {
  const chord = [60, 64, 67].map((pitch) => note({ id: `c${pitch}`, start: 0, length: 4 * QUARTER, pitch }));
  const next = [62, 65, 69].map((pitch) => note({ id: `d${pitch}`, start: 4 * QUARTER, length: QUARTER, pitch }));
  const song = songWith([...chord, ...next]);
  const glided = (params: Partial<ActionParams<'glide'>>, on?: readonly string[]) => {
    const found = new Map(run(song, 'glide', params, on).notes.map((each) => [each.id, each]));
    return (id: string, quarters: number) => centsAt(found.get(id)!.bend ?? [], quarters * QUARTER);
  };

  it('takes one note of a chord alone to the nearest of the next chord, then holds', () => {
    const cents = glided({ to: 'next', who: 'note', begins: 25, ends: 75, shape: 'straight' }, ['c67']);
    expect([0, 1, 2, 3, 4].map((quarter) => cents('c67', quarter))).toEqual([0, 0, -100, -200, -200]);
    expect(cents('c60', 4)).toBe(0);
    expect(cents('d62', 1)).toBe(0);
  });

  it('takes its voice, or all that sounds, along by the same distance and at the same time', () => {
    const all = glided({ to: 'pitch', semitones: 3, who: 'sounding', begins: 50, ends: 100, shape: 'straight' }, ['c64']);
    for (const id of ['c60', 'c64', 'c67']) expect([0, 2, 3, 4].map((quarter) => all(id, quarter))).toEqual([0, 0, 150, 300]);
    expect(all('d62', 1)).toBe(0);
    const late = songWith([
      ...chord.map((each) => (each.id === 'c60' ? { ...each, voice: 2 } : each)),
      note({ id: 'late', start: QUARTER, length: 2 * QUARTER, pitch: 72, voice: 2 }),
    ]);
    const settings = { to: 'pitch', semitones: -5, who: 'voice', begins: 50, ends: 100 } as const;
    const by = new Map(run(late, 'glide', settings, ['c60']).notes.map((each) => [each.id, each]));
    expect(by.get('late')!.bend!.map(({ tick, cents }) => [tick / QUARTER, cents])).toEqual([
      [1, 0],
      [3, -500],
    ]);
    expect(by.get('c64')!.bend).toBeUndefined();
  });

  it('is heard where it is kept adjustable on one note, though others go along', () => {
    const params = { to: 'pitch', semitones: 2, who: 'sounding', begins: 0, ends: 50, shape: 'straight' } as const;
    const kept = { id: 't', parentId: song.patterns[0]!.id, order: 0, actionId: 'glide', params, noteIds: ['c64'], on: true };
    const heard = events({ ...song, treatments: [kept] }, 0, QUARTER, { view: { kind: 'song' } });
    expect(heard.map(({ bend }) => bend?.at(-1)?.cents)).toEqual([200, 200, 200]);
  });

  it('is drawn as it goes: nothing before it begins, halfway at the middle, all of it where it is there', () => {
    const { curve, params } = actionById('glide');
    for (const shape of ['smooth', 'straight']) {
      const drawn = curve!(params.parse({ begins: 20, ends: 60, shape }));
      expect([0, 0.2, 0.4, 0.6, 1].map(drawn)).toEqual([0, 0, 0.5, 1, 1]);
    }
  });

  it('without a next note says so; never bends farther than two octaves', () => {
    expect(run(song, 'glide', { to: 'next' }, ['d62']).whyNot).toMatch(/Choose a distance/);
    const far = songWith([note({ id: 'low', start: 0, length: QUARTER, pitch: 20 }), note({ id: 'high', start: QUARTER, pitch: 100 })]);
    expect(
      run(far, 'glide', {})
        .notes.find(({ id }) => id === 'low')!
        .bend!.at(-1)!.cents,
    ).toBe(2400);
  });
});

describe('the groove of a pattern', () => {
  const late = [0, 300, -120, 700];
  const played = [0, 1, 2, 3, 4, 5, 6, 7].map((step) =>
    note({ id: `n${step}`, start: step * STEP + late[step % 4]!, length: STEP, velocity: step % 4 ? 60 : 120 }),
  );

  it('is how late each step is played and how loud against all; steps between lie between', () => {
    const found = grooveOf(played, songWith(played).song.meters, 16 * STEP)!;
    expect(found.bars).toBe(1);
    expect(found.late.slice(0, 8)).toEqual([...late, ...late]);
    expect(found.loud.slice(0, 4)).toEqual([160, 80, 80, 80]);
    // From the seventh step's 700 ticks to the next bar's 0, in nine steps.
    expect(found.late[8]).toBe(Math.round(700 - 700 / 9));
  });

  it('laid over the pattern it was taken from, once quantized, gives it back within a tick', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(31), fc.integer({ min: -2000, max: 2000 })), { minLength: 1, maxLength: 24 }), (drawn) => {
        const byStep = new Map(drawn.map(([step, off]) => [step, step === 0 ? Math.abs(off) : off]));
        const notes: Note[] = [...byStep].map(([step, off]) => note({ id: `s${step}`, start: step * STEP + off, length: STEP }));
        const song = songWith(notes);
        const taken = grooveText('Mine', grooveOf(notes, song.song.meters, 32 * STEP)!);
        const straight = run(song, 'quantize', { to: '1/16' }).after;
        const back = new Map(run(straight, 'groove', { groove: 'taken', taken, velocity: 0 }).notes.map((each) => [each.id, each]));
        for (const { id, start } of notes) expect(Math.abs(back.get(id)!.start - start)).toBeLessThanOrEqual(1);
      }),
    );
  });

  it('without one chosen nothing is done, and that is said; any notes give one that can be read again', () => {
    expect(run(songWith(played), 'groove', { groove: 'taken' }).whyNot).toMatch(/Choose the pattern/);
    fc.assert(
      fc.property(anyNotes(), (notes) => {
        const song = songWith(notes);
        const found = grooveOf(notes, song.song.meters, 16 * STEP);
        if (!found) return;
        const result = run(song, 'groove', { groove: 'taken', taken: grooveText('Any | name\n', found) });
        expect(result.whyNot).toBeNull();
      }),
    );
  });
});
