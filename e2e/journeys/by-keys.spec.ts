import { expect, test, type Page } from '../support/journey';
import { cell, newSong, savedNotes, shapes, tabTo } from '../support/app';

test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' });

/** Goes to a button with Tab, or among choices with arrows, and presses it. */
async function press(page: Page, name: string | RegExp): Promise<void> {
  const wanted = button(page, name).first();
  const isStop = (await wanted.getAttribute('tabindex')) !== '-1';
  await tabTo(isStop ? wanted : wanted.locator('xpath=..').locator('[tabindex="0"]'));
  for (let at = 0; at < 40 && !(await wanted.evaluate((element) => element === document.activeElement)); at++)
    await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
}

test('a row gets its own grid and length, and goes to another sound and back', async ({ page }) => {
  // Hundreds of stops are walked by Tab.
  test.slow();
  await newSong(page, 'Quay kit');
  // Tab comes to the current row; arrows go on to others, which become the current one.
  await tabTo(page.locator('[data-testid=steps-grid] [data-cell][tabindex="0"]'));
  for (let row = 0; row < 20 && !(await cell(page, 'Kick', 0).evaluate((element) => element === document.activeElement)); row++)
    await page.keyboard.press('ArrowDown');
  await expect(cell(page, 'Kick', 0)).toBeFocused();
  await page.keyboard.press('Enter');
  await page.keyboard.press('o');
  await press(page, /^Own grid, as the pattern/);
  await press(page, '1/8');
  await expect(page.getByTestId('pins')).toHaveText('Kick 1/8');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('checkbox', { name: /^Kick / })).toHaveCount(8);
  await page.keyboard.press('o');
  await press(page, 'Length of the row: less');
  await expect(page.getByRole('group', { name: 'Length of the row' })).toContainText('15 steps');
  await press(page, 'Low tom');
  expect((await savedNotes(page)).map(({ pitch }) => pitch)).toEqual([45]);
  await press(page, 'Put them back');
  await expect.poll(async () => (await savedNotes(page)).map(({ pitch }) => pitch)).toEqual([36]);
});

test('a key is chosen, a stretch gets a grid of triplets, and notes stand on its lines', { tag: '@again' }, async ({ page }) => {
  test.slow();
  await newSong(page, 'Lamp keys');
  await expect(page.getByRole('group', { name: 'Tray' })).toBeVisible();
  // D minor in six keys: the sheet has taken the focus to its first control.
  for (const key of ['Shift+K', 'd', 'Enter', 'Tab', 'm', 'Enter']) await page.keyboard.press(key);
  await expect(page.getByTestId('sheet-note')).toHaveText('D minor');
  await press(page, /^dorian$/i);
  await expect(page.getByTestId('sheet-note')).toContainText(/D dorian/i);
  await page.keyboard.press('Escape');
  await tabTo(page.getByTestId('notes-grid'));
  // A frame over the first half bar marks its time.
  await page.keyboard.press('b');
  for (let box = 0; box < 7; box++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+Enter');
  await page.keyboard.press('Shift+O');
  await press(page, /^1\.1 to 1\.3/);
  await press(page, '1/8');
  await press(page, 'triplet');
  await expect(page.getByTestId('span-grid')).toHaveText('1/8 triplet');
  await page.keyboard.press('Escape');
  await tabTo(page.getByTestId('notes-grid'));
  await page.keyboard.press('Control+Home');
  for (let note = 0; note < 3; note++) await page.keyboard.press('Enter');
  await expect.poll(async () => (await shapes(page)).map(([start]) => Math.round(start! * 3))).toEqual([0, 4, 8]);
});
