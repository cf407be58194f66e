import fc from 'fast-check';
import { anySong } from '../../test/any-song';
import { checkDocument } from '../model';
import { events } from '../playback';
import { barBeatWords, secondsAt, tickOfBar } from '../time';
import { contentEnd, withMeterAt, withTempoAt } from '.';

const BAR = 80_640;
const bars = fc.integer({ min: 1, max: 9 }).map((bar) => bar * BAR);

describe('tempo and meter at a bar', () => {
  it('make what is after it slower, and move no note and nothing before it', () => {
    fc.assert(
      fc.property(anySong, bars, (song, at) => {
        const slow = withTempoAt({ ...song, song: { ...song.song, tempos: [{ tick: 0, bpm: 120 }] } }, at, 60);
        expect(checkDocument(slow)).toBeNull();
        const seconds = (tick: number) => secondsAt(slow.song.tempos, tick);
        // A bar of four beats: 2 s at 120, 4 s at 60.
        expect([seconds(at), seconds(at + BAR) - seconds(at)]).toEqual([(at / BAR) * 2, 4]);
        const heard = (each: typeof song) =>
          events(each, 0, contentEnd(song), { view: { kind: 'song' } }).map(({ tick, pitch }) => [tick, pitch]);
        expect(heard(slow)).toEqual(heard(song));
        expect(withTempoAt(slow, at, null).song.tempos).toEqual([{ tick: 0, bpm: 120 }]);
        // The values at the song's start stay in the file.
        expect(withTempoAt(slow, 0, null)).toEqual(slow);
      }),
    );
  });

  it('let bars of three quarters follow bars of four', () => {
    const song = { ...fc.sample(anySong, { numRuns: 1, seed: 3 })[0]! };
    const plain = { ...song, song: { ...song.song, meters: [{ tick: 0, numerator: 4, denominator: 4 as const }] } };
    const waltz = withMeterAt(plain, 2 * BAR, { numerator: 3, denominator: 4 });
    expect(checkDocument(waltz)).toBeNull();
    // Bars 1 and 2 are four beats long, every later one three.
    expect([1, 2, 3, 4, 5].map((bar) => tickOfBar(waltz.song.meters, bar) / (BAR / 4))).toEqual([0, 4, 8, 11, 14]);
    expect(barBeatWords(waltz.song.meters, 12 * (BAR / 4))).toBe('4.2');
    expect(withMeterAt(waltz, 2 * BAR, null).song.meters).toEqual(plain.song.meters);
  });
});
