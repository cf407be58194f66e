import fc from 'fast-check';
import { anySong } from '../../test/any-song';
import { counter } from '../../test/make';
import { checkDocument, type Document } from '../model';
import { meterAt, tickOfBar } from '../time';
import { contentEnd, copyTime, deleteTime, insertTime, moveTime, withMeterAt, withTempoAt } from '.';

const BEAT = 20_160;
type Marked = readonly ['meter', bar: number, numerator: number] | readonly ['tempo', bar: number, bpm: number];

/** Marks as a person writes them, at bar lines, many of which repeat what rules. */
const anyMark: fc.Arbitrary<Marked> = fc.oneof(
  fc.tuple(fc.constant('meter' as const), fc.integer({ min: 1, max: 9 }), fc.constantFrom(3, 4, 7)),
  fc.tuple(fc.constant('tempo' as const), fc.integer({ min: 1, max: 9 }), fc.constantFrom(90, 120)),
);
const anyMarkedSong = fc
  .tuple(anySong, fc.array(anyMark, { minLength: 1, maxLength: 6 }))
  .map(([song, marks]) =>
    marks.reduce(
      (each, [kind, bar, value]) =>
        kind === 'meter'
          ? withMeterAt(each, lineOf(each, bar), { numerator: value, denominator: 4 })
          : withTempoAt(each, lineOf(each, bar), value),
      song,
    ),
  );

function lineOf({ song }: Document, bar: number): number {
  return tickOfBar(song.meters, bar);
}

/** Every bar line up to the end of the song and some bars more, each with the meter of its bar, worked out beat by beat. */
function barLines({ song: { meters } }: Document, until: number): Map<number, number> {
  const lines = new Map<number, number>();
  let sinceLine = Infinity;
  for (let tick = 0; tick < until; tick += BEAT) {
    const { numerator } = meterAt(meters, tick);
    if (sinceLine >= numerator || meters.some((meter) => meter.tick === tick)) {
      lines.set(tick, numerator);
      sinceLine = 0;
    }
    sinceLine += 1;
  }
  return lines;
}

const anyStretch = fc.tuple(anyMarkedSong, fc.integer({ min: 1, max: 8 }), fc.integer({ min: 1, max: 3 }), fc.integer({ min: 1, max: 12 }));

it('moved bars keep their bar lines, meters and tempos, and so does what makes room for them', () => {
  fc.assert(
    fc.property(anyStretch, ([song, bar, bars, to]) => {
      const [from, end, at] = [lineOf(song, bar), lineOf(song, bar + bars), lineOf(song, to)];
      fc.pre(at < from || at > end);
      const moved = moveTime(song, [from, end], at, counter('m'));
      expect(checkDocument(moved)).toBeNull();
      const goesTo = (tick: number) => {
        if (tick >= from && tick < end) return at > end ? tick + at - end : tick - from + at;
        if (at > end) return tick >= end && tick < at ? tick - (end - from) : tick;
        return tick >= at && tick < from ? tick + (end - from) : tick;
      };
      const until = contentEnd(song) + 20 * 4 * BEAT;
      const expected = [...barLines(song, until)].map(([tick, meter]) => [goesTo(tick), meter] as const).sort((a, b) => a[0] - b[0]);
      expect([...barLines(moved, until)]).toEqual(expected);
      const bpm = (each: Document, tick: number) => each.song.tempos.findLast((mark) => mark.tick <= tick)!.bpm;
      for (let tick = 0; tick < until; tick += BEAT) expect(bpm(moved, goesTo(tick))).toBe(bpm(song, tick));
    }),
    { numRuns: 300 },
  );
});

it('bars moved there and back, or put in and taken out, leaves every mark as it was, those that repeat what rules among them', () => {
  let repeating = 0;
  fc.assert(
    fc.property(anyStretch, ([song, bar, bars, to]) => {
      const [from, end, at] = [lineOf(song, bar), lineOf(song, bar + bars), lineOf(song, to)];
      fc.pre(at < from || at > end);
      const { meters, tempos } = song.song;
      if (meters.some(({ numerator }, index) => numerator === meters[index - 1]?.numerator)) repeating += 1;
      const moved = moveTime(song, [from, end], at, counter('m'));
      const now = at > end ? at - (end - from) : at;
      const back = moveTime(moved, [now, now + end - from], at > end ? from : end, counter('b'));
      expect([back.song.meters, back.song.tempos]).toEqual([meters, tempos]);
      const grown = insertTime(song, at, end - from, counter('i'));
      const shrunk = deleteTime(grown, at, at + end - from, counter('d'));
      expect([shrunk.song.meters, shrunk.song.tempos]).toEqual([meters, tempos]);
    }),
    { numRuns: 300 },
  );
  expect(repeating).toBeGreaterThan(60);
});

it('copied bars have the tempos and meters they were copied from, and what follows has its own again', () => {
  fc.assert(
    fc.property(anyStretch, ([song, bar, bars, to]) => {
      const [from, end] = [lineOf(song, bar), lineOf(song, bar + bars)];
      for (const at of [end, lineOf(song, to)]) {
        fc.pre(at <= from || at >= end);
        const copied = copyTime(song, [from, end], at, 'linked', counter('c'));
        expect(checkDocument(copied)).toBeNull();
        if (copied === song) return;
        const cameFrom = (tick: number) => (tick < at ? tick : tick < at + end - from ? tick - at + from : tick - (end - from));
        const ruling = (each: Document, tick: number) => [
          each.song.tempos.findLast((mark) => mark.tick <= tick)!.bpm,
          meterAt(each.song.meters, tick).numerator,
        ];
        for (let tick = 0; tick < contentEnd(song) + 20 * 4 * BEAT; tick += BEAT)
          expect([tick, ...ruling(copied, tick)]).toEqual([tick, ...ruling(song, cameFrom(tick))]);
      }
    }),
    { numRuns: 300 },
  );
});
