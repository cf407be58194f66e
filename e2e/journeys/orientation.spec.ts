import { expect, test } from '../support/journey';
import { boxAt, changeBars, newSong } from '../support/app';

test('undo out of view says what and where, and shows it; the view goes along with play and stays where a hand works', async ({ page }) => {
  await newSong(page, 'Lamp keys');
  await changeBars(page, 2);
  await page.keyboard.press('0');
  const first = await boxAt(page, 2, 'C4');
  await page.touchscreen.tap(first.x, first.y);
  await expect(page.getByRole('option')).toHaveCount(1);
  // Four bars fill the width; zoomed in by four and scrolled on, the note is out of view.
  for (let press = 0; press < 5; press++) await page.keyboard.press('5');
  await page.keyboard.press('End');
  await page.keyboard.press('End');
  await page.getByRole('button', { name: 'Undo' }).tap();
  const said = page.getByRole('alert');
  await expect(said).toContainText('Undone: Draw a note: Lamp keys, 1.1');
  await said.getByRole('button', { name: 'Show' }).click();
  await page.getByRole('button', { name: 'Redo' }).tap();
  await expect(page.getByRole('option', { name: /^C4 at 1\.1/ })).toBeInViewport();

  await page.getByTestId('play').tap();
  const ruler = page.getByTestId('ruler');
  // At 120 a bar takes two seconds.
  await expect(ruler.getByText('3.1', { exact: true })).toBeInViewport({ timeout: 9000 });
  await page.getByTestId('play').tap();
});
