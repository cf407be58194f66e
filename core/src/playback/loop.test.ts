import fc from 'fast-check';
import { anySong } from '../../test/any-song';
import { note, songWith } from '../../test/make';
import { chased, events, playSeconds, playTickAt } from '.';

const BAR = 80_640;
const loops = fc
  .record({ start: fc.nat(4), bars: fc.integer({ min: 1, max: 3 }) })
  .map(({ start, bars }) => ({ start: start * BAR, end: (start + bars) * BAR }));

describe('a song that plays a loop', () => {
  it('plays up to the loop’s end once, then the loop again and again, and windows that touch give what their union gives', () => {
    let sounding = 0;
    fc.assert(
      fc.property(anySong, loops, fc.nat(40), fc.nat(40), (song, loop, a, b) => {
        const view = { kind: 'song', loop } as const;
        const [from, to] = [Math.min(a, b), Math.max(a, b)].map((quarter) => (quarter * BAR) / 4) as [number, number];
        const middle = Math.round((from + to) / 2);
        const whole = events(song, from, to, { view });
        expect([...events(song, from, middle, { view }), ...events(song, middle, to, { view })]).toEqual(whole);
        if (whole.length) sounding++;
        // Each, put back to where it stands in the song, is what the song without a loop says, cut at the loop's end.
        const plain = events(song, 0, loop.end, { view: { kind: 'song' } });
        for (const event of whole) {
          let tick = event.tick;
          while (tick >= loop.end) tick -= loop.end - loop.start;
          const written = plain.find((each) => each.tick === tick && each.noteId === event.noteId && each.trackId === event.trackId);
          expect(written).toBeDefined();
          expect(event.lengthTicks).toBe(Math.min(written!.lengthTicks, loop.end - tick));
        }
      }),
    );
    expect(sounding).toBeGreaterThan(30);
  });

  it('sounds on at the beginning only in the pass it was begun in', () => {
    fc.assert(
      fc.property(anySong, loops, fc.nat(12), (song, loop, quarter) => {
        const view = { kind: 'song', loop } as const;
        const tick = loop.start + Math.min(quarter * (BAR / 4) + 777, loop.end - loop.start - 1);
        const [once, again] = [chased(song, tick, { view }), chased(song, tick + loop.end - loop.start, { view })];
        const inPass = once.filter(({ began }) => began! >= loop.start);
        const later = loop.end - loop.start;
        expect(again.map(({ noteId, lengthTicks, tick: at, began }) => [noteId, lengthTicks, at - later, began! - later])).toEqual(
          inPass.map(({ noteId, lengthTicks, tick: at, began }) => [noteId, lengthTicks, at, began]),
        );
        expect(once.every(({ tick: at, began }) => at === tick && began! < tick)).toBe(true);
      }),
    );
  });

  it('a note that is held over the loop’s beginning is heard when play begins there, and not in later passes', () => {
    const held = songWith([note({ length: 6 * (BAR / 4) })], 4);
    const view = { kind: 'song', loop: { start: BAR, end: 2 * BAR } } as const;
    const at = (tick: number) => chased(held, tick, { view }).map(({ began, lengthTicks }) => [began, lengthTicks]);
    expect(at(BAR + 1000)).toEqual([[0, BAR / 2 - 1000]]);
    expect(at(2 * BAR + 1000)).toEqual([]);
    // One begun in the loop is heard in every pass, and ends with it.
    const inside = songWith([note({ start: 1.5 * BAR, length: BAR })], 4);
    const later = (tick: number) => chased(inside, tick, { view }).map(({ began, lengthTicks }) => [began, lengthTicks]);
    expect(later(1.75 * BAR)).toEqual([[1.5 * BAR, BAR / 4]]);
    expect(later(2.75 * BAR)).toEqual([[2.5 * BAR, BAR / 4]]);
  });

  it('keeps the song’s time before the loop and the loop’s own in every pass', () => {
    const tempos = [
      { tick: 0, bpm: 60 },
      { tick: BAR, bpm: 120 },
    ];
    // Bar 1 takes 4 s, every other 2 s. The loop is bars 1 and 2: passes of 6 s.
    const clock = { originTick: 0, fromTick: 0, lengthTicks: 2 * BAR, tempos };
    expect([BAR, 2 * BAR, 3 * BAR, 4 * BAR].map((tick) => playSeconds(clock, tick))).toEqual([4, 6, 10, 12]);
    // The loop is bar 2 alone, played from the beginning: 4 s before it.
    const late = { originTick: BAR, fromTick: BAR, lengthTicks: BAR, tempos };
    expect([0, BAR, 2 * BAR, 3 * BAR].map((tick) => playSeconds(late, tick))).toEqual([-4, 0, 2, 4]);
    expect([-4, 0, 3].map((seconds) => playTickAt(late, seconds))).toEqual([0, BAR, 2.5 * BAR]);
  });
});
