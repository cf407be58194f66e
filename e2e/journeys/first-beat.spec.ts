import { expect, test } from '../support/journey';
import { family, newSongByHand, QUARTER, savedNotes, tool } from '../support/app';

const STEP = QUARTER / 4;

test('a beat from nothing: drawn, split, rotated, nudged, there after a reload, and undone again', async ({ page }) => {
  await newSongByHand(page, 'Quay kit');
  const cell = (row: string, step: number) => page.getByRole('checkbox', { name: new RegExp(`^${row} `) }).nth(step);
  for (const step of [0, 4, 8, 12]) await cell('Kick', step).tap();
  await page.getByRole('button', { name: /^Closed hat, 0 hits/ }).tap();
  for (let step = 0; step < 16; step++) await cell('Closed hat', step).tap();

  const starts = async (pitch: number) => (await savedNotes(page)).filter((note) => note.pitch === pitch).map((note) => note.start / STEP);
  await expect.poll(() => starts(36)).toEqual([0, 4, 8, 12]);
  expect(await starts(42)).toEqual(Array.from({ length: 16 }, (_, step) => step));

  // The hats one step on: what stood on the first sixteenth now stands on the second.
  await page.getByRole('button', { name: 'Rotate Closed hat on' }).tap();
  await expect.poll(() => starts(42)).toEqual(Array.from({ length: 16 }, (_, step) => step + 1));

  // Kicks cut in two: two equal pieces, 1/32 apart.
  await page.getByRole('button', { name: /^Kick, 4 hits/ }).tap();
  await page.getByRole('button', { name: 'More for row Kick' }).tap();
  await page.getByRole('button', { name: 'Select row Kick' }).tap();
  await page.getByRole('button', { name: 'Close: Row Kick' }).tap();
  await expect(page.getByTestId('readout')).toContainText('4 notes · Kick');
  await family(page, 'Length');
  await page.getByRole('button', { name: 'Split in 2' }).tap();
  await expect.poll(() => starts(36)).toEqual([0, 0.5, 4, 4.5, 8, 8.5, 12, 12.5]);

  // And all of them a 1/16 later.
  await tool(page, 'Time', 'Later');
  await expect.poll(() => starts(36)).toEqual([1, 1.5, 5, 5.5, 9, 9.5, 13, 13.5]);

  const before = await savedNotes(page);
  await page.reload();
  await expect(page.getByTestId('play')).toBeVisible();
  expect(await savedNotes(page)).toEqual(before);
  await expect(page.getByRole('checkbox', { name: /^Kick 1\.1\+25, velocity 100/ })).toBeVisible();

  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect.poll(() => starts(36)).toEqual([0, 0.5, 4, 4.5, 8, 8.5, 12, 12.5]);
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect.poll(() => starts(36)).toEqual([0, 4, 8, 12]);
  await page.getByRole('button', { name: 'Redo' }).tap();
  await expect.poll(() => starts(36)).toEqual([0, 0.5, 4, 4.5, 8, 8.5, 12, 12.5]);
});
