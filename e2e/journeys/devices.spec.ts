import { expect, test, type Locator, type Page } from '../support/journey';
import { cell, family, newSong, openDemo } from '../support/app';
import { record } from '../support/recorded';

const PHONE = { width: 390, height: 844 };

/** Says of the device that so much of the screen's edges is covered or rounded off, as a phone with a notch does. */
async function coverEdges(page: Page, insets: { top: number; bottom: number; left: number; right: number }): Promise<void> {
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setSafeAreaInsetsOverride' as 'Emulation.setCPUThrottlingRate', { insets } as never);
}

/** Controls in a part of the screen, probed every few pixels. */
async function pressable(page: Page, [left, top, right, bottom]: readonly [number, number, number, number]): Promise<string[]> {
  return page.evaluate(
    ([x0, y0, x1, y1]) => {
      const found = new Set<string>();
      for (let x = x0; x < x1; x += 5)
        for (let y = y0; y < y1; y += 5) {
          const pressed = document.elementFromPoint(x, y)?.closest('[role], button, input, a, [data-placement]');
          if (pressed && !/^(main|region|group|list)$/.test(pressed.role ?? '')) found.add(pressed.ariaLabel ?? pressed.textContent);
        }
      return [...found];
    },
    [left, top, right, bottom] as const,
  );
}

test('on a phone with a notch and a bar to swipe at, nothing to press lies under them', async ({ page }) => {
  await coverEdges(page, { top: 47, bottom: 34, left: 0, right: 0 });
  await openDemo(page);
  await expect(page.getByTestId('play')).toBeVisible();
  const { width, height } = PHONE;
  expect(await pressable(page, [0, 0, width, 47])).toEqual([]);
  expect(await pressable(page, [0, height - 34, width, height])).toEqual([]);

  await coverEdges(page, { top: 0, bottom: 21, left: 47, right: 47 });
  await page.setViewportSize({ width: height, height: width });
  await expect.poll(() => pressable(page, [0, 0, 47, width])).toEqual([]);
  expect(await pressable(page, [height - 47, 0, height, width])).toEqual([]);
  expect(await pressable(page, [0, width - 21, height, width])).toEqual([]);
});

/** A keyboard on the screen as a browser tells of it: the page stays as high as it was, but less of it can be seen. */
async function withKeyboard(page: Page): Promise<(height: number) => Promise<void>> {
  await page.addInitScript(() => {
    const seen = Object.assign(new EventTarget(), { height: innerHeight, width: innerWidth, scale: 1, offsetTop: 0 });
    Object.defineProperty(window, 'visualViewport', { value: seen });
  });
  return (keyboard) =>
    page.evaluate((covered) => {
      const seen = window.visualViewport as unknown as { height: number } & EventTarget;
      seen.height = innerHeight - covered;
      seen.dispatchEvent(new Event('resize'));
    }, keyboard);
}

const bottomOf = async (locator: Locator) => locator.evaluate((element) => element.getBoundingClientRect().bottom);

test('a keyboard on the screen covers neither the field that is typed in nor what stands below it', async ({ page }) => {
  const keyboard = await withKeyboard(page);
  await newSong(page, 'Quay kit');
  await family(page, 'View');
  await page.getByRole('button', { name: 'Row …' }).click();
  const field = page.getByRole('textbox', { name: 'Name of the row' });
  await field.tap();
  await keyboard(336);
  await expect.poll(() => bottomOf(page.getByTestId('play'))).toBeLessThanOrEqual(PHONE.height - 336);
  await expect.poll(() => bottomOf(field)).toBeLessThanOrEqual(PHONE.height - 336);
  await expect(field).toBeFocused();
  await keyboard(0);
  await expect.poll(() => bottomOf(page.getByTestId('play'))).toBeGreaterThan(PHONE.height - 80);
});

test('a device that takes no 48 kHz plays at its own rate, in time', { tag: '@again' }, async ({ page }) => {
  await page.addInitScript(() => {
    const Real = AudioContext;
    window.AudioContext = class extends Real {
      constructor(options: AudioContextOptions = {}) {
        if (options.sampleRate) throw new DOMException('The hardware does not take this rate.', 'NotSupportedError');
        super({ ...options, sampleRate: 44_100 });
      }
    };
  });
  await record(page, true);
  await newSong(page, 'Quay kit');
  for (const step of [0, 4, 8, 12]) await cell(page, 'Kick', step).tap();
  // Let the tapped sounds ring out first.
  await page.waitForTimeout(1500);
  await page.evaluate(() => (window.recorded.heard.length = 0));
  await page.getByTestId('play').tap();
  await expect.poll(async () => (await hits(page)).length).toBeGreaterThanOrEqual(4);
  const [first, second, third, fourth] = await hits(page);
  // Beats at 120 bpm, half a second each, of 44,100 samples a second: at 48,000 they would be 24,000 apart. The recording may lose a block.
  for (const gap of [second! - first!, third! - second!, fourth! - third!]) expect(Math.abs(gap - 22_050)).toBeLessThan(300);
});

/** Where strokes begin in what has been heard, in samples. */
async function hits(page: Page): Promise<number[]> {
  return page.evaluate(() => {
    const found: number[] = [];
    for (const [at, sample] of window.recorded.heard.flat().entries())
      if (Math.abs(sample) > 0.02 && at - (found.at(-1) ?? -1e6) > 15_000) found.push(at);
    return found;
  });
}
