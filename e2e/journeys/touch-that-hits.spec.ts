import { expect, test, type Page } from '../support/journey';
import { boxAt, newSong, shapes, type Point } from '../support/app';

/** Touch events as a hand makes them, at their own times. */
async function hand(page: Page) {
  const session = await page.context().newCDPSession(page);
  const down = new Map<number, Point>();
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', points: [number, Point][]) =>
    session.send('Input.dispatchTouchEvent', { type, touchPoints: points.map(([id, { x, y }]) => ({ x, y, id })) });
  return {
    press: (id: number, at: Point) => (down.set(id, at), send('touchStart', [...down])),
    slide: (id: number, at: Point) => (down.set(id, at), send('touchMove', [...down])),
    /** Of several fingers, the one that is named is up. */
    lift: async (id: number) => {
      const at = down.get(id)!;
      down.delete(id);
      await send('touchEnd', down.size ? [[id, at]] : []);
    },
    wait: (ms: number) => page.waitForTimeout(ms),
  };
}

test('eight taps at ten a second on neighbouring steps are eight notes, on neighbouring rows too', async ({ page }) => {
  await newSong(page, 'Lamp keys');
  const fingers = await hand(page);
  const rows = ['C4', 'C4', 'C4', 'C4', 'C4', 'C4', 'C4', 'C4', 'C4', 'D4', 'C4', 'D4', 'C4', 'D4', 'C4', 'D4'];
  const places = await Promise.all(rows.map((row, step) => boxAt(page, step, row)));
  for (const at of places) {
    const began = Date.now();
    await fingers.press(0, at);
    await fingers.wait(30);
    await fingers.lift(0);
    await fingers.wait(Math.max(0, 100 - (Date.now() - began)));
  }
  await expect.poll(() => shapes(page)).toEqual(rows.map((row, step) => [step, 1, row === 'C4' ? 60 : 62]));
});

test(
  'a late second finger changes nothing; a swipe that begins at the end cuts nothing, held it moves and offers Undo',
  { tag: '@again' },
  async ({ page }) => {
    await newSong(page, 'Lamp keys');
    const fingers = await hand(page);
    const [b, far] = [await boxAt(page, 8, 'C4'), await boxAt(page, 24, 'E4')];
    // The first finger draws; the second comes late and stays after the first is up.
    const from = await boxAt(page, 8, 'C4');
    await fingers.press(0, from);
    await fingers.slide(0, { x: from.x + 25, y: from.y });
    await fingers.wait(300);
    await fingers.press(1, far);
    await fingers.lift(0);
    await fingers.slide(1, { x: far.x + 30, y: far.y + 30 });
    await fingers.slide(1, b);
    await fingers.lift(1);
    await expect.poll(async () => (await shapes(page)).length).toBe(1);

    const end = (await page.getByTestId('pattern-end').boundingBox())!;
    const grip = { x: end.x + end.width / 2, y: end.y + 20 };
    await fingers.press(0, grip);
    await fingers.slide(0, { x: grip.x - 60, y: grip.y });
    await fingers.slide(0, { x: grip.x - 120, y: grip.y });
    await fingers.lift(0);
    await fingers.wait(300);
    await expect(page.getByTestId('bars')).toHaveText('2 bars');
    // Held first, it moves, and Undo is offered.
    await fingers.press(0, grip);
    await fingers.wait(350);
    await fingers.slide(0, { x: grip.x - 90, y: grip.y });
    await fingers.slide(0, { x: grip.x - 167, y: grip.y });
    await fingers.lift(0);
    await expect(page.getByTestId('bars')).not.toHaveText('2 bars');
    await page.getByRole('alert').getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByTestId('bars')).toHaveText('2 bars');
  },
);

test('two thumbs drum in Steps: sixteen presses that overlap are sixteen hits', async ({ page }) => {
  await newSong(page, 'Quay kit');
  const fingers = await hand(page);
  const cells = page.getByRole('checkbox', { name: /^Kick / });
  const places: Point[] = [];
  for (let step = 0; step < 16; step++) {
    const box = (await cells.nth(step).boundingBox())!;
    places.push({ x: box.x + box.width / 2, y: box.y + box.height / 2 });
  }
  // Each thumb stays down until the other has come down: left, right, left …
  await fingers.press(0, places[0]!);
  for (let step = 1; step < 16; step++) {
    await fingers.wait(50);
    await fingers.press(step % 2, places[step]!);
    await fingers.wait(30);
    await fingers.lift((step + 1) % 2);
  }
  await fingers.wait(30);
  await fingers.lift(1);
  await expect.poll(async () => (await shapes(page)).map(([start]) => start)).toEqual(Array.from({ length: 16 }, (_, step) => step));
});
