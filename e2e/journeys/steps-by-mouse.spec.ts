import { expect, test } from '../support/journey';
import { boxAt, cell, newSong, savedNotes, shapes } from '../support/app';
import { button } from '../support/song';

test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

test('in Steps: clicks with keys, or where the pointer selects, gather hits and never erase; a run stands where it is drawn', async ({
  page,
}) => {
  await newSong(page, 'Quay kit');
  // Tab moves to the current row, in view.
  const tabbed = page.locator('[data-testid=steps-grid] [data-cell][tabindex="0"]');
  await expect(tabbed).toHaveCount(1);
  await expect(tabbed).toBeInViewport();
  const [first, last] = [await cell(page, 'Kick', 0).boundingBox(), await cell(page, 'Kick', 15).boundingBox()];
  await button(page, /^The pointer draws/).click();
  await page.mouse.move(first!.x + 10, first!.y + 20);
  await page.mouse.down();
  await page.mouse.move(last!.x + 10, last!.y + 20, { steps: 20 });
  // On beyond the bar: there is no more of it.
  await page.mouse.move(last!.x + 300, last!.y + 20, { steps: 5 });
  await page.mouse.up();
  expect((await shapes(page)).map(([start]) => start)).toEqual(Array.from({ length: 16 }, (_, step) => step));
  await button(page, /^The pointer paints runs/).click();
  for (const step of [0, 4]) await cell(page, 'Kick', step).click();
  await cell(page, 'Kick', 8).click({ modifiers: ['Alt'] });
  await cell(page, 'Kick', 12).click({ modifiers: ['Control'] });
  await cell(page, 'Kick', 4).click({ modifiers: ['Shift'] });
  await expect(page.getByTestId('readout')).toContainText('3 notes');
  expect(await savedNotes(page)).toHaveLength(16);
  // Keys act on the row that has the focus.
  await cell(page, 'Snare', 0).focus();
  await page.keyboard.press('a');
  await expect(page.getByTestId('trial')).toContainText('on row Snare');
  await page.keyboard.press('Escape');
});

test('keys belong to an open menu: letters go to its lines, nothing is done to the notes', { tag: '@again' }, async ({ page }) => {
  await newSong(page, 'Lamp keys');
  const at = await boxAt(page, 4, 'C4');
  await page.mouse.click(at.x, at.y);
  const before = await shapes(page);
  await page.mouse.click(at.x, at.y, { button: 'right' });
  await page.keyboard.type('half');
  await page.keyboard.type('yjgm');
  await page.keyboard.press('Home');
  await page.keyboard.type('mu');
  await expect(page.getByRole('menuitem', { name: 'Mute', exact: true })).toBeFocused();
  await page.keyboard.press('Escape');
  expect(await shapes(page)).toEqual(before);
  // In a sheet that keys have led into, letters are the sheet's.
  await page.keyboard.press('Shift+P');
  await button(page, 'Close: Drawing').focus();
  await page.keyboard.press('Tab');
  await page.keyboard.type('yj');
  expect(await shapes(page)).toEqual(before);
});

test('the length of new notes belongs to a song, with a pin; a lane says whom it acts on', { tag: '@again' }, async ({ page }) => {
  await newSong(page, 'Lamp keys');
  await button(page, 'Drawing …').click();
  await page.getByTestId('sheet').getByRole('button', { name: '1/4', exact: true }).click();
  await button(page, 'Close: Drawing').click();
  await expect(button(page, /^Grid 1\/16, new notes 1 beat: set up/)).toBeVisible();
  for (const step of [0, 8]) {
    const at = await boxAt(page, step, 'C4');
    await page.mouse.click(at.x, at.y);
  }
  expect((await shapes(page)).map(([, length]) => length)).toEqual([4, 4]);
  // One of two is selected: the other's stem is not for the taking.
  const second = await boxAt(page, 9, 'C4');
  await page.mouse.click(second.x, second.y);
  const lane = (await page.getByTestId('velocity-lane').boundingBox())!;
  const first = await boxAt(page, 0, 'C4');
  await page.mouse.click(first.x - 8, lane.y + lane.height / 2);
  await expect(page.getByRole('alert')).toContainText('The lane changes only the selected note.');
  await newSong(page, 'Lamp keys', 'Another');
  await expect(button(page, 'Grid 1/16: set up')).toBeVisible();
});
