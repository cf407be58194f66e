import { expect, test, type Page } from '@playwright/test';
import { Acts } from '../support/acts';
import { boxAt, cell, Fingers, savedNotes, shapes, type Point } from '../support/app';

const MOST_ACTS = 25;
const KICK = 36;
const SNARE = 38;
const CLOSED_HAT = 42;

/** A song with nothing in it: no track yet. */
async function emptySong(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New song', exact: true }).click();
  await page.getByRole('button', { name: 'Create song' }).click();
  await expect(page.getByRole('heading', { name: 'What comes first?' })).toBeVisible();
}

/** Where a row is struck, in sixteenths. */
async function struck(page: Page, pitch: number): Promise<number[]> {
  return (await shapes(page)).filter(([, , each]) => each === pitch).map(([start]) => start!);
}

/** Kick on 1, 3 and the "and" of 3, snare on 2 and 4, hats in eighths with those on the beat accented, for two bars. */
async function expectBeat(page: Page): Promise<void> {
  await expect.poll(() => struck(page, KICK)).toEqual([0, 8, 10, 16, 24, 26]);
  expect(await struck(page, SNARE)).toEqual([4, 12, 20, 28]);
  expect(await struck(page, CLOSED_HAT)).toEqual(Array.from({ length: 16 }, (_, eighth) => 2 * eighth));
  const hats = (await savedNotes(page)).filter(({ pitch }) => pitch === CLOSED_HAT);
  const loud = hats.filter((_hit, index) => index % 2 === 0).map(({ velocity }) => velocity);
  const soft = hats.filter((_hit, index) => index % 2 === 1).map(({ velocity }) => velocity);
  expect(Math.min(...loud) - Math.max(...soft)).toBeGreaterThan(15);
}

/** Half a bar on each of four pitches, in eighths, twice; the last half bar an octave up. */
const BASS = [43, 45, 41, 38, 43, 45, 41, 50].flatMap((pitch, half) => [0, 2, 4, 6].map((eighth) => [8 * half + eighth, 2, pitch]));

test.describe('by thumb', () => {
  test('a two-bar beat with accents, from an empty song', async ({ page }) => {
    await emptySong(page);
    const acts = new Acts(page, await Fingers.on(page));
    await acts.press(page.getByRole('button', { name: 'Quay kit', exact: true }));
    for (const step of [0, 8, 10]) await acts.press(cell(page, 'Kick', step));
    await acts.press(page.getByRole('button', { name: /^Snare, / }));
    for (const step of [4, 12]) await acts.press(cell(page, 'Snare', step));
    await acts.press(page.getByRole('button', { name: 'Deselect' }));
    await acts.press(page.getByRole('tab', { name: 'Copy' }));
    await acts.press(page.getByRole('button', { name: 'Repeat to the end' }));
    await acts.press(page.getByRole('button', { name: /^Closed hat, / }));
    await acts.press(page.getByRole('button', { name: 'Fill Closed hat' }));
    for (const _hit of [1, 2]) await acts.press(page.getByRole('button', { name: 'Accent every: more' }));
    await acts.press(page.getByRole('button', { name: 'Keep', exact: true }));
    await expectBeat(page);
    expect(acts.count).toBeLessThanOrEqual(MOST_ACTS);
  });

  test('a four-bar bass line of 32 notes, from an empty song', async ({ page }) => {
    await emptySong(page);
    const acts = new Acts(page, await Fingers.on(page));
    await acts.press(page.getByRole('button', { name: 'Round bass', exact: true }));
    for (const _bar of [3, 4]) await acts.press(page.getByRole('button', { name: 'Length of the pattern: more' }));
    await acts.press(page.getByRole('button', { name: 'Coarser grid' }));
    await acts.press(page.getByRole('button', { name: 'One finger draws: change' }));
    for (const [half, row] of ['G2', 'A2', 'F2', 'D2'].entries())
      await acts.drag(await boxAt(page, 8 * half, row), await boxAt(page, 8 * half + 6, row));
    await acts.press(page.getByRole('button', { name: 'Deselect' }));
    await acts.press(page.getByRole('tab', { name: 'Copy' }));
    await acts.press(page.getByRole('button', { name: 'Repeat to the end' }));
    await acts.press(page.getByRole('tab', { name: 'View' }));
    await acts.press(page.getByRole('button', { name: 'Fit all notes' }));
    const last = async (step: number): Promise<Point> => {
      const grid = (await page.getByTestId('notes-grid').boundingBox())!;
      const { y } = await boxAt(page, 0, 'D2');
      return { x: grid.x + ((step + 0.5) * (grid.width - 8)) / 64, y };
    };
    // The frame begins on empty ground, three rows above.
    const [from, to] = [await last(55), await last(63)];
    await acts.drag({ x: from.x, y: from.y - 50 }, to, 600);
    await expect(page.getByTestId('readout')).toContainText('4 notes · D2');
    await acts.press(page.getByRole('tab', { name: 'Pitch' }));
    await acts.press(page.getByRole('button', { name: 'Octave up' }));
    await expect.poll(() => shapes(page)).toEqual(BASS);
    expect(acts.count).toBeLessThanOrEqual(MOST_ACTS);
  });
});

test.describe('by mouse and keys', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

  test('a two-bar beat with accents, from an empty song', async ({ page }) => {
    await emptySong(page);
    const acts = new Acts(page);
    await acts.press(page.getByRole('button', { name: 'Quay kit', exact: true }));
    for (const step of [0, 8, 10]) await acts.press(cell(page, 'Kick', step));
    for (const step of [4, 12]) await acts.press(cell(page, 'Snare', step));
    await acts.key('Escape');
    await acts.key('Shift+Y');
    await acts.press(page.getByRole('button', { name: 'Hear Closed hat' }));
    await acts.key('a');
    for (const _hit of [1, 2]) await acts.press(page.getByRole('button', { name: 'Accent every: more' }));
    await acts.key('k');
    await expectBeat(page);
    expect(acts.count).toBeLessThanOrEqual(MOST_ACTS);
  });

  test('a four-bar bass line of 32 notes, from an empty song', async ({ page }) => {
    await emptySong(page);
    const acts = new Acts(page);
    await acts.press(page.getByRole('button', { name: 'Round bass', exact: true }));
    for (const _bar of [3, 4]) await acts.press(page.getByRole('button', { name: 'Length of the pattern: more' }));
    await acts.key('1');
    await acts.hold('q', async () => {
      for (const [half, row] of ['G2', 'A2', 'F2', 'D2'].entries())
        await acts.drag(await boxAt(page, 8 * half, row), await boxAt(page, 8 * half + 6, row));
    });
    await acts.key('Escape');
    await acts.key('Shift+Y');
    await acts.key('0');
    const grid = (await page.getByTestId('notes-grid').boundingBox())!;
    const { y } = await boxAt(page, 0, 'D2');
    const at = (step: number): Point => ({ x: grid.x + ((step + 0.5) * (grid.width - 8)) / 64, y });
    await acts.hold('Shift', () => acts.drag(at(55), at(63)));
    await expect(page.getByTestId('readout')).toContainText('4 notes · D2');
    await acts.key('Shift+ArrowUp');
    await expect.poll(() => shapes(page)).toEqual(BASS);
    expect(acts.count).toBeLessThanOrEqual(MOST_ACTS);
  });
});
