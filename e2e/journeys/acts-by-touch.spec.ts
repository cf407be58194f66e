import { expect, test } from '../support/journey';
import { boxAt, cell, changeBars, family, Fingers, middleOf, newSong, savedNotes, shapes, showAs, tool } from '../support/app';

test('two thumbs erase what a finger sweeps over; a drag copies after "Copy, then drag", and only once', async ({ page }) => {
  await newSong(page, 'Lamp keys');
  const fingers = await Fingers.on(page);
  for (const step of [2, 10, 18]) {
    const { x, y } = await boxAt(page, step, 'C4');
    await page.touchscreen.tap(x, y);
  }
  await expect.poll(() => shapes(page)).toHaveLength(3);
  const eraser = await middleOf(page.getByRole('button', { name: 'Hold and sweep to erase' }));
  await fingers.drag([{ from: await boxAt(page, 8, 'C4'), to: await boxAt(page, 20, 'C4') }], { thumb: eraser, steps: 14 });
  await expect.poll(() => shapes(page)).toEqual([[2, 1, 60]]);

  await family(page, 'Copy');
  await page.getByRole('button', { name: 'Copy, then drag' }).tap();
  await fingers.drag([{ from: await boxAt(page, 2, 'C4'), to: await boxAt(page, 10, 'E4') }]);
  await expect
    .poll(() => shapes(page))
    .toEqual([
      [2, 1, 60],
      [10, 1, 64],
    ]);
  await fingers.drag([{ from: await boxAt(page, 10, 'E4'), to: await boxAt(page, 14, 'E4') }]);
  await expect
    .poll(() => shapes(page))
    .toEqual([
      [2, 1, 60],
      [14, 1, 64],
    ]);
});

test('a long press on a note opens what can be done with it, in reach of the thumb and off the notes', async ({ page }) => {
  await newSong(page, 'Lamp keys');
  const fingers = await Fingers.on(page);
  await fingers.drag([{ from: await boxAt(page, 0, 'C4'), to: await boxAt(page, 7, 'C4') }]);
  await fingers.longPress(await boxAt(page, 4, 'C4'));
  const menu = page.getByRole('menu', { name: 'What to do with the selected notes' });
  await expect(menu).toBeVisible();
  const note = (await page.getByRole('option', { name: /^C4 at 1\.1/ }).boundingBox())!;
  expect(note.y + note.height).toBeLessThan((await menu.boundingBox())!.y);
  await menu.getByRole('menuitem', { name: 'Split at this grid line' }).tap();
  await expect
    .poll(() => shapes(page))
    .toEqual([
      [0, 4, 60],
      [4, 4, 60],
    ]);
  // Pressing elsewhere closes it and draws nothing.
  await fingers.longPress(await boxAt(page, 5, 'C4'));
  await expect(menu).toBeVisible();
  const free = await boxAt(page, 20, 'C4');
  await page.touchscreen.tap(free.x, free.y);
  await expect(menu).toHaveCount(0);
  expect(await shapes(page)).toHaveLength(2);
});

test('the ruler: held, then drawn along, it selects a stretch of time; drawn at once it scrolls', async ({ page }) => {
  await newSong(page, 'Lamp keys');
  const fingers = await Fingers.on(page);
  for (const step of [0, 5, 9, 17]) {
    const { x, y } = await boxAt(page, step, 'C4');
    await page.touchscreen.tap(x, y);
  }
  const ruler = await middleOf(page.getByTestId('ruler'));
  const x = async (step: number) => (await boxAt(page, step, 'C4')).x;
  await fingers.drag([{ from: { x: await x(4), y: ruler.y }, to: { x: await x(11), y: ruler.y } }], { hold: 500 });
  await expect(page.getByTestId('readout')).toContainText('2 notes');
  await expect(page.getByTestId('span').first()).toBeVisible();
  await page.touchscreen.tap(ruler.x, ruler.y);
  await expect(page.getByTestId('span')).toHaveCount(0);
  // A stretch in which nothing begins can be let go as well.
  await fingers.drag([{ from: { x: await x(1), y: ruler.y }, to: { x: await x(3), y: ruler.y } }], { hold: 500 });
  await expect(page.getByTestId('span').first()).toBeVisible();
  await page.getByRole('button', { name: 'Deselect', exact: true }).tap();
  await expect(page.getByTestId('span')).toHaveCount(0);
  const before = (await page.getByRole('option', { name: /^C4 at 2\.1\+/ }).boundingBox())!.x;
  await fingers.drag([{ from: { x: await x(20), y: ruler.y }, to: { x: await x(12), y: ruler.y } }]);
  await expect.poll(async () => (await page.getByRole('option', { name: /^C4 at 2\.1\+/ }).boundingBox())!.x).toBeLessThan(before - 50);
});

test('a thrown view rolls on and comes to rest; a drag held at the edge takes the view along', { tag: '@again' }, async ({ page }) => {
  await newSong(page, 'Lamp keys');
  const fingers = await Fingers.on(page);
  const grid = await middleOf(page.getByTestId('notes-grid'));
  const top = async () => (await page.getByText('C4', { exact: true }).first().boundingBox())?.y ?? Infinity;
  const start = await top();
  const up = (x: number) => ({ from: { x, y: grid.y + 60 }, to: { x, y: grid.y } });
  await fingers.flick([up(grid.x - 40), up(grid.x + 40)]);
  // The fingers went 60 px; what comes after that is its own momentum.
  await expect.poll(async () => start - (await top())).toBeGreaterThan(75);
  await expect
    .poll(async () => {
      const before = await top();
      await page.waitForTimeout(250);
      return (await top()) - before;
    })
    .toBe(0);
  expect(await shapes(page)).toEqual([]);

  await changeBars(page, 2);
  await page.touchscreen.tap(grid.x, grid.y);
  const made = (await shapes(page))[0]!;
  const note = await middleOf(page.getByRole('option').first());
  await fingers.drag([{ from: note, to: { x: grid.x + grid.width / 2 - 6, y: note.y } }], { rest: 1500 });
  // Two bars fit the width: beyond step 32 it can only have come by the view moving under the finger.
  await expect.poll(async () => (await shapes(page))[0]![0]).toBeGreaterThan(34);
  expect((await shapes(page))[0]!.slice(1)).toEqual(made.slice(1));
});

test('in Steps a drag up makes a hit louder and one sideways moves it; the velocity lane sets and sweeps', async ({ page }) => {
  await newSong(page, 'Quay kit');
  const fingers = await Fingers.on(page);
  await cell(page, 'Kick', 0).tap();
  const hit = await middleOf(cell(page, 'Kick', 0));
  await fingers.drag([{ from: hit, to: { x: hit.x + 2, y: hit.y - 40 } }]);
  await expect.poll(async () => (await savedNotes(page))[0]!.velocity).toBe(124);
  await fingers.drag([{ from: hit, to: await middleOf(cell(page, 'Kick', 2)) }]);
  await expect.poll(async () => (await shapes(page))[0]![0]).toBe(2);

  await showAs(page, 'Notes');
  await page.keyboard.press('0');
  await family(page, 'View');
  await page.getByRole('button', { name: 'Velocity lane' }).tap();
  const lane = (await page.getByTestId('velocity-lane').boundingBox())!;
  const stem = (step: number) => lane.x + ((lane.width - 8) / 32) * step;
  const bottom = lane.y + lane.height - 8;
  await fingers.drag([{ from: { x: stem(2), y: lane.y + 20 }, to: { x: stem(2), y: bottom - (lane.height - 16) / 2 } }]);
  await expect.poll(async () => (await savedNotes(page))[0]!.velocity).toBeGreaterThan(58);
  expect((await savedNotes(page))[0]!.velocity).toBeLessThan(70);
  // Let go at the left of the lane, it stays as it was.
  const kept = (await savedNotes(page))[0]!.velocity;
  await fingers.drag([{ from: { x: stem(2), y: lane.y + 20 }, to: { x: 10, y: lane.y + 30 } }]);
  expect((await savedNotes(page))[0]!.velocity).toBe(kept);
});

test('rules pick with settings and a live count; a copy beyond the end offers to make room', { tag: '@again' }, async ({ page }) => {
  await newSong(page, 'Quay kit');
  for (const step of [0, 2, 4, 6, 8]) await cell(page, 'Kick', step).tap();
  await family(page, 'Select');
  await page.getByRole('button', { name: 'One of so many: set up the rule' }).tap();
  const rule = page.getByRole('region', { name: 'Select: One of so many' });
  await expect(rule).toContainText('2 notes');
  await rule.getByRole('button', { name: 'Which: less' }).tap();
  await expect(rule).toContainText('3 notes');
  await rule.getByRole('button', { name: 'Keep the selection' }).tap();
  await family(page, 'Feel');
  await page.getByRole('button', { name: 'Velocity 120' }).tap();
  await expect.poll(async () => (await savedNotes(page)).map(({ velocity }) => velocity)).toEqual([120, 100, 120, 100, 120]);

  await page.getByRole('button', { name: 'Deselect' }).tap();
  for (let times = 0; times < 2; times++) {
    await page.getByRole('button', { name: 'Select all notes' }).tap();
    await tool(page, 'Copy', 'Duplicate: try with settings');
    const trial = page.getByRole('region', { name: 'Trying Duplicate' });
    await trial.getByRole('button', { name: 'bar', exact: true }).tap();
    await trial.getByRole('button', { name: 'Keep', exact: true }).tap();
    await page.getByRole('button', { name: 'Deselect' }).tap();
  }
  await expect.poll(async () => (await savedNotes(page)).length).toBe(20);
  await tool(page, 'Copy', 'Duplicate');
  await expect(page.getByRole('alert')).toContainText(/lands 2 bars later\. 10 notes lie beyond the end/);
  await page.getByRole('button', { name: 'Make it longer' }).tap();
  await expect(page.getByText(/^[4-9] bars$/)).toBeVisible();
});

test('silence says why and offers the way out; whether drawing is heard can be switched', { tag: '@again' }, async ({ page }) => {
  await page.addInitScript(() => {
    const sent: unknown[] = [];
    Object.assign(window, { sent });
    const post = MessagePort.prototype.postMessage as (this: MessagePort, message: unknown) => void;
    MessagePort.prototype.postMessage = function (this: MessagePort, message: unknown) {
      sent.push(message);
      post.call(this, message);
    } as typeof MessagePort.prototype.postMessage;
  });
  const auditions = () =>
    page.evaluate(() =>
      (window as unknown as { sent: ({ type?: string; notes?: { velocity: number }[] } | null)[] }).sent
        .filter((message) => message?.type === 'notes')
        .flatMap((message) => message!.notes!.map(({ velocity }) => velocity)),
    );
  await newSong(page, 'Quay kit');
  await cell(page, 'Kick', 0).tap();
  await expect.poll(auditions).toEqual([100]);
  await page.getByRole('button', { name: 'Mute Quay kit' }).tap();
  await expect(page.getByTestId('silence')).toContainText('Quay kit is muted.');
  await page.getByTestId('silence').getByRole('button', { name: 'Unmute' }).tap();
  await expect(page.getByTestId('silence')).toHaveCount(0);

  await family(page, 'View');
  await page.getByRole('button', { name: 'Notes sound when drawn' }).tap();
  await cell(page, 'Kick', 4).tap();
  await expect.poll(async () => (await savedNotes(page)).length).toBe(2);
  expect(await auditions()).toEqual([100]);
});
