import { expect, test, type Page } from '../support/journey';
import { boxAt, cell, family, Fingers, middleOf, newSong, savedNotes, shapes } from '../support/app';
import { noteOns, sentOut } from '../support/midi-text';

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' });

/** Starts in ticks of 480 to the quarter, by pitch, of the MIDI file the song leaves as. */
async function exported(page: Page, pitch: number): Promise<number[]> {
  const rows = await sentOut(page);
  const perQuarter = Number(rows[0]!.split(',')[5]);
  return noteOns(rows)
    .filter(([, , , each]) => each === pitch)
    .map(([, tick]) => (tick! * 4) / perQuarter);
}

test('the grid changes at one touch while the loop plays; notes stay, and those off the new lines are found', async ({ page }) => {
  await newSong(page, 'Quay kit');
  for (const step of [0, 3, 6]) await cell(page, 'Kick', step).tap();
  await expect.poll(() => shapes(page)).toHaveLength(3);
  const before = await savedNotes(page);
  await page.getByTestId('play').tap();
  await button(page, /^Grid is straight/).tap();
  await button(page, /^Grid is dotted/).tap();
  await expect(page.getByTestId('grid-words')).toHaveText('1/16 triplet: 6 steps a beat, 24 a bar');
  await button(page, 'Coarser grid').tap();
  await expect(page.getByTestId('grid-words')).toHaveText('1/8 triplet: 3 steps a beat, 12 a bar');
  // Of the sixteenths 0, 3 and 6 only the first stands on a third of a beat, and the one on beat 2 1/2 does not.
  await button(page, '2 off grid: select them').tap();
  await expect(page.getByTestId('readout')).toContainText('2 notes');

  await button(page, /^Grid 1\/8 triplet: set up/).tap();
  await button(page, '1/4').tap();
  await button(page, 'Tuplet').tap();
  await expect(page.getByTestId('sheet-note')).toHaveText('1/4 5:4: 1 1/4 steps a beat, 5 a bar');
  for (const _more of [6, 7]) await button(page, 'Steps in it: more').tap();
  await expect(page.getByTestId('grid-words')).toHaveText('1/4 7:4: 1 3/4 steps a beat, 7 a bar');
  await button(page, 'Close: Grid').tap();
  await expect(page.getByRole('checkbox', { name: /^Kick / })).toHaveCount(7);
  await page.getByTestId('play').tap();
  // Not one of these was an edit: the notes are what they were, and the last undo step is the last drawn note.
  expect(await savedNotes(page)).toEqual(before);
  await button(page, 'Undo').tap();
  await expect.poll(() => shapes(page)).toHaveLength(2);
});

test('a row has its own grid and its own length: it goes round against the others, on screen and in the file', async ({ page }) => {
  await newSong(page, 'Quay kit');
  await cell(page, 'Kick', 0).tap();
  await button(page, 'More for row Kick').tap();
  await button(page, 'Own grid, as the pattern: choose').tap();
  await button(page, '1/4').tap();
  await expect(page.getByTestId('pins')).toHaveText('Kick 1/4');
  await button(page, 'Close: Grid').tap();
  await expect(page.getByRole('checkbox', { name: /^Kick / })).toHaveCount(4);
  // Three quarters long: hits on 1 and 3 come round every three beats.
  await button(page, 'More for row Kick').tap();
  for (const _box of Array.from({ length: 5 })) await button(page, 'Length of the row: less').tap();
  await expect(page.getByRole('group', { name: 'Length of the row' })).toContainText('3 steps');
  await button(page, 'Close: Row Kick').tap();
  await cell(page, 'Kick', 2).tap();
  await expect(page.getByTestId('row-words')).toHaveText('1/4, 3 steps');
  // The fourth beat is a repeat of the first; a tap on it takes the first away.
  await expect(cell(page, 'Kick', 3)).toHaveAccessibleName(/repeat, velocity/);
  expect(await exported(page, 36)).toEqual([0, 8, 12, 20, 24]);
  await cell(page, 'Kick', 3).tap();
  expect(await exported(page, 36)).toEqual([8, 20]);
  // The other rows go on in sixteenths, over the whole pattern.
  await button(page, /^Snare, /).tap();
  await expect(page.getByRole('checkbox', { name: /^Snare / })).toHaveCount(16);
});

test('a stretch of time has its own grid, and the grid can follow the zoom', async ({ page }) => {
  await newSong(page, 'Lamp keys');
  const fingers = await Fingers.on(page);
  const ruler = await middleOf(page.getByTestId('ruler'));
  const x = async (step: number) => (await boxAt(page, step, 'C4')).x;
  await fingers.drag([{ from: { x: await x(16), y: ruler.y }, to: { x: await x(23), y: ruler.y } }], { hold: 500 });
  await button(page, /^Grid 1\/16.*: set up/).tap();
  await button(page, /^2\.1 to 2\.3/).tap();
  await button(page, '1/8').tap();
  await button(page, 'triplet').tap();
  await expect(page.getByTestId('span-grid')).toHaveText('1/8 triplet');
  await button(page, 'Close: Grid').tap();
  const tap = async (step: number) => {
    const at = await boxAt(page, step, 'C4');
    await page.touchscreen.tap(at.x, at.y);
  };
  await tap(1);
  await tap(18);
  // In the stretch a step is a third of a beat: the second one begins at 2.1 1/3.
  const third = 4 / 3;
  await expect.poll(() => shapes(page)).toHaveLength(2);
  const [plain, triplet] = await shapes(page);
  expect(plain).toEqual([1, 1, 60]);
  expect(triplet![0]).toBeCloseTo(16 + third, 9);
  expect(triplet![1]).toBeCloseTo(third, 9);

  await button(page, /^Grid 1\/16.*: set up/).tap();
  await button(page, 'Pattern').tap();
  await button(page, 'Grid follows zoom').tap();
  await button(page, 'Close: Grid').tap();
  await expect(page.getByTestId('grid-words')).toContainText('1/8:');
  await family(page, 'View');
  for (const _time of [1, 2, 3, 4, 5]) await button(page, 'Zoom in time: more').tap();
  await expect(page.getByTestId('grid-words')).toContainText('1/32:');
});
