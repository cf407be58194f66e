import fc from 'fast-check';
import { events, notesOf, TICKS_PER_QUARTER, withFollower, type ActionParams, type FollowerKind, type Note } from '../src';
import { anyNotes, counter, note, PATTERN, run, songWith } from './make';

const STEP = TICKS_PER_QUARTER / 4;
const triad = (start: number, length: number, name: string, pitches: readonly number[]) =>
  pitches.map((pitch, index) => note({ id: `${name}${index}`, start, length, pitch }));
const pitchesOf = (notes: readonly Note[]) => notes.map(({ pitch }) => pitch);

describe('arpeggio', () => {
  const song = songWith(triad(0, 8 * STEP, 'c', [60, 64, 67]));
  const played = (params: Partial<ActionParams<'arpeggio'>>) => run(song, 'arpeggio', params).notes;

  it('plays one note a step for as long as the chord lasts, in each order', () => {
    expect(played({ rate: '1/16' }).map(({ start }) => start / STEP)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    expect(pitchesOf(played({ rate: '1/16', order: 'up' }))).toEqual([60, 64, 67, 60, 64, 67, 60, 64]);
    expect(pitchesOf(played({ rate: '1/16', order: 'down' }))).toEqual([67, 64, 60, 67, 64, 60, 67, 64]);
    expect(pitchesOf(played({ rate: '1/16', order: 'up-down' }))).toEqual([60, 64, 67, 64, 60, 64, 67, 64]);
    expect(pitchesOf(played({ rate: '1/16', order: 'outward' })).slice(0, 3)).toEqual([64, 60, 67]);
    expect(pitchesOf(played({ rate: '1/16', order: 'up', rounds: 2, shift: 12 }))).toEqual([60, 64, 67, 72, 76, 79, 60, 64]);
    expect(pitchesOf(played({ rate: '1/8', order: 'up' }))).toEqual([60, 64, 67, 60]);
    expect(played({ rate: '1/16', gate: 50 }).map(({ length }) => length / STEP)).toEqual(Array<number>(8).fill(0.5));
  });

  it('goes inward, keeps its ends twice, is turned round, rests and ties by a rhythm, runs on over chords', () => {
    const four = songWith(triad(0, 12 * STEP, 'c', [60, 64, 67, 71]));
    const of = (params: Partial<ActionParams<'arpeggio'>>, song_ = four) => run(song_, 'arpeggio', { rate: '1/16', ...params }).notes;
    expect(pitchesOf(of({ order: 'inward' })).slice(0, 4)).toEqual([71, 60, 67, 64]);
    expect(pitchesOf(of({ order: 'up-down-twice' })).slice(0, 9)).toEqual([60, 64, 67, 71, 71, 67, 64, 60, 60]);
    expect(pitchesOf(of({ order: 'up', flipped: 'yes' })).slice(0, 4)).toEqual([71, 67, 64, 60]);
    // The tresillo is hit on steps 0, 3 and 6 of 8; a rest takes no note of the order.
    const rests = of({ figure: 'tresillo', gate: 100, accent: 10 });
    expect(rests.map(({ start, pitch, velocity }) => [start / STEP, pitch, velocity])).toEqual([
      [0, 60, 110],
      [3, 64, 100],
      [6, 67, 100],
      [8, 71, 110],
      [11, 60, 100],
    ]);
    expect(rests.every(({ length }) => length === STEP)).toBe(true);
    expect(of({ figure: 'tresillo', between: 'tie', gate: 100 }).map(({ length }) => length / STEP)).toEqual([3, 3, 2, 3, 1]);
    const two = songWith([...triad(0, 2 * STEP, 'c', [60, 64, 67]), ...triad(4 * STEP, 2 * STEP, 'd', [62, 65, 69])]);
    expect(pitchesOf(of({ from: 'chord' }, two))).toEqual([60, 64, 62, 65]);
    expect(pitchesOf(of({ from: 'on' }, two))).toEqual([60, 64, 69, 62]);
  });

  it('says how many notes of its round fit into the shortest chord', () => {
    const uneven = songWith([...triad(0, 8 * STEP, 'c', [60, 64, 67]), ...triad(8 * STEP, 4 * STEP, 'd', [62, 65, 69])]);
    expect(run(uneven, 'arpeggio', { rate: '1/16', rounds: 2 }).says).toContain('4 of 6 notes fit');
    expect(run(uneven, 'arpeggio', { rate: '1/16', rounds: 1 }).says).toBe('');
  });

  it('at random uses every note once before any comes again; a note that ends leaves the round', () => {
    const drawn = pitchesOf(played({ rate: '1/16', order: 'random' }));
    for (const from of [0, 3]) expect([...drawn.slice(from, from + 3)].sort()).toEqual([60, 64, 67]);
    const uneven = songWith([...triad(0, 8 * STEP, 'c', [60, 64]), note({ id: 'short', start: 0, length: 2 * STEP, pitch: 67 })]);
    const later = run(uneven, 'arpeggio', { rate: '1/16' }).notes.filter(({ start }) => start >= 2 * STEP);
    expect(pitchesOf(later)).not.toContain(67);
  });

  it('counts from the bar where that is chosen: a chord that begins off the steps is played on them', () => {
    const late = songWith(triad(STEP + 1000, 4 * STEP, 'c', [60, 64]));
    const starts = (from: 'bar' | 'chord') => run(late, 'arpeggio', { rate: '1/16', from }).notes.map(({ start }) => start);
    expect(starts('bar')).toEqual([2 * STEP, 3 * STEP, 4 * STEP, 5 * STEP]);
    expect(starts('chord')).toEqual([0, 1, 2, 3].map((step) => STEP + 1000 + step * STEP));
  });

  it('sounds one note at a time of each chord, of its own pitches, within its time', () => {
    fc.assert(
      fc.property(
        anyNotes(8),
        fc.constantFrom('up', 'down', 'up-down', 'up-down-twice', 'outward', 'inward', 'written', 'random'),
        (notes, order) => {
          const one = run(songWith(notes), 'arpeggio', { order: order as 'up', rate: '1/16', gate: 80 });
          const pitches = new Set(notes.map(({ pitch }) => pitch));
          const end = notes.reduce((most, { start, length }) => Math.max(most, start + length), 0);
          for (const each of one.notes) {
            expect(pitches.has(each.pitch)).toBe(true);
            expect(each.start).toBeLessThan(Math.max(1, end));
          }
          expect(new Set(one.notes.map(({ id }) => id)).size).toBe(one.notes.length);
        },
      ),
    );
  });
});

describe('a part that follows', () => {
  const chords = songWith([...triad(0, 8 * STEP, 'c', [60, 64, 67]), ...triad(16 * STEP, 4 * STEP, 'd', [62, 65, 69])]);
  const [placement] = chords.placements;
  const heard = (kind: FollowerKind, change = (document: typeof chords) => document) => {
    const made = withFollower(chords, placement!.id, kind, null, counter('new'))!;
    const document = change(made.document);
    const { trackId } = document.placements.find(({ id }) => id === made.placementId)!;
    return events(document, 0, 32 * STEP, { view: { kind: 'song' } }).filter((event) => event.trackId === trackId);
  };

  it('is a bass an octave under the lowest, a pad held to the next chord, strummed keys, an arpeggio', () => {
    expect(heard('bass').map(({ tick, pitch }) => [tick / STEP, pitch])).toEqual([
      [0, 48],
      [16, 50],
    ]);
    const pad = heard('pad');
    expect(pad.map(({ lengthTicks }) => lengthTicks / STEP)).toEqual([16, 16, 16, 16, 16, 16]);
    expect(heard('strummed').map(({ tick }) => tick)).toEqual([0, 807, 1613, 80640, 81447, 82253]);
    expect(
      heard('lead')
        .slice(0, 6)
        .map(({ pitch }) => pitch),
    ).toEqual([60, 64, 67, 72, 76, 79]);
  });

  it('follows when the chords change, and the chords themselves stay', () => {
    const changed = (document: typeof chords) => ({
      ...document,
      notes: { [PATTERN]: notesOf(document, PATTERN).map((each) => ({ ...each, pitch: each.pitch + 5 })) },
    });
    expect(heard('bass', changed).map(({ pitch }) => pitch)).toEqual([53, 55]);
    const { document } = withFollower(chords, placement!.id, 'bass', null, counter('new'))!;
    const own = events(document, 0, 32 * STEP, { view: { kind: 'song' } }).filter(({ trackId }) => trackId === 'track');
    expect(own).toHaveLength(6);
    expect(document.tracks.map(({ name }) => name)).toEqual(['Lamp keys', 'Round bass']);
  });

  it('a lead and a pad are made of held chords, where the chords are struck again and again', () => {
    const struck = songWith(
      [0, 4, 8]
        .flatMap((step) => triad(step * STEP, 2 * STEP, `c${step}`, [60, 64, 67]))
        .concat(triad(16 * STEP, 4 * STEP, 'd', [62, 65, 69])),
    );
    const made = (kind: FollowerKind) => {
      const { document } = withFollower(struck, placement!.id, kind, null, counter('new'))!;
      const track = document.tracks.find(({ id }) => id !== 'track')!;
      return events(document, 0, 32 * STEP, { view: { kind: 'song' } }).filter(({ trackId }) => trackId === track.id);
    };
    // The pad: C from its first stroke to D, and D to the end of two bars.
    expect(made('pad').map(({ tick, lengthTicks, pitch }) => [tick / STEP, lengthTicks / STEP, pitch])).toEqual([
      [0, 16, 60],
      [0, 16, 64],
      [0, 16, 67],
      [16, 16, 62],
      [16, 16, 65],
      [16, 16, 69],
    ]);
    // The lead goes round over C up to the end of its last stroke, two octaves of three notes, and begins again at D.
    expect(made('lead').map(({ tick, pitch }) => [tick / STEP, pitch])).toEqual(
      [60, 64, 67, 72, 76, 79, 60, 64, 67, 72]
        .map((pitch, step) => [step, pitch])
        .concat([62, 65, 69, 74].map((pitch, step) => [16 + step, pitch])),
    );
  });
});
