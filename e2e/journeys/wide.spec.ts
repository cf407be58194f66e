import { expect, test } from '../support/journey';
import { newSong, QUARTER, savedNotes } from '../support/app';

const STEP = QUARTER / 4;

test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

test('a line with mouse and keys: draw, resize, Shift-drag, nudge, transpose, first cut, undo', async ({ page }) => {
  await newSong(page, 'Lamp keys');
  const grid = page.getByTestId('notes-grid');
  const box = (await grid.boundingBox())!;
  const width = (box.width - 8) / 32;
  const at = async (step: number, row: string) => {
    const name = (await page.getByText(row, { exact: true }).first().boundingBox())!;
    return { x: box.x + (step + 0.5) * width, y: name.y + name.height / 2 };
  };
  const drag = async (from: { x: number; y: number }, to: { x: number; y: number }) => {
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(to.x, to.y, { steps: 8 });
    await page.mouse.up();
  };
  const seen = async () => (await savedNotes(page)).map(({ start, length, pitch }) => [start / STEP, length / STEP, pitch]);

  const first = await at(0, 'C4');
  await page.mouse.click(first.x, first.y);
  await drag(await at(8, 'C4'), await at(13, 'C4'));
  await expect.poll(seen).toEqual([
    [0, 1, 60],
    [8, 6, 60],
  ]);

  // The end of the second, two steps out; Escape in the middle of a drag changes nothing.
  const end = await at(13, 'C4');
  await drag({ x: end.x + width / 2 - 3, y: end.y }, { x: end.x + 2.5 * width, y: end.y });
  await expect.poll(seen).toEqual([
    [0, 1, 60],
    [8, 8, 60],
  ]);
  const body = await at(10, 'C4');
  await page.mouse.move(body.x, body.y);
  await page.mouse.down();
  await page.mouse.move(body.x + 200, body.y, { steps: 4 });
  await page.keyboard.press('Escape');
  await page.mouse.up();
  expect(await seen()).toEqual([
    [0, 1, 60],
    [8, 8, 60],
  ]);

  // Shift-drag frames both; keys nudge, transpose and cut them.
  await page.keyboard.down('Shift');
  await drag(await at(2, 'E4'), await at(20, 'A3'));
  await page.keyboard.up('Shift');
  await expect(page.getByTestId('readout')).toContainText('1 note');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowDown');
  await expect.poll(seen).toEqual([
    [0, 1, 60],
    [9, 8, 48],
  ]);
  await page.keyboard.press('1');
  await page.keyboard.press('1');
  await expect(page.getByTestId('grid-words')).toContainText('1/4: 1 step a beat');
  await page.keyboard.press('c');
  await expect.poll(seen).toEqual([
    [0, 1, 60],
    [9, 4, 48],
    [13, 4, 48],
  ]);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect.poll(seen).toEqual([
    [0, 1, 60],
    [9, 8, 60],
  ]);
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(seen).toEqual([
    [0, 1, 60],
    [9, 8, 48],
  ]);

  // Space plays and stops wherever the focus is.
  await page.keyboard.press('Space');
  await expect(page.getByTestId('pass')).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByTestId('pass')).toHaveCount(0);
});

test('keys alone: cursor, notes, rotate, delete', { tag: '@again' }, async ({ page }) => {
  await newSong(page, 'Lamp keys');
  const grid = page.getByTestId('notes-grid');
  await grid.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  const starts = async () => (await savedNotes(page)).map(({ start }) => start / STEP).sort((a, b) => a - b);
  await expect.poll(starts).toEqual([1, 2]);
  await page.keyboard.press('Shift+r');
  await page.keyboard.press('Shift+r');
  // Two back round a loop of 32: what stood on 1 comes in at 31.
  await expect.poll(starts).toEqual([0, 31]);
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Delete');
  await expect.poll(starts).toEqual([]);
});
