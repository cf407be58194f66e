import { expect, test } from '../support/journey';
import { newSong, savedNotes } from '../support/app';

test('while the server is away editing goes on, it is said, and all arrives afterwards, even over a reload', async ({ page }) => {
  await newSong(page, 'Quay kit');
  const cell = (step: number) => page.getByRole('checkbox', { name: /^Kick / }).nth(step);
  await cell(0).tap();
  await expect(page.getByTestId('link')).toHaveText('Saved');
  await page.route('**/changes', (route) => route.abort());
  await cell(4).tap();
  await cell(8).tap();
  await expect(page.getByTestId('link')).toContainText('Server away');
  await expect(cell(8)).toBeChecked();
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect(cell(8)).not.toBeChecked();

  await page.reload();
  await expect(cell(4)).toBeChecked();
  await expect(cell(8)).not.toBeChecked();
  await page.unroute('**/changes');
  await expect(page.getByTestId('link')).toHaveText('Saved', { timeout: 20_000 });
  expect(await savedNotes(page)).toHaveLength(2);
});

test('what was done without a line is sent as soon as there is one again', { tag: '@again' }, async ({ page, context }) => {
  await newSong(page, 'Quay kit');
  const cell = (step: number) => page.getByRole('checkbox', { name: /^Kick / }).nth(step);
  await context.setOffline(true);
  // Long enough that the next try by itself would be far off.
  for (const step of [0, 4, 8, 12]) {
    await cell(step).tap();
    await expect(page.getByTestId('link')).toContainText('Server away');
    await page.waitForTimeout(1500);
  }
  await context.setOffline(false);
  await expect(page.getByTestId('link')).toHaveText('Saved', { timeout: 1500 });
  expect(await savedNotes(page)).toHaveLength(4);
});

test("two windows on one song see each other's notes", async ({ page, context }) => {
  await newSong(page, 'Quay kit');
  const other = await context.newPage();
  await other.goto(page.url());
  const cell = (window: typeof page, step: number) => window.getByRole('checkbox', { name: /^Kick / }).nth(step);
  await cell(page, 0).tap();
  await expect(cell(other, 0)).toBeChecked();
  await cell(other, 4).tap();
  await expect(cell(page, 4)).toBeChecked();
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect(cell(other, 4)).not.toBeChecked();
});

test('a song that is not there is said so, with a way back', async ({ page }) => {
  await page.goto('/song/nowhere');
  await expect(page.getByRole('alert')).toContainText('There is no such song');
  await page.getByRole('button', { name: 'Back to the songs' }).tap();
  await expect(page.getByRole('heading', { name: 'Yibbo' })).toBeVisible();
});
