import { expect, test } from '../support/journey';
import { changeBars, newSong, openPattern, showAs } from '../support/app';

test('the view stays out of the song: viewMode, grid and bar come back after a reload, and are no undo steps', async ({ page }) => {
  await newSong(page, 'Quay kit');
  await page.getByRole('button', { name: 'Finer grid' }).tap();
  await page.getByRole('button', { name: 'Bar 2', exact: true }).tap();
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect(page.getByRole('button', { name: 'Quay kit', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Redo' }).tap();
  await openPattern(page, 'Quay kit');
  await expect(page.getByTestId('grid-words')).toContainText('1/32');
  await showAs(page, 'Notes');
  await page.reload();
  await expect(page.getByTestId('notes-grid')).toBeVisible();
  await expect(page.getByTestId('grid-words')).toContainText('1/32');
  await showAs(page, 'Steps');
  await expect(page.getByRole('button', { name: 'Bar 2', exact: true })).toHaveAttribute('aria-pressed', 'true');
});

test('a pattern made shorter keeps what lies beyond its end, silent, and has it back when it grows', async ({ page }) => {
  await newSong(page, 'Quay kit');
  await page.getByRole('button', { name: 'Bar 2', exact: true }).tap();
  await page.getByRole('checkbox', { name: /^Kick 2\.1($|,)/ }).tap();
  await changeBars(page, -1);
  await expect(page.getByText('1 bar', { exact: true })).toBeVisible();
  await changeBars(page, 1);
  await page.getByRole('button', { name: 'Bar 2', exact: true }).tap();
  await expect(page.getByRole('checkbox', { name: /^Kick 2\.1($|,)/ })).toBeChecked();
});
