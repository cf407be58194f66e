import { expect, test, type Page } from '../support/journey';
import { boxAt, newSong, savedNotes, shapes, type Point } from '../support/app';

test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

async function drag(page: Page, from: Point, to: Point): Promise<void> {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 10 });
  await page.mouse.up();
}

test('held keys: free, copy, erase; double click erases; Ctrl and click adds', async ({ page }) => {
  await newSong(page, 'Gull lead');
  const click = async (step: number, row: string, options = {}) => {
    const { x, y } = await boxAt(page, step, row);
    await page.mouse.click(x, y, options);
  };
  await click(2, 'C4');
  await page.keyboard.down('d');
  await drag(page, await boxAt(page, 2, 'C4'), await boxAt(page, 8, 'D4'));
  await page.keyboard.up('d');
  await expect.poll(() => shapes(page)).toHaveLength(2);

  await page.keyboard.down('f');
  const from = await boxAt(page, 8, 'D4');
  await drag(page, from, { x: from.x + 9, y: from.y });
  await page.keyboard.up('f');
  await expect.poll(async () => (await shapes(page))[1]![0]! % 1).not.toBe(0);
  await page.keyboard.press('Control+z');

  await click(2, 'C4');
  await page.keyboard.down('Control');
  await click(8, 'D4');
  await page.keyboard.up('Control');
  await expect(page.getByTestId('readout')).toContainText('2 notes');

  const sweep = [await boxAt(page, 0, 'C4'), await boxAt(page, 6, 'C4')] as const;
  await page.keyboard.down('e');
  await drag(page, ...sweep);
  await page.keyboard.up('e');
  await expect.poll(() => shapes(page)).toEqual([[8, 1, 62]]);
  const last = await boxAt(page, 8, 'D4');
  await page.mouse.dblclick(last.x, last.y);
  await expect.poll(() => shapes(page)).toEqual([]);
});

test('the other button opens a menu that keys walk; the ruler selects a span; the lane sweeps', { tag: '@again' }, async ({ page }) => {
  await newSong(page, 'Fog pad');
  for (const step of [0, 4, 8, 12]) {
    const { x, y } = await boxAt(page, step, 'C4');
    await page.mouse.click(x, y);
  }
  const second = await boxAt(page, 4, 'C4');
  await page.mouse.click(second.x, second.y, { button: 'right' });
  const menu = page.getByRole('menu');
  await expect(menu).toBeVisible();
  await expect(menu.getByRole('menuitem').first()).toBeFocused();
  await page.keyboard.press('End');
  await expect(menu.getByRole('menuitem').last()).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await expect(menu.getByRole('menuitem', { name: 'Delete' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect.poll(() => shapes(page)).toHaveLength(3);
  await expect(menu).toHaveCount(0);

  const free = await boxAt(page, 6, 'E4');
  await page.mouse.click(free.x, free.y, { button: 'right' });
  await menu.getByRole('menuitem', { name: 'Select everything from here on (2)' }).click();
  await expect(page.getByTestId('readout')).toContainText('2 notes');
  await page.keyboard.press('ContextMenu');
  await expect(page.getByRole('menu', { name: 'What to do with the selected notes' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(menu).toHaveCount(0);
  await page.keyboard.press('Escape');

  const ruler = (await page.getByTestId('ruler').boundingBox())!;
  const y = ruler.y + ruler.height / 2;
  await drag(page, { x: (await boxAt(page, 0, 'C4')).x, y }, { x: (await boxAt(page, 9, 'C4')).x, y });
  await expect(page.getByTestId('readout')).toContainText('2 notes');
  await page.keyboard.press('Escape');

  // A sweep from soft to loud over all three stems; they stand at 0, 8 and 12 of 32 steps.
  const lane = (await page.getByTestId('velocity-lane').boundingBox())!;
  await drag(page, { x: lane.x + 1, y: lane.y + lane.height - 10 }, { x: (await boxAt(page, 12, 'C4')).x, y: lane.y + 9 });
  const velocities = async () => (await savedNotes(page)).map(({ velocity }) => velocity);
  await expect.poll(async () => (await velocities())[0]).toBeLessThan(12);
  const [low, middle, high] = await velocities();
  expect(low! < middle! && middle! < high!).toBe(true);
  expect(high).toBeGreaterThan(115);
});

test('every act has a key: frame, add, longer, louder, mute, duplicate, copy of a beat, zoom, scroll, tracks', async ({ page }) => {
  await newSong(page, 'Lamp keys');
  await page.getByTestId('notes-grid').focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect
    .poll(() => shapes(page))
    .toEqual([
      [0, 1, expect.any(Number)],
      [2, 1, expect.any(Number)],
    ]);
  // The cursor stands on step 3: a frame from there back to the beginning takes both.
  await page.keyboard.press('b');
  for (let step = 0; step < 3; step++) await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('readout')).toContainText('2 notes');
  await page.keyboard.press('l');
  await page.keyboard.press('g');
  await page.keyboard.press('y');
  await expect
    .poll(async () => (await shapes(page)).map(([start, length]) => [start, length]))
    .toEqual([
      [0, 2],
      [2, 2],
      [4, 2],
      [6, 2],
    ]);
  expect((await savedNotes(page)).map(({ velocity }) => velocity)).toEqual([115, 115, 115, 115]);
  await page.keyboard.press('Shift+ArrowRight');
  // Five milliseconds at 120 bpm are 201.6 ticks.
  await expect.poll(async () => (await savedNotes(page))[2]!.start).toBe(4 * 5040 + 202);
  await page.keyboard.press('m');
  await expect(page.getByRole('option', { name: /muted/ })).toHaveCount(2);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Shift+Enter');
  await page.keyboard.press('Control+ArrowRight');
  await page.keyboard.press('Control+ArrowRight');
  await page.keyboard.press('Shift+Enter');
  await expect(page.getByTestId('readout')).toContainText('2 notes');

  const width = async () => (await page.getByRole('option').first().boundingBox())!.width;
  const before = await width();
  await page.keyboard.press('5');
  await expect.poll(width).toBeGreaterThan(before * 1.3);
  await page.keyboard.press('0');
  await page.keyboard.press('i');
  await expect(page.getByTestId('velocity-lane')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Add a track' }).click();
  await page.getByRole('button', { name: 'Quay kit', exact: true }).click();
  await page.keyboard.press('[');
  await expect(page.getByRole('button', { name: 'Lamp keys', exact: true })).toHaveAttribute('aria-pressed', 'true');
});
