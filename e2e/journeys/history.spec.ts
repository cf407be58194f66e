import { expect, test, type Page } from '../support/journey';
import { cell, newSong, savedNotes } from '../support/app';
import { button } from '../support/song';

async function openHistory(page: Page): Promise<void> {
  await button(page, 'Song: tempo, send out').first().click();
  await button(page, 'History').click();
  await expect(page.getByRole('list', { name: 'Steps' })).toBeVisible();
}

const kicks = async (page: Page) => (await savedNotes(page)).map(({ start }) => start / 5040).sort((a, b) => a - b);

test('by thumb: the history is read, gone back in and on, after a reload too; a saved point is come back to and opened', async ({
  page,
}) => {
  await newSong(page, 'Quay kit', 'Tide Table');
  for (const step of [0, 4, 8]) await cell(page, 'Kick', step).tap();
  await openHistory(page);
  await page.getByRole('textbox', { name: 'Name of the saved point' }).fill('Three kicks');
  await button(page, 'Save this point').click();
  await button(page, 'Close: History').click();
  for (const step of [12, 2]) await cell(page, 'Kick', step).tap();
  expect(await kicks(page)).toEqual([0, 2, 4, 8, 12]);

  await page.reload();
  await openHistory(page);
  const steps = page.getByRole('list', { name: 'Steps' }).getByRole('listitem');
  // Five hits, the track, and the point between them.
  await expect(steps).toHaveCount(7);
  await expect(steps.nth(2)).toContainText('Three kicks');
  // Back to the second hit: three steps are undone, and said to be.
  await steps.nth(4).getByRole('button').click();
  await expect.poll(() => kicks(page)).toEqual([0, 4]);
  await expect(page.getByRole('button', { name: /: redo to here$/ })).toHaveCount(3);
  // And on to the last.
  await page
    .getByRole('button', { name: /: redo to here$/ })
    .first()
    .click();
  await expect.poll(() => kicks(page)).toEqual([0, 2, 4, 8, 12]);

  // Differences from the point are listed, and heard and seen while a button is held.
  await button(page, 'Compare with Three kicks').click();
  await expect(page.getByTestId('compared')).toContainText('2 notes new since');
  const hold = (await button(page, 'Hold to hear Three kicks').boundingBox())!;
  await page.mouse.move(hold.x + 20, hold.y + 20);
  await page.mouse.down();
  await expect(page.locator('[data-cell][aria-checked=true]')).toHaveCount(3);
  await page.mouse.up();
  await expect(page.locator('[data-cell][aria-checked=true]')).toHaveCount(5);
  await button(page, 'Back to Three kicks').click();
  await expect.poll(() => kicks(page)).toEqual([0, 4, 8]);
  await page.getByRole('alert').getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => kicks(page)).toEqual([0, 2, 4, 8, 12]);
  await button(page, 'Open a copy of Three kicks').click();
  await expect(page.getByRole('heading', { name: 'Tide Table, copy' })).toBeVisible();
  await expect.poll(() => kicks(page)).toEqual([0, 4, 8]);
});
