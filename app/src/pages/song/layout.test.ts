import { barBefore, nearestBar, addSection, newSong, newTrack, soundById, withTrack } from '@yibbo/core';
import { isAllFolded, pageLayout } from './layout';

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
  expect(pageLayout(songOf(8), 1000).rows[0]!.pixelsPerTick * 8 * BAR).toBeCloseTo(1000);
});

it('where every line takes one row, a shorter one is up to twice as wide; where one wraps, all keep one scale', () => {
  const widths = (width: number, ...bars: number[]) =>
    pageLayout(songOf(...bars), width).rows.map(({ start, end, pixelsPerTick }) => Math.round((end - start) * pixelsPerTick));
  expect(widths(360, 8, 4, 2, 6)).toEqual([360, 360, 180, 360]);
  expect(widths(360, 4, 2)).toEqual([360, 360]);
  // Four and four of twelve, at eight across.
  expect(widths(360, 12, 4)).toEqual([360, 180, 180]);
});

it('bars keep their own lengths: in 7/8 as many ticks fit as in 4/4', () => {
  const song = songOf(8);
  const inSeven = { ...song, song: { ...song.song, meters: [{ tick: 0, numerator: 7, denominator: 8 as const }] } };
  const { rows } = pageLayout(inSeven, 346);
  expect(rows[0]!.bars.map(({ end, start }) => end - start)).toEqual(Array.from({ length: 8 }, () => 70_560));
  expect(nearestBar(inSeven.song.meters, 80_000)).toBe(70_560);
  expect(barBefore(inSeven.song.meters, 150_000)).toBe(141_120);
});

it('a folded line is one row over its whole time; a very long page begins folded, but for its first line and what is edited on it', () => {
  const sixty = songOf(...Array.from({ length: 60 }, () => 16));
  const tracks = Array.from({ length: 12 }, (_, at) => ({ ...newTrack(sixty, soundById('lamp-keys'), newId).track, id: `t${at}` }));
  const song = { ...sixty, tracks };
  const { rows } = pageLayout(song, 346);
  expect(rows.map(({ isFolded }) => isFolded)).toEqual([false, false, ...Array.from({ length: 59 }, () => true)]);
  // Every bar is there once, in order, and what is folded fills the width.
  expect(rows.flatMap(({ bars }) => bars.map(({ number }) => number))).toEqual(Array.from({ length: 960 }, (_, at) => at + 1));
  for (const { start, end, pixelsPerTick } of rows) expect((end - start) * pixelsPerTick).toBeCloseTo(346);

  const byHand = { [song.sections[0]!.id]: true, [song.sections[4]!.id]: false };
  const unfolded = rows.filter(({ isFolded }) => !isFolded);
  expect(unfolded.map(({ bars }) => bars[0]!.number)).toEqual([1, 9]);
  const after = pageLayout(song, 346, byHand, 16 * BAR * 9 + 1).rows.filter(({ isFolded }) => !isFolded);
  expect(after.map(({ bars }) => bars[0]!.number)).toEqual([65, 73, 145, 153]);
  // With a pattern open on the page, all the others are all there is to fold.
  const all = Object.fromEntries(song.sections.map(({ id }) => [id, true]));
  const open = 16 * BAR * 9 + 1;
  expect(isAllFolded(pageLayout(song, 346, all, open), open)).toBe(true);
  expect(isAllFolded(pageLayout(song, 346, { ...all, [song.sections[4]!.id]: false }, open), open)).toBe(false);
  expect(isAllFolded(pageLayout(song, 346, all), null)).toBe(true);
  const twenty = songOf(...Array.from({ length: 20 }, () => 8));
  expect(pageLayout({ ...twenty, tracks: tracks.slice(0, 3) }, 346).rows.some(({ isFolded }) => isFolded)).toBe(false);
});

it('an empty song has bars to begin in', () => {
  const { track, pattern, placement } = newTrack(newSong('song', 'Test', 1), soundById('lamp-keys'), newId);
  const song = { ...withTrack(newSong('song', 'Test', 1), { track, pattern, placement }), placements: [] };
  expect(pageLayout(song, 346).rows.map(({ bars }) => bars.length)).toEqual([8]);
});
