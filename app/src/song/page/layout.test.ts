import { barBefore, nearestBar, addSection, newSong, newTrack, soundById, withTrack } from '@yibbo/core';
import { pageLayout } from './layout';

const BAR = 80_640;
let ids = 0;
const newId = () => `i${++ids}`;

/** A song with a section of so many bars, one after the other. */
function songOf(...bars: number[]) {
  return bars.reduce((song, count) => addSection(song, 'Verse', count * BAR, newId), newSong('song', 'Test', 1));
}

const shape = (width: number, ...bars: number[]) =>
  pageLayout(songOf(...bars), width).rows.map((row) => [row.line.section?.name, row.isFirst, row.bars[0]!.number, row.bars.length]);

it('a section is a line, and a long one wraps at whole bars that are a thumb wide', () => {
  expect(shape(346, 8, 20)).toEqual([
    ['Verse', true, 1, 8],
    ['Verse 2', true, 9, 8],
    ['Verse 2', false, 17, 8],
    ['Verse 2', false, 25, 4],
  ]);
  // Where there is room, the longest line fills the width.
  expect(shape(1000, 8, 20)).toEqual([
    ['Verse', true, 1, 8],
    ['Verse 2', true, 9, 20],
  ]);
  expect(pageLayout(songOf(8), 1000).pixelsPerTick * 8 * BAR).toBeCloseTo(1000);
});

it('bars keep their own lengths: in 7/8 as many ticks fit as in 4/4', () => {
  const song = songOf(8);
  const inSeven = { ...song, song: { ...song.song, meters: [{ tick: 0, numerator: 7, denominator: 8 as const }] } };
  const { rows } = pageLayout(inSeven, 346);
  expect(rows[0]!.bars.map(({ end, start }) => end - start)).toEqual(Array.from({ length: 8 }, () => 70_560));
  expect(nearestBar(inSeven.song.meters, 80_000)).toBe(70_560);
  expect(barBefore(inSeven.song.meters, 150_000)).toBe(141_120);
});

it('an empty song has bars to begin in', () => {
  const { track, pattern, placement } = newTrack(newSong('song', 'Test', 1), soundById('lamp-keys'), newId);
  const song = { ...withTrack(newSong('song', 'Test', 1), { track, pattern, placement }), placements: [] };
  expect(pageLayout(song, 346).rows.map(({ bars }) => bars.length)).toEqual([8]);
});
