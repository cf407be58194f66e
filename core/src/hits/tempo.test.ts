import fc from 'fast-check';
import { seededRandom } from '../chance/random';
import { songWith } from '../../test/make';
import type { Recording } from '../model/entities';
import type { FoundHit } from './strength';
import { frameOfTick, hitsOf, tickOfFrame, withHitSwitched } from './placed';
import { barsAlong, guessTempo } from './tempo';

const RATE = 48_000;
const hit = (seconds: number, level = 0.7): FoundHit => ({ frame: Math.round(seconds * RATE), strength: 2, level });

/** Bars of a beat: a loud kick on one, softer drums on other eighths. */
function beat(bpm: number, first: number, bars: number, sway = (_: number) => 0): FoundHit[] {
  const eighth = 30 / bpm;
  return Array.from({ length: bars * 8 }, (_, at) => hit(first + at * eighth + sway(at), [1, 0.3, 0.6, 0.3, 0.7, 0.3, 0.6, 0.3][at % 8]));
}

describe('the tempo of a recording', () => {
  it('law: is found within a tenth, with the beat and the bar, wherever it begins', () => {
    fc.assert(
      fc.property(fc.integer({ min: 80, max: 160 }), fc.double({ min: 0.05, max: 1.5, noNaN: true }), (bpm, first) => {
        const guess = guessTempo(beat(bpm, first, 8))!;
        expect(Math.abs(guess.bpm - bpm)).toBeLessThan(0.1);
        expect(guess.sureness).toBeGreaterThan(0.6);
        const bar = 240 / bpm;
        const off = (((guess.downbeatFrame / RATE - first) % bar) + bar) % bar;
        expect(Math.min(off, bar - off)).toBeLessThan(0.012);
      }),
      { numRuns: 20 },
    );
  });

  it('is that of the beat where kick and snare take turns, and not of some finer grid that all of it lies on', () => {
    for (const bpm of [84, 100, 118, 140]) {
      const eighths = Array.from({ length: 28 }, (_, at) => hit(0.35 + (at * 30) / bpm, at % 4 === 0 ? 1 : at % 4 === 2 ? 0.6 : 0.25));
      expect(Math.abs(guessTempo(eighths)!.bpm - bpm)).toBeLessThan(0.2);
    }
  });

  it('is not sure of hits that keep no time, and says nothing of a few', () => {
    const random = seededRandom(5);
    const loose = Array.from({ length: 60 }, () => hit(20 * random())).sort((a, b) => a.frame - b.frame);
    expect(guessTempo(loose)!.sureness).toBeLessThan(0.35);
    expect(guessTempo(beat(120, 0, 1).slice(0, 4))).toBeNull();
  });

  it('is followed from bar to bar where the playing slows down', () => {
    // From 120 to about 108 in sixteen bars: every eighth a little longer than the one before.
    let at = 0.5;
    const hits: FoundHit[] = [];
    for (let eighth = 0; eighth < 128; eighth++) {
      hits.push(hit(at, [1, 0.3, 0.6, 0.3, 0.7, 0.3, 0.6, 0.3][eighth % 8]));
      at += 0.25 * (1 + (0.11 * eighth) / 128);
    }
    const bars = barsAlong(hits, { bpm: 119, downbeatFrame: Math.round(0.5 * RATE) });
    const known = hits.filter((_, index) => index % 8 === 0).map(({ frame }) => frame);
    expect(bars.slice(0, 16)).toEqual(known);
  });
});

describe('hits of a recording', () => {
  const recording: Recording = {
    id: 'r',
    songId: 'song',
    tick: 20_160,
    name: 'Take',
    file: { hash: 'a'.repeat(64), name: 'take.wav', frames: 480_000, channels: 1, bytes: 1 },
    offset: 4800,
    frames: 240_000,
    levelDb: 0,
    muted: false,
  };
  const found = [hit(0.05), hit(1), hit(2), hit(5.5)];

  it('are those of the part that is heard, each put in or taken out by hand', () => {
    const frames = (of: Recording) => hitsOf(of, found).map(({ frame }) => frame);
    expect(frames(recording)).toEqual([48_000, 96_000]);
    const without = withHitSwitched(recording, found, 48_300);
    expect(frames(without)).toEqual([96_000]);
    expect(frames(withHitSwitched(without, found, 48_000))).toEqual([48_000, 96_000]);
    const more = withHitSwitched(recording, found, 70_000);
    expect(frames(more)).toEqual([48_000, 70_000, 96_000]);
    expect(frames(withHitSwitched(more, found, 70_100))).toEqual([48_000, 96_000]);
  });

  it('one put in by hand is as loud as the found one nearest to it', () => {
    const levelOf = (found: readonly FoundHit[], frame: number) =>
      hitsOf(withHitSwitched(recording, found, frame), found).find((each) => each.frame === frame)?.level;
    const quietThenLoud = [hit(1, 0.2), hit(2, 0.9)];
    expect(levelOf(quietThenLoud, 60_000)).toBe(0.2);
    expect(levelOf(quietThenLoud, 90_000)).toBe(0.9);
    expect(levelOf([], 60_000)).toBeGreaterThan(0);
  });

  it('law: a frame and the tick it is heard at are each other’s', () => {
    const { tempos } = songWith([]).song;
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 400_000 }), (frame) => {
        expect(frameOfTick(tempos, recording, tickOfFrame(tempos, recording, frame))).toBe(frame);
      }),
    );
    // A beat at 120 bpm after its beginning, half a second has gone by.
    expect(frameOfTick(tempos, recording, 40_320)).toBe(4800 + 24_000);
  });
});
