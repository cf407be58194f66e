import { expect, test } from '../support/journey';
import { cell, newSong, openTrack, shapes, showAs, tabTo } from '../support/app';
import { button } from '../support/song';

test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

test('what keys open takes the focus and gives it back; the cursor, a nudge and a delete are said', async ({ page }) => {
  await newSong(page, 'Lamp keys');
  const grid = page.getByTestId('notes-grid');
  await expect(page.getByRole('group', { name: 'Tray' })).toBeVisible();
  await tabTo(grid);
  await page.keyboard.press('Control+Home');
  const place = page.getByTestId('place');
  await expect(place).toHaveText(/^C4, 1\.1, empty$/);
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+ArrowLeft');
  await expect(place).toHaveText('C4, 1.1, note, loud 100');
  await page.keyboard.press('Control+ArrowUp');
  await expect(place).toHaveText(/^C♯4, 1\.1, empty$/);
  await page.keyboard.press('Control+ArrowDown');

  // A sheet, a strip and the toolbox: the first control has the focus, Escape gives it back to the notes.
  for (const key of ['Shift+K', 'Shift+O', 'Shift+N', 'a', 'Shift+T']) {
    await page.keyboard.press(key);
    await expect(grid, key).not.toBeFocused();
    expect(await page.evaluate(() => document.activeElement?.closest('[data-testid=sheet], [data-testid=trial]') !== null), key).toBe(true);
    await page.keyboard.press('Escape');
    await expect(grid, key).toBeFocused();
  }

  const spoken = page.getByTestId('spoken');
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowRight');
  await expect(spoken).toHaveText('Nudged +1/16');
  await page.keyboard.press('9');
  await expect(spoken).toHaveText('Rows with notes');
  await page.keyboard.press('Delete');
  await expect(spoken).toHaveText('1 note deleted');
  await expect.poll(() => shapes(page)).toEqual([]);

  // The rest of what a mouse reaches: a new track, its name, its sound, hearing a row, playing from here.
  await page.keyboard.press('Shift+J');
  await expect(page.getByTestId('play')).toHaveAccessibleName('Stop');
  await page.keyboard.press(' ');
  await page.keyboard.press('Shift+T');
  await expect(page.getByRole('textbox', { name: 'Name of the track' })).toBeFocused();
  await page.keyboard.type('Night keys');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(button(page, 'Night keys')).toBeVisible();
  await page.keyboard.press('Shift+W');
  await expect(page.getByRole('region', { name: 'Sound of Night keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Shift+A');
  await expect(page.getByRole('region', { name: 'New track' })).toBeVisible();
  expect(await page.evaluate(() => document.activeElement?.closest('[data-testid=sheet]') !== null)).toBe(true);
});

test('a tool is found by its name and run in three keys, and halving out of the menu in three', async ({ page }) => {
  await newSong(page, 'Quay kit');
  for (const step of [0, 8]) await cell(page, 'Kick', step).click();
  const starts = async () => (await shapes(page)).map(([start]) => start);
  await expect(page.getByRole('group', { name: 'Tray' })).toBeVisible();
  await page.keyboard.press('/');
  await expect(page.getByRole('textbox', { name: 'Find an action' })).toBeFocused();
  await page.keyboard.type('half the time');
  await page.keyboard.press('Enter');
  await expect.poll(starts).toEqual([0, 4]);
  await page.keyboard.press('Control+z');
  await expect.poll(starts).toEqual([0, 8]);

  await openTrack(page, 'Quay kit');
  await page.keyboard.press('Escape');
  await showAs(page, 'Notes');
  await page.keyboard.press('Control+a');
  for (const key of ['ContextMenu', 'h', 'Enter']) await page.keyboard.press(key);
  await expect.poll(starts).toEqual([0, 4]);
});
