import { expect, test, type Page } from '@playwright/test';
import { boxAt, cell, Fingers, middleOf, newSong } from '../support/app';
import { CHROMIUM_FLAGS } from '../support/chromium';

// The browser's own rule: no sound before an act of the person. A finger that goes down is none, a finger that is lifted is.
test.use({
  launchOptions: { executablePath: '/usr/bin/chromium', args: CHROMIUM_FLAGS.filter((flag) => !flag.startsWith('--autoplay')) },
});

/** Writes down, before the page's own scripts run, every audio context there comes to be. Nothing is evaluated in the page before the act,
 *  for that would count as one. */
async function watchSound(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const Real = AudioContext;
    Object.assign(window, { contexts: [] as AudioContext[] });
    window.AudioContext = class extends Real {
      constructor(options?: AudioContextOptions) {
        super(options);
        (window as unknown as { contexts: AudioContext[] }).contexts.push(this);
      }
    };
  });
}

const isSounding = (page: Page) =>
  page.evaluate(() => (window as unknown as { contexts: AudioContext[] }).contexts.map(({ state }) => state).join());

/** A song with a track of this sound, opened anew by its address. */
async function openedByAddress(page: Page, sound: string): Promise<void> {
  await watchSound(page);
  await newSong(page, sound);
  await expect(page.getByTestId('link')).toHaveText('Saved');
  await page.reload();
  await expect(page.getByTestId('link')).toHaveText('Saved');
}

test('a hit dragged up first of all, then Play: it sounds', async ({ page }) => {
  await openedByAddress(page, 'Quay kit');
  const fingers = await Fingers.on(page);
  const at = await middleOf(cell(page, 'Kick', 4));
  await fingers.drag([{ from: at, to: { x: at.x, y: at.y - 40 } }]);
  await expect.poll(() => isSounding(page)).toBe('running');
  await page.getByTestId('play').tap();
  await expect(page.getByTestId('pass')).toBeVisible();
  await expect(page.getByTestId('silence')).toHaveCount(0);
});

test('a note drawn by a drag first of all: it sounds', async ({ page }) => {
  await openedByAddress(page, 'Lamp keys');
  const fingers = await Fingers.on(page);
  const from = await boxAt(page, 4, 'C4');
  await fingers.drag([{ from, to: { x: from.x + 60, y: from.y } }]);
  await expect.poll(() => isSounding(page)).toBe('running');
});

test('a key of the pitch strip first of all: it sounds', async ({ page }) => {
  await openedByAddress(page, 'Lamp keys');
  await page.getByText('C4', { exact: true }).first().tap();
  await expect.poll(() => isSounding(page)).toBe('running');
});

test('Space first of all: it plays', async ({ page }) => {
  await openedByAddress(page, 'Quay kit');
  await page.keyboard.press('Space');
  await expect(page.getByTestId('pass')).toBeVisible();
  await expect.poll(() => isSounding(page)).toBe('running');
});

test('sound that was taken away comes back at the next press, whatever is pressed', async ({ page }) => {
  await openedByAddress(page, 'Quay kit');
  await page.getByTestId('play').tap();
  await expect.poll(() => isSounding(page)).toBe('running');
  const taken = () => page.evaluate(() => (window as unknown as { contexts: AudioContext[] }).contexts[0]!.suspend());
  await taken();
  await expect(page.getByTestId('silence')).toContainText('holding the sound back');
  await cell(page, 'Kick', 2).tap();
  await expect.poll(() => isSounding(page)).toBe('running');
  await expect(page.getByTestId('silence')).toHaveCount(0);
  await taken();
  await page.getByTestId('play').tap();
  await expect.poll(() => isSounding(page)).toBe('running');
});
