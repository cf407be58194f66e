import fc from 'fast-check';
import { anySong } from '../../test/any-song';
import { events, notesBehind } from '.';

it('what lies behind a pattern is what other tracks play in its first round', () => {
  let sounding = 0;
  fc.assert(
    fc.property(anySong, fc.nat(7), (song, pick) => {
      fc.pre(song.placements.length > 0);
      const shown = song.placements[pick % song.placements.length]!;
      const length = song.patterns.find(({ id }) => id === shown.patternId)!.length;
      const behind = notesBehind(song, shown.id, length);
      const heard = events(song, 0, length, { view: { kind: 'pattern', placementId: shown.id } }).filter(
        ({ trackId }) => trackId !== shown.trackId,
      );
      const places = (all: readonly (readonly [number, number])[]) => [...new Set(all.map(([tick, pitch]) => `${tick} ${pitch}`))].sort();
      expect(places(behind.map(({ start, pitch }) => [start, pitch]))).toEqual(places(heard.map(({ tick, pitch }) => [tick, pitch])));
      if (heard.length) sounding++;
    }),
  );
  expect(sounding).toBeGreaterThan(15);
});
