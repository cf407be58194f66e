import { expect, test } from '../support/journey';
import { boxAt, Fingers, middleOf, newSong, QUARTER, savedNotes, shapes as seen } from '../support/app';

const STEP = QUARTER / 4;

test('notes by thumb: tap, draw long and loud, move, resize, frame, erase; each one step to undo', async ({ page }) => {
  await newSong(page, 'Lamp keys');
  const fingers = await Fingers.on(page);
  const tap = async (step: number, row: string) => {
    const { x, y } = await boxAt(page, step, row);
    await page.touchscreen.tap(x, y);
  };

  await tap(4, 'C4');
  await expect.poll(() => seen(page)).toEqual([[4, 1, 60]]);

  // From empty ground: eight steps to the right and 20 px up make it long and louder than the usual 100.
  const from = await boxAt(page, 8, 'E4');
  const to = await boxAt(page, 15, 'E4');
  await fingers.drag([{ from, to: { x: to.x, y: from.y - 20 } }]);
  await expect
    .poll(() => seen(page))
    .toEqual([
      [4, 1, 60],
      [8, 8, 64],
    ]);
  expect((await savedNotes(page)).find(({ pitch }) => pitch === 64)!.velocity).toBeGreaterThan(108);

  // The drawn note is selected: its end is pulled four steps back, then its body moved up to G4 and four steps on.
  const end = await boxAt(page, 15, 'E4');
  await fingers.drag([{ from: { x: end.x + 2, y: end.y }, to: await boxAt(page, 11, 'E4') }]);
  await expect
    .poll(() => seen(page))
    .toEqual([
      [4, 1, 60],
      [8, 4, 64],
    ]);
  await fingers.drag([{ from: await boxAt(page, 10, 'E4'), to: await boxAt(page, 14, 'G4') }], { steps: 12 });
  await expect
    .poll(() => seen(page))
    .toEqual([
      [4, 1, 60],
      [12, 4, 67],
    ]);

  // Held on empty ground, then drawn: a frame that selects both.
  await fingers.drag([{ from: await boxAt(page, 1, 'B3'), to: await boxAt(page, 20, 'G4') }], { hold: 600 });
  await expect(page.getByTestId('readout')).toContainText('2 notes · C4–G4');

  // A double tap erases; undo brings it back.
  await page.getByRole('button', { name: 'Deselect' }).tap();
  await fingers.doubleTap(await boxAt(page, 13, 'G4'));
  await expect.poll(() => seen(page)).toEqual([[4, 1, 60]]);
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect
    .poll(() => seen(page))
    .toEqual([
      [4, 1, 60],
      [12, 4, 67],
    ]);
});

test('a drag let go on the target leaves all as it was; a second finger lifts the grid', async ({ page }) => {
  await newSong(page, 'Lamp keys');
  const fingers = await Fingers.on(page);
  const start = await boxAt(page, 8, 'C4');
  const grid = await middleOf(page.getByTestId('notes-grid'));
  await fingers.drag([{ from: start, to: { x: 350, y: grid.y - grid.height / 2 + 0 } }], { steps: 10 });
  expect(await seen(page)).toEqual([]);

  const session = await page.context().newCDPSession(page);
  const send = (type: string, points: { x: number; y: number; id: number }[]) =>
    session.send('Input.dispatchTouchEvent', { type: type as 'touchStart', touchPoints: points });
  await send('touchStart', [{ ...start, id: 0 }]);
  for (const dx of [12, 24, 36]) await send('touchMove', [{ x: start.x + dx, y: start.y, id: 0 }]);
  // Sooner, it would be a pinch.
  await page.waitForTimeout(250);
  await send('touchStart', [
    { x: start.x + 36, y: start.y, id: 0 },
    { x: 60, y: grid.y + 150, id: 1 },
  ]);
  await send('touchMove', [
    { x: start.x + 39, y: start.y, id: 0 },
    { x: 60, y: grid.y + 150, id: 1 },
  ]);
  await send('touchEnd', []);
  await expect.poll(async () => (await seen(page)).length).toBe(1);
  const [note] = await savedNotes(page);
  expect(note!.start).toBe(8 * STEP);
  expect(note!.length % STEP).not.toBe(0);
});

test('two fingers move and pinch the view and change no note; the grid says itself in words', async ({ page }) => {
  await newSong(page, 'Lamp keys');
  const fingers = await Fingers.on(page);
  const { x, y } = await middleOf(page.getByTestId('notes-grid'));
  const rowHeight = async () => (await page.getByText('C4', { exact: true }).first().boundingBox())?.height ?? 0;
  const before = await rowHeight();
  await fingers.drag([
    { from: { x: x - 20, y: y - 60 }, to: { x: x - 60, y: y - 120 } },
    { from: { x: x + 20, y: y + 60 }, to: { x: x + 60, y: y + 120 } },
  ]);
  await expect.poll(rowHeight).toBeGreaterThan(before * 1.5);
  const top = (await page.getByText('C4', { exact: true }).first().boundingBox())!.y;
  await fingers.drag([
    { from: { x: x - 40, y }, to: { x: x - 40, y: y + 100 } },
    { from: { x: x + 40, y }, to: { x: x + 40, y: y + 100 } },
  ]);
  await expect.poll(async () => (await page.getByText('C4', { exact: true }).first().boundingBox())!.y - top).toBeGreaterThan(70);
  expect(await seen(page)).toEqual([]);

  await expect(page.getByTestId('grid-words')).toHaveText('1/16: 4 steps a beat, 16 a bar');
  await page.getByRole('button', { name: 'Coarser grid' }).tap();
  await page.getByRole('button', { name: 'Grid is straight: change' }).tap();
  await expect(page.getByTestId('grid-words')).toHaveText('1/8 dotted: 1 1/3 steps a beat, 5 1/3 a bar');
  await page.getByRole('button', { name: 'Grid is dotted: change' }).tap();
  await expect(page.getByTestId('grid-words')).toHaveText('1/8 triplet: 3 steps a beat, 12 a bar');
});
