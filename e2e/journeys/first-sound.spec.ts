import { expect, test, type Page } from '../support/journey';
import { boxAt, cell, Fingers, middleOf, newSong, shapes } from '../support/app';
import { CHROMIUM, CHROMIUM_FLAGS } from '../support/chromium';

// The browser's own rule: no sound before an act of the person. A finger that goes down is none, a finger that is lifted is.
test.use({
  launchOptions: { executablePath: CHROMIUM, args: CHROMIUM_FLAGS.filter((flag) => !flag.startsWith('--autoplay')) },
});

interface Watched {
  contexts: AudioContext[];
  /** When each came to run, on the page's clock. */
  ran: number[];
}

/** Writes down, before the page's own scripts run, every audio context there comes to be. */
async function watchSound(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const Real = AudioContext;
    const watched: Watched = { contexts: [], ran: [] };
    Object.assign(window, { watched });
    window.AudioContext = class extends Real {
      constructor(options?: AudioContextOptions) {
        super(options);
        watched.contexts.push(this);
        this.addEventListener('statechange', () => this.state === 'running' && watched.ran.push(performance.now()));
      }
    };
  });
}

const isSounding = (page: Page) =>
  page.evaluate(() => (window as unknown as { watched: Watched }).watched.contexts.map(({ state }) => state).join());

/** A song with a track of this sound, opened anew by its address. */
async function openedByAddress(page: Page, sound: string): Promise<void> {
  await watchSound(page);
  await newSong(page, sound);
  await expect(page.getByTestId('link')).toHaveText('Saved');
  await page.reload();
  await expect(page.getByTestId('link')).toHaveText('Saved');
}

/** The same song on a page of its own where nothing has been evaluated yet, which would count as an act, as looking for anything on it
 *  would: where things are is known from the first page. */
async function untouched(page: Page): Promise<Page> {
  const fresh = await page.context().newPage();
  await watchSound(fresh);
  const heard = fresh.waitForResponse(/\/events\?/);
  await fresh.goto(page.url());
  await heard;
  await fresh.waitForTimeout(1000);
  return fresh;
}

/** It sounded by itself, before this was asked. */
async function hasSounded(page: Page): Promise<void> {
  await page.waitForTimeout(1000);
  expect(await page.evaluate(() => (window as unknown as { watched: Watched }).watched.ran)).toHaveLength(1);
}

test('a hit dragged up first of all, then Play: it sounds', async ({ page }) => {
  await openedByAddress(page, 'Quay kit');
  const at = await middleOf(cell(page, 'Kick', 4));
  const play = await middleOf(page.getByTestId('play'));
  const fresh = await untouched(page);
  const fingers = await Fingers.on(fresh);
  await fingers.drag([{ from: at, to: { x: at.x, y: at.y - 40 } }]);
  await fresh.touchscreen.tap(play.x, play.y);
  await hasSounded(fresh);
  await expect(fresh.getByTestId('pass')).toBeVisible();
  await expect(fresh.getByTestId('silence')).toHaveCount(0);
});

test('a note drawn by a drag first of all: it sounds', { tag: '@again' }, async ({ page }) => {
  await openedByAddress(page, 'Lamp keys');
  const from = await boxAt(page, 4, 'C4');
  const fresh = await untouched(page);
  const fingers = await Fingers.on(fresh);
  await fingers.drag([{ from, to: { x: from.x + 60, y: from.y } }]);
  await hasSounded(fresh);
  await expect.poll(() => shapes(fresh)).toHaveLength(1);
});

test('a key of the pitch strip first of all: it sounds', { tag: '@again' }, async ({ page }) => {
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
  const taken = () => page.evaluate(() => (window as unknown as { watched: Watched }).watched.contexts[0]!.suspend());
  await taken();
  await expect(page.getByTestId('silence')).toContainText('holding the sound back');
  await cell(page, 'Kick', 2).tap();
  await expect.poll(() => isSounding(page)).toBe('running');
  await expect(page.getByTestId('silence')).toHaveCount(0);
  await taken();
  await page.getByTestId('play').tap();
  await expect.poll(() => isSounding(page)).toBe('running');
});
