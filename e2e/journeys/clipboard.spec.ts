import { expect, test } from '../support/journey';
import { boxAt, family, newSong, shapes, tool } from '../support/app';
import { button } from '../support/song';

test('by thumb: notes are copied, pasted on another track with the landing chosen, and cut', async ({ page }) => {
  await newSong(page, 'Lamp keys', 'Tide Table');
  for (const [step, row] of [
    [0, 'C4'],
    [2, 'E4'],
  ] as const) {
    const at = await boxAt(page, step, row);
    await page.touchscreen.tap(at.x, at.y);
  }
  await button(page, 'Select all notes').tap();
  await family(page, 'Copy');
  await button(page, 'Copy').tap();
  await expect(page.getByRole('alert')).toContainText('2 notes copied');
  await button(page, 'Add a track').tap();
  await button(page, 'Rope pluck').tap();
  await expect(page.getByTestId('notes-grid')).toBeVisible();
  await page.keyboard.press('0');
  await family(page, 'Copy');
  await button(page, 'Paste in place').tap();
  await expect
    .poll(() => shapes(page))
    .toEqual([
      [0, 1, 60],
      [2, 1, 64],
      [0, 1, 60],
      [2, 1, 64],
    ]);
  // With settings: twice, replacing what is there; the pasted notes are selected and can be cut.
  await tool(page, 'Copy', 'Paste: try with settings');
  await button(page, 'where they stood').click();
  await button(page, 'is replaced').click();
  await button(page, 'More settings').click();
  await button(page, 'Times: more').click();
  await button(page, 'Keep').click();
  await expect.poll(async () => (await shapes(page)).length).toBe(6);
  await tool(page, 'Copy', 'Cut');
  await expect.poll(async () => (await shapes(page)).length).toBe(2);
});

test.describe('wide, by mouse and keys', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

  test('notes go from one song to another by the system’s keys, and a phrase from another program comes in', async ({ page, context }) => {
    await context.grantPermissions(['clipboard-read', 'clipboard-write']);
    await newSong(page, 'Lamp keys', 'From');
    for (const [step, row] of [
      [0, 'D4'],
      [4, 'F4'],
    ] as const) {
      const at = await boxAt(page, step, row);
      await page.mouse.click(at.x, at.y);
    }
    await page.keyboard.press('Control+a');
    await page.keyboard.press('Control+c');
    // The system clipboard holds the notes as a phrase: three steps of rest between two notes of one step.
    expect(await page.evaluate(() => navigator.clipboard.readText())).toBe('D4 -:3 F4');
    await newSong(page, 'Rope pluck', 'To');
    await page.keyboard.press('Control+v');
    await expect
      .poll(() => shapes(page))
      .toEqual([
        [0, 1, 62],
        [4, 1, 65],
      ]);
    await page.keyboard.press('Control+z');
    await page.evaluate(() => navigator.clipboard.writeText('C4*2 - G4:2'));
    await page.keyboard.press('Control+v');
    await expect
      .poll(() => shapes(page))
      .toEqual([
        [0, 1, 60],
        [1, 1, 60],
        [3, 2, 67],
      ]);
    await page.keyboard.press('Control+x');
    await expect.poll(() => shapes(page)).toEqual([]);
  });
});
