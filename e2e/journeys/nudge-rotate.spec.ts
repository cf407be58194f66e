import { expect, test, type Page } from '../support/journey';
import { boxAt, cell, family, newSong, savedNotes, shapes, tool } from '../support/app';

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' });
const starts = async (page: Page) => (await shapes(page)).map(([start]) => start);

async function holdDown(page: Page, name: string, ms: number): Promise<void> {
  const box = (await button(page, name).boundingBox())!;
  const session = await page.context().newCDPSession(page);
  const touchPoints = [{ x: box.x + box.width / 2, y: box.y + box.height / 2 }];
  await session.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints });
  await page.waitForTimeout(ms);
  await session.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
}

test('a nudge by thumb: held it repeats, its total is shown and taps back, its amount is apart from the grid', async ({ page }) => {
  await newSong(page, 'Quay kit');
  for (const step of [2, 5]) await cell(page, 'Kick', step).tap();
  await family(page, 'Time');
  await button(page, 'Later').tap();
  await expect(button(page, /^Nudged \+1\/16: put back/)).toBeVisible();
  await expect.poll(() => starts(page)).toEqual([3, 6]);
  await holdDown(page, 'Later', 900);
  const total = (await button(page, /^Nudged/).getAttribute('aria-label'))!;
  const times = Number(/(\d+) × 1\/16/.exec(total)![1]);
  expect(times).toBeGreaterThan(4);
  await expect.poll(() => starts(page)).toEqual([2 + times, 5 + times]);
  await button(page, /^Nudged/).tap();
  await expect.poll(() => starts(page)).toEqual([2, 5]);
  await expect(button(page, /^Nudged/)).toHaveCount(0);
  // The whole run was two steps, and going back a third.
  for (const undone of [2 + times, 3, 2]) {
    await button(page, 'Undo').tap();
    await expect.poll(async () => (await starts(page))[0]).toBe(undone);
  }

  // Ten milliseconds at 120 bpm: a beat of 20160 ticks is half a second, so 403.2 ticks, to the whole one.
  await button(page, /^One nudge is 1\/16/).tap();
  await button(page, '10 ms').tap();
  await button(page, 'Close: One nudge').tap();
  await button(page, 'Later').tap();
  await expect.poll(async () => (await savedNotes(page)).map(({ start }) => start)).toEqual([2 * 5040 + 403, 5 * 5040 + 403]);
  await button(page, 'Earlier').tap();
  await expect.poll(() => starts(page)).toEqual([2, 5]);
  // The group stops at the beginning and keeps its shape.
  await button(page, /^One nudge is 10 ms/).tap();
  await button(page, 'beat').tap();
  await button(page, 'Close: One nudge').tap();
  await button(page, 'Earlier').tap();
  await expect.poll(() => starts(page)).toEqual([0, 3]);
  // The whole track against the others: its notes stay where they are in it, and it goes back at a touch.
  await button(page, /^One nudge is/).tap();
  await button(page, 'Quay kit later').tap();
  await expect(button(page, /^Quay kit stands 1 beat after the bar/)).toBeVisible();
  await button(page, /^Quay kit stands/).tap();
  await expect(button(page, /^Quay kit stands on the bar/)).toBeVisible();
  expect(await starts(page)).toEqual([0, 3]);
});

test('rotate goes round the loop, the marked span or the notes, hands values on, and comes back exactly', async ({ page }) => {
  await newSong(page, 'Lamp keys');
  for (const [step, row] of [
    [0, 'C4'],
    [4, 'E4'],
    [30, 'G4'],
  ] as const) {
    const at = await boxAt(page, step, row);
    await page.touchscreen.tap(at.x, at.y);
  }
  const begun = [
    [0, 1, 60],
    [4, 1, 64],
    [30, 1, 67],
  ];
  await expect.poll(() => shapes(page)).toEqual(begun);
  for (const _twice of [1, 2]) await tool(page, 'Time', 'Rotate on');
  // Two sixteenths on: what stood on the last but one comes in at the start.
  await expect
    .poll(() => shapes(page))
    .toEqual([
      [0, 1, 67],
      [2, 1, 60],
      [6, 1, 64],
    ]);
  for (const _twice of [1, 2]) await tool(page, 'Time', 'Rotate back');
  await expect.poll(() => shapes(page)).toEqual(begun);

  await tool(page, 'Time', 'Rotate round the loop: change');
  await tool(page, 'Time', 'Rotate round the marked span: change');
  await tool(page, 'Time', 'Rotate on');
  // Their own span is 31 sixteenths long: the last wraps to its first.
  await expect
    .poll(() => shapes(page))
    .toEqual([
      [0, 1, 67],
      [1, 1, 60],
      [5, 1, 64],
    ]);
  await button(page, 'Undo').tap();
  await expect.poll(() => shapes(page)).toEqual(begun);

  await tool(page, 'Time', 'Shift pitches along');
  await expect
    .poll(() => shapes(page))
    .toEqual([
      [0, 1, 67],
      [4, 1, 60],
      [30, 1, 64],
    ]);
  await tool(page, 'Time', 'Shift the rhythm along');
  // The distances 4, 26 and 2 go on by one: 2, 4, 26. The pitches keep their order.
  await expect
    .poll(() => shapes(page))
    .toEqual([
      [0, 1, 67],
      [2, 1, 60],
      [6, 1, 64],
    ]);
});

test.describe('by keys', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

  test(
    'an arrow held carries the notes until it is let go, as one step; a row turns in its own length',
    { tag: '@again' },
    async ({ page }) => {
      await newSong(page, 'Quay kit');
      for (const step of [1, 4]) await cell(page, 'Kick', step).click();
      await page.keyboard.press('Control+A');
      await page.getByTestId('readout').click();
      await page.keyboard.press('Escape');
      await page.evaluate(() => (document.activeElement as HTMLElement).blur());
      for (let repeat = 0; repeat < 4; repeat++) await page.keyboard.down('ArrowRight');
      // Not written yet, but already seen where they will be.
      await expect(page.getByRole('checkbox', { name: /^Kick / }).nth(5)).toBeChecked();
      await page.keyboard.up('ArrowRight');
      await expect.poll(() => starts(page)).toEqual([5, 8]);
      await page.keyboard.press('Control+Z');
      await expect.poll(() => starts(page)).toEqual([1, 4]);
      await page.keyboard.press('o');
      for (const _box of Array.from({ length: 26 })) await button(page, 'Length of the row: less').click();
      await page.keyboard.press('Escape');
      await page.keyboard.press('.');
      await page.keyboard.press('.');
      // Six steps long: the hit on the fifth goes round to the first.
      await expect.poll(() => starts(page)).toEqual([0, 3]);
      await page.keyboard.press(',');
      await page.keyboard.press(',');
      await expect.poll(() => starts(page)).toEqual([1, 4]);
    },
  );
});
