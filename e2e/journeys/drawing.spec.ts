import { expect, test, type Page } from '../support/journey';
import { boxAt, family, Fingers, newSong, savedNotes, shapes } from '../support/app';

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' });

test('a finger paints a run along the scale, or a shape, each note as long as new notes are', async ({ page }) => {
  await newSong(page, 'Lamp keys');
  const fingers = await Fingers.on(page);
  await family(page, 'View');
  await button(page, 'Key …').tap();
  await button(page, 'C').tap();
  await button(page, 'Close: Key').tap();
  await button(page, 'Drawing …').tap();
  await button(page, 'paints runs').tap();
  await button(page, '1/32').tap();
  await button(page, 'straight').tap();
  // Once a key is chosen, runs keep to it.
  await expect(button(page, /^Runs keep to the scale/)).toHaveAttribute('aria-pressed', 'true');
  await button(page, 'Close: Drawing').tap();
  await fingers.drag([{ from: await boxAt(page, 0, 'C4'), to: await boxAt(page, 7, 'G4') }], { steps: 14 });
  await expect.poll(() => shapes(page)).toHaveLength(8);
  const run = await shapes(page);
  expect(run.map(([start]) => start)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  expect(new Set(run.map(([, length]) => length))).toEqual(new Set([0.5]));
  // From C to G in C major, one step at a time or none: no black key, never down.
  const pitches = run.map(([, , pitch]) => pitch!);
  expect([pitches[0], pitches.at(-1)]).toEqual([60, 67]);
  expect(pitches.every((pitch) => [60, 62, 64, 65, 67].includes(pitch))).toBe(true);
  expect([...pitches].sort((a, b) => a - b)).toEqual(pitches);

  // A zigzag of one turn in the velocity lane: up to the middle and down again.
  await button(page, 'Drawing …').tap();
  await button(page, 'zigzag').tap();
  await button(page, 'Turns: less').tap();
  await button(page, 'Close: Drawing').tap();
  await button(page, 'Velocity lane').tap();
  const lane = (await page.getByTestId('velocity-lane').boundingBox())!;
  const x = async (step: number) => (await boxAt(page, step, 'C4')).x;
  await fingers.drag([{ from: { x: lane.x + 1, y: lane.y + lane.height - 8 }, to: { x: (await x(8)) - 8, y: lane.y + 8 } }], {
    steps: 16,
  });
  await expect.poll(async () => Math.max(...(await savedNotes(page)).map(({ velocity }) => velocity))).toBeGreaterThan(110);
  const velocities = (await savedNotes(page)).map(({ velocity }) => velocity);
  expect(velocities[4]).toBe(Math.max(...velocities));
  expect(velocities[0]).toBeLessThan(40);
  expect(velocities[7]).toBeLessThan(60);
});

test('a phrase is typed from the cursor on; what cannot be read is pointed at; values are typed for all', async ({ page }) => {
  await newSong(page, 'Round bass');
  await family(page, 'Make');
  await button(page, 'Type a phrase: try with settings').tap();
  const text = page.getByRole('textbox', { name: 'Phrase' });
  await text.fill('D2*3 H2 - C3');
  await expect(page.getByTestId('trial')).toContainText('H');
  await expect(page.getByTestId('marked').locator('span')).toHaveText('H2');
  await expect(page.getByRole('option')).toHaveCount(0);
  await text.fill('D2*3 F2 - C3*2:2');
  await expect(page.getByRole('option')).toHaveCount(6);
  await text.press('Enter');
  await expect
    .poll(() => shapes(page))
    .toEqual([
      [0, 1, 38],
      [1, 1, 38],
      [2, 1, 38],
      [3, 1, 41],
      [5, 2, 48],
      [7, 2, 48],
    ]);
  await button(page, /^6 notes .*type values/).tap();
  await page.getByRole('textbox', { name: 'Velocity' }).fill('*0.5');
  await page.getByRole('textbox', { name: 'Length' }).fill('1/8');
  await page.getByRole('textbox', { name: 'Pitch' }).fill('+12');
  await button(page, 'Keep').tap();
  await expect
    .poll(async () => (await savedNotes(page)).map(({ velocity, pitch }) => [velocity, pitch]))
    .toEqual([
      [50, 50],
      [50, 50],
      [50, 50],
      [50, 53],
      [50, 60],
      [50, 60],
    ]);
  expect((await shapes(page)).map(([, length]) => length)).toEqual([2, 2, 2, 2, 2, 2]);
});

test.describe('by mouse', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

  test('before the click a preview says name, place and length; the pointer says what a place does; the end is dragged', async ({
    page,
  }) => {
    await newSong(page, 'Lamp keys');
    const grid = page.getByTestId('notes-grid');
    const at = await boxAt(page, 6, 'E4');
    await page.mouse.move(at.x, at.y);
    await expect(page.getByTestId('preview')).toHaveText('E4 · 1.2+50 · 1/4 beat');
    await expect(grid).toHaveCSS('cursor', 'crosshair');
    await page.mouse.click(at.x, at.y);
    await page.mouse.move(at.x - 1, at.y);
    await expect(page.getByTestId('preview')).toHaveCount(0);
    await expect(grid).toHaveCSS('cursor', 'grab');
    await expect.poll(() => shapes(page)).toEqual([[6, 1, 64]]);

    // The end of the pattern, dragged four beats back: the pattern is one bar long.
    const end = (await page.getByTestId('pattern-end').boundingBox())!;
    const x = end.x + end.width / 2;
    const bar = (await boxAt(page, 16, 'E4')).x - (await boxAt(page, 0, 'E4')).x;
    await page.mouse.move(x, end.y + 10);
    await page.mouse.down();
    await page.mouse.move(x - bar, end.y + 10, { steps: 6 });
    await page.mouse.up();
    await expect(page.getByTestId('bars')).toHaveText('1 bar');
    // A note put beyond it is kept and offers to make room.
    const beyond = await boxAt(page, 20, 'E4');
    await page.mouse.click(beyond.x, beyond.y);
    await expect(page.getByRole('alert')).toContainText('beyond the end');
    await button(page, 'Make it longer').click();
    await expect(page.getByTestId('bars')).toHaveText('2 bars');
    await button(page, /^2 bars long: set the length/).click();
    await button(page, 'Twice as long').click();
    await button(page, 'Trim to content').click();
    await expect(page.getByRole('alert')).toContainText('From 4 bars to 2 bars');
  });
});
