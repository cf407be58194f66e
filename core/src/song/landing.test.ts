import { newSong } from './new-song';
import { landingReport, placementEndLimit, putPlacements, withPlacementEnd, withTrackAt, type PlacementLanding } from './placing';
import type { Placement } from '../model/entities';
import type { Document } from '../model/document';

const BAR = 80_640;

/** Bars from and to of placements on track "a" (or "b:" before), each of a pattern of its own. */
function songOf(...spans: readonly (readonly [from: number, to: number, track?: string])[]): Document {
  const song = newSong('s', 'Song', 1);
  const placements = spans.map(([from, to, trackId = 'a'], index): Placement => placed(`p${index}`, from, to, trackId, `pattern${index}`));
  const track = { songId: 's', name: '', kind: 'pitched', colour: 0, symbol: 'disc', soundId: 'x', levelDb: 0, pan: 0, rows: [] } as const;
  return {
    ...song,
    tracks: ['a', 'b'].map((id, order) => ({ ...track, id, order, muted: false, soloed: false, rows: [] })),
    patterns: placements.map(({ patternId }) => ({ id: patternId, songId: 's', name: '', length: BAR })),
    placements,
  };
}
function placed(id: string, from: number, to: number, trackId = 'a', patternId = 'put'): Placement {
  return { id, songId: 's', trackId, patternId, start: from * BAR, length: (to - from) * BAR, offset: 0, muted: false };
}
const report = (document: Document, put: Placement, landing: PlacementLanding) => {
  const told = landingReport(document, [put], landing);
  return { ...told, by: told.by / BAR, grows: told.grows / BAR };
};
const NOTHING = { under: 0, moved: 0, by: 0, cut: 0, gone: 0, grows: 0 };

describe('what a landing does is told before it is done', () => {
  it('nothing where nothing lies, and nothing to others where both sound', () => {
    const song = songOf([0, 1], [4, 5], [1, 2, 'b']);
    expect(report(song, placed('new', 1, 2), 'push')).toEqual(NOTHING);
    expect(report(song, placed('new', 4, 5), 'merge')).toEqual({ ...NOTHING, under: 1 });
  });

  it('pushing: all that begin later, those too that did not lie there, and what of one is cut off; how far, and whether the song grows', () => {
    expect(report(songOf([0, 1], [1, 2], [2, 3], [7, 8]), placed('new', 1, 3), 'push')).toEqual({
      ...NOTHING,
      under: 2,
      moved: 3,
      by: 2,
      grows: 2,
    });
    // One that began before it is cut: its rest moves on. The other track's end is later: the song does not grow.
    expect(report(songOf([0, 4], [0, 9, 'b']), placed('new', 1, 2), 'push')).toEqual({ ...NOTHING, under: 1, moved: 1, by: 1 });
  });

  it('replacing: those that are gone, and those of which some is cut away', () => {
    expect(report(songOf([0, 2], [2, 3], [3, 6], [8, 9]), placed('new', 1, 4), 'replace')).toEqual({
      ...NOTHING,
      under: 3,
      cut: 2,
      gone: 1,
    });
    // Out of the middle of one.
    expect(report(songOf([0, 8]), placed('new', 2, 4), 'replace')).toEqual({ ...NOTHING, under: 1, cut: 1 });
  });

  it('a placement that is moved is no other to itself', () => {
    const song = songOf([0, 4]);
    expect(report(song, { ...song.placements[0]!, start: BAR }, 'push')).toEqual(NOTHING);
  });
});

it('an end goes no further than the next placement of its track, also where that begins right there', () => {
  const song = songOf([0, 2], [2, 4], [7, 8], [5, 6, 'b']);
  const limits = song.placements.map((each) => placementEndLimit(song, each) / BAR);
  expect(limits.slice(0, 2)).toEqual([2, 7]);
  expect(limits[2]).toBeGreaterThan(1000);
  expect(withPlacementEnd(song, 'p0', 3 * BAR)).toBe(song);
  expect(withPlacementEnd(song, 'p1', 9 * BAR).placements[1]!.length).toBe(5 * BAR);
});

it('pushing moves only what lies in the way on the track itself, and all after it as far', () => {
  const bars = (document: Document) => document.placements.map(({ id, start }) => [id, start / BAR]).sort();
  const put = (song: Document, from: number, to: number) =>
    bars(putPlacements(song, [placed('new', from, to)], 'push', () => 'cut', new Map()));
  const song = songOf([0, 1], [4, 5], [1, 2, 'b']);
  // A free place on its track: nothing moves, whatever lies before it, after it, or on another track.
  expect(put(song, 1, 2)).toEqual([
    ['new', 1],
    ['p0', 0],
    ['p1', 4],
    ['p2', 1],
  ]);
  expect(put(song, 0, 1)).toEqual([
    ['new', 0],
    ['p0', 1],
    ['p1', 5],
    ['p2', 1],
  ]);
});

it('a track goes to any place among the others, and the rest keep their order', () => {
  const song = songOf();
  const named = ['a', 'b', 'c', 'd'].map((id, order) => ({ ...song.tracks[0]!, id, order }));
  for (const [id, to] of [
    ['d', 1],
    ['a', 2],
    ['b', 3],
    ['c', 0],
  ] as const) {
    const others = named.map((track) => track.id).filter((other) => other !== id);
    const wanted = [...others.slice(0, to), id, ...others.slice(to)];
    expect(withTrackAt({ ...song, tracks: named }, id, to).tracks.map((track) => track.id)).toEqual(wanted);
  }
});
