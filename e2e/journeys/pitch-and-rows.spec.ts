import { expect, test, type Page } from '../support/journey';
import { boxAt, cell, family, newSong, shapes, tool, type Point } from '../support/app';

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' });
const pitches = async (page: Page) => (await shapes(page)).map(([, , pitch]) => pitch);
const tapAt = async (page: Page, { x, y }: Point) => page.touchscreen.tap(x, y);

test('a key names the rows, tints its scale and never moves a note; steps of the scale, inversion and fitting follow it', async ({
  page,
}) => {
  await newSong(page, 'Lamp keys');
  for (const [step, row] of [
    [0, 'C4'],
    [8, 'E4'],
    [16, 'F♯4'],
  ] as const)
    await tapAt(page, await boxAt(page, step, row));
  // Without a key there is no scale to move in, and the way to one is offered.
  await tool(page, 'Pitch', 'Scale step up');
  await button(page, 'Choose a key').tap();
  await button(page, 'G').tap();
  await button(page, 'minor').tap();
  await expect(page.getByTestId('sheet-note')).toHaveText('G minor');
  await button(page, 'Close: Key').tap();
  // G minor has two flats: B and E; F sharp is spelled with a flat beside them.
  await expect(page.getByText('E♭4', { exact: true })).toBeVisible();
  await expect(page.getByText('G♭4', { exact: true })).toBeVisible();
  await expect.poll(() => pitches(page)).toEqual([60, 64, 66]);
  await tool(page, 'Pitch', 'Scale step up');
  // C goes to D; E and F sharp, outside the scale, to the nearest step above: F and G.
  await expect.poll(() => pitches(page)).toEqual([62, 65, 67]);
  await tool(page, 'Pitch', 'Scale step down');
  await expect.poll(() => pitches(page)).toEqual([60, 63, 65]);
  await tool(page, 'Pitch', 'Octave up');
  await expect.poll(() => pitches(page)).toEqual([72, 75, 77]);
  await button(page, 'Undo').tap();
  await tool(page, 'Pitch', 'Invert');
  // Highest and lowest change places: C, E flat, F become F, D, C.
  await expect.poll(() => pitches(page)).toEqual([65, 62, 60]);
});

test("rows are chosen, and what that hides is said; notes out of a sound's range are counted and an octave is offered", async ({
  page,
}) => {
  await newSong(page, 'Round bass');
  for (const [step, row] of [
    [0, 'D2'],
    [8, 'C♯3'],
  ] as const)
    await tapAt(page, await boxAt(page, step, row));
  await family(page, 'View');
  await button(page, 'Rows with notes').tap();
  await expect(page.getByText('D2', { exact: true })).toBeVisible();
  await expect(page.getByText('E2', { exact: true })).toHaveCount(0);
  await button(page, 'Key …').tap();
  await button(page, 'D').tap();
  await button(page, 'minor').tap();
  await button(page, 'Close: Key').tap();
  await tool(page, 'View', 'Scale rows');
  await button(page, 'Close: Toolbox').tap();
  // C sharp is not of D minor: its row is away, and that is said.
  await button(page, 'Select all notes').tap();
  await expect(page.getByTestId('readout')).toContainText('D2–D♭3');
  await button(page, 'Deselect').tap();
  await button(page, '1 row with notes hidden: show every row').tap();
  await expect(page.getByText('D♭3', { exact: true })).toBeVisible();

  for (const _octave of [1, 2]) await tool(page, 'Pitch', 'Octave up');
  await expect.poll(() => pitches(page)).toEqual([62, 73]);
  await button(page, "1 outside the sound's range: select them").tap();
  await expect(page.getByRole('alert')).toContainText('1 octave down');
  await button(page, 'Move them').tap();
  await expect.poll(() => pitches(page)).toEqual([62, 61]);
});

test('a drum row is renamed, given to another sound and given back, muted and filled evenly', async ({ page }) => {
  await newSong(page, 'Quay kit');
  for (const step of [0, 8]) await cell(page, 'Kick', step).tap();
  await button(page, 'More for row Kick').tap();
  await page.getByRole('textbox', { name: 'Name of the row' }).fill('Boom');
  await page.getByRole('textbox', { name: 'Name of the row' }).press('Enter');
  await expect(page.getByRole('region', { name: 'Row Boom' })).toBeVisible();
  await page.getByRole('group', { name: 'Move the notes of Boom to' }).getByRole('button', { name: 'Clap' }).tap();
  await expect.poll(() => pitches(page)).toEqual([39, 39]);
  await button(page, 'Put them back').tap();
  await expect.poll(() => pitches(page)).toEqual([36, 36]);
  // The view has stayed on the row that they came from.
  await button(page, 'Close: Row Boom').tap();
  await expect(cell(page, 'Boom', 8)).toBeChecked();

  // Three hits spread over eight steps, again and again: 3 + 3 + 2.
  await button(page, /^Rim, /).tap();
  await button(page, 'Fill Rim').tap();
  await button(page, 'hits, evenly').tap();
  await button(page, 'More settings').tap();
  for (const _hit of [4, 3]) await button(page, 'Hits: less').tap();
  for (const _box of Array.from({ length: 8 })) await button(page, 'Over: less').tap();
  await button(page, 'Keep').tap();
  await expect
    .poll(async () => (await shapes(page)).filter(([, , pitch]) => pitch === 37).map(([start]) => start))
    .toEqual([0, 3, 6, 8, 11, 14, 16, 19, 22, 24, 27, 30]);
});
