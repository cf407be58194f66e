import { expect, test } from '../support/journey';
import { openDemo, openTrack, showAs } from '../support/app';

test('a pattern has an address: reload, a step back and a link lead to the same track, pattern and bar', async ({ page, context }) => {
  await openDemo(page);
  const first = page.url();
  expect(first).toMatch(/\/song\/[\w-]+\/pattern\/[\w-]+$/);
  await openTrack(page, 'Lamp Keys');
  await expect(page.getByTestId('notes-grid')).toHaveAccessibleName(/^Notes of Lamp Keys/);
  await expect(page).not.toHaveURL(first);
  const track = page.url();
  // In Steps a bar on, and the address says so; nothing that is selected is lost by that.
  await showAs(page, 'Steps');
  await page.getByRole('button', { name: 'Select all notes' }).tap();
  await page.getByRole('button', { name: 'Bar 3', exact: true }).tap();
  await expect(page).toHaveURL(`${track}?bar=3`);
  await expect(page.getByRole('button', { name: 'Deselect' })).toBeVisible();
  const place = page.url();

  await page.reload();
  await expect(page.getByTestId('steps-grid')).toHaveAccessibleName(/^Steps of Lamp Keys, bar 3/);
  await page.getByRole('button', { name: 'Back to the song', exact: true }).tap();
  await expect(page.getByTestId('song-page')).toBeVisible();
  await page.goBack();
  await expect(page.getByTestId('steps-grid')).toHaveAccessibleName(/^Steps of Lamp Keys, bar 3/);

  // A link, in a browser that has never looked at this pattern: its own view, from the same bar.
  const other = await (await context.browser()!.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await other.goto(place);
  await expect(other.getByTestId('notes-grid')).toHaveAccessibleName(/^Notes of Lamp Keys/);
  await expect(other).toHaveURL(place);
  await showAs(other, 'Steps');
  await expect(other.getByTestId('steps-grid')).toHaveAccessibleName(/^Steps of Lamp Keys, bar 3/);
  // An address of something gone leads to the song.
  await other.goto(place.replace(/pattern\/[\w-]+/, 'pattern/nowhere'));
  await expect(other.getByTestId('play')).toBeVisible();
  await expect(other).not.toHaveURL(/nowhere/);
  await other.close();
});
