import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '../support/journey';
import { boxAt, newSong, shapes, tool } from '../support/app';
import { button } from '../support/song';

/** Two sixteenths, one on the beat and one between, on keys. */
async function twoNotes(page: Page): Promise<void> {
  await newSong(page, 'Lamp keys');
  for (const step of [0, 3]) {
    const at = await boxAt(page, step, 'C4');
    await page.touchscreen.tap(at.x, at.y);
  }
  await expect.poll(() => shapes(page)).toHaveLength(2);
}

const sheet = (page: Page) => page.getByRole('region', { name: 'Recipes' });

/** A recipe of two steps, built: all an octave up, those off the beat louder. */
async function build(page: Page, name: string): Promise<void> {
  await expect(page.getByRole('group', { name: 'Tray' })).toBeVisible();
  await tool(page, 'Make', 'Recipes …');
  await sheet(page).getByRole('button', { name: 'Build a recipe' }).click();
  await expect(sheet(page).getByRole('button', { name: 'Save the recipe' })).toBeDisabled();
  await sheet(page).getByRole('textbox', { name: 'Name' }).fill(name);
  for (const action of ['Add Louder / softer', 'Add Transpose']) {
    await sheet(page).getByRole('button', { name: 'Add a step' }).click();
    await sheet(page).getByRole('button', { name: action, exact: true }).click();
  }
  await sheet(page).getByRole('button', { name: 'Step 2: earlier' }).click();
  await sheet(page).getByRole('button', { name: 'Step 2: settings' }).click();
  await sheet(page).getByRole('slider', { name: 'Percentage' }).press('End');
  await sheet(page).getByRole('group', { name: 'On which notes' }).getByRole('button', { name: 'Off the beat', exact: true }).click();
  await expect(sheet(page).getByRole('group', { name: /^Step 2: .*off the beat/ })).toBeVisible();
  await sheet(page).getByRole('button', { name: 'Save the recipe' }).click();
}

test('by thumb: a recipe is built, found by its name, changed, sent out as a file and brought in again', async ({ page }) => {
  await twoNotes(page);
  await build(page, 'Up and loud');
  await expect(page.getByRole('alert')).toContainText('Up and loud is among your recipes');
  await button(page, 'Close: Recipes').tap();
  await button(page, /: other actions$/).tap();
  await page.getByRole('textbox', { name: 'Find an action' }).fill('loud');
  await button(page, 'Recipe: Up and loud').tap();
  await expect
    .poll(() => shapes(page))
    .toEqual([
      [0, 1, 72],
      [3, 1, 72],
    ]);
  await expect(page.getByRole('option', { name: /^C5 at 1\.1\+75/ })).toHaveAccessibleName(/velocity 127/);
  await page.getByRole('alert').getByRole('button', { name: 'Undo' }).tap();
  // Changed, it is still one; out and in, it is another.
  await tool(page, 'Make', 'Recipes …');
  await sheet(page).getByRole('button', { name: 'Change Up and loud' }).tap();
  await sheet(page).getByRole('button', { name: 'Step 2: remove' }).tap();
  await sheet(page).getByRole('button', { name: 'Save the recipe' }).tap();
  const own = sheet(page).getByRole('button', { name: 'Run Up and loud' });
  await expect(own).toHaveCount(1);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    sheet(page).getByRole('button', { name: 'Send out Up and loud' }).tap(),
  ]);
  expect(download.suggestedFilename()).toBe('Up and loud.recipe.json');
  const text = readFileSync(await download.path());
  await page.getByLabel('Recipe file').setInputFiles({ name: 'other.json', mimeType: 'application/json', buffer: Buffer.from('{"a":1}') });
  await expect(page.getByRole('alert')).toContainText('holds no recipe');
  await expect(own).toHaveCount(1);
  await page.getByLabel('Recipe file').setInputFiles({ name: 'up.json', mimeType: 'application/json', buffer: text });
  await expect(own).toHaveCount(2);
  await own.last().tap();
  await expect
    .poll(() => shapes(page))
    .toEqual([
      [0, 1, 72],
      [3, 1, 72],
    ]);
  for (const left of [1, 0]) {
    await sheet(page).getByRole('button', { name: 'Delete Up and loud' }).first().tap();
    await expect(own).toHaveCount(left);
  }
});

test(
  'by thumb: a ready recipe is tried on the loop, one of its steps set, and kept or kept adjustable',
  { tag: '@again' },
  async ({ page }) => {
    await twoNotes(page);
    await tool(page, 'Make', 'Recipes …');
    await sheet(page).getByRole('button', { name: 'Try Half-time' }).tap();
    const strip = page.getByRole('region', { name: 'Trying Half-time' });
    await strip.getByRole('button', { name: 'Step 1: settings' }).tap();
    await strip.getByRole('button', { name: 'Times: more' }).tap();
    expect(await shapes(page)).toHaveLength(2);
    await strip.getByRole('button', { name: 'Drop' }).tap();
    await expect(page.getByRole('option', { name: / at 1\.1\+75/ })).toHaveCount(1);
    await tool(page, 'Make', 'Recipes …');
    await sheet(page).getByRole('button', { name: 'Try Half-time' }).tap();
    await strip.getByRole('button', { name: 'Keep', exact: true }).tap();
    await expect.poll(async () => (await shapes(page)).map(([start]) => start)).toEqual([0, 6]);
    await tool(page, 'Make', 'Recipes …');
    await sheet(page).getByRole('button', { name: 'Try Tight and soft' }).tap();
    await page.getByRole('region', { name: 'Trying Tight and soft' }).getByRole('button', { name: 'Keep adjustable' }).tap();
    await expect(button(page, '3 adjustable: show them')).toBeVisible();
  },
);

test.describe('wide, by keys', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

  test('a recipe of one’s own is put on a key, and a ready one found by Enter', async ({ page }) => {
    await newSong(page, 'Lamp keys');
    const at = await boxAt(page, 3, 'C4');
    await page.mouse.click(at.x, at.y);
    await build(page, 'High key');
    await page.keyboard.press('Escape');
    await button(page, 'Keys: list and change them').press('Enter');
    await button(page, /Recipe: High key: change the key$/).press('Enter');
    await page.keyboard.press('Shift+U');
    await expect(page.getByRole('alert')).toContainText('Shift U is Recipe: High key now');
    await page.getByTestId('notes-grid').focus();
    await page.keyboard.press('Shift+U');
    await expect.poll(() => shapes(page)).toEqual([[3, 1, 72]]);
    await page.getByRole('textbox', { name: 'Find an action' }).fill('climbing run');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('Climbing run');
    // Gone, its key does nothing.
    await button(page, 'Undo').first().click();
    await expect.poll(() => shapes(page)).toEqual([[3, 1, 72]]);
    await tool(page, 'Make', 'Recipes …');
    await sheet(page).getByRole('button', { name: 'Delete High key' }).click();
    await page.getByTestId('notes-grid').focus();
    await page.keyboard.press('Shift+U');
    await expect.poll(() => shapes(page)).toEqual([[3, 1, 72]]);
  });
});
