import { expect, test, type Locator, type Page } from '../support/journey';
import { eachSheet, family, newSong, openDemo, openTrack, tool } from '../support/app';
import { button } from '../support/song';

/** Elements that scroll sideways, or are wider within than they show, as "test id or label: by so many pixels". Time may: the notes and the song's
 *  rulers are drawn there without being scrolled by the browser. */
function sideways(page: Page): Promise<string[]> {
  return page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('#root *')].flatMap((element) => {
      const { overflowX } = getComputedStyle(element);
      const beyond = element.scrollWidth - element.clientWidth;
      const scrolls = overflowX === 'auto' || overflowX === 'scroll';
      if (!scrolls || beyond <= 1 || element.tagName === 'INPUT' || element.clientWidth === 0) return [];
      const name = element.dataset.testid ?? element.getAttribute('aria-label') ?? element.className;
      return [`${name}: ${beyond}`];
    }),
  );
}

test('on phones of three widths no line, strip or sheet scrolls sideways, and the line of tools is all in sight', async ({ page }) => {
  test.slow();
  const atEach = async (look: (width: number) => Promise<void>) => {
    for (const width of [320, 360, 390]) {
      await page.setViewportSize({ width, height: 760 });
      await look(width);
    }
  };
  const check = (where: string) => atEach(async (width) => expect(await sideways(page), `${where} at ${width} px`).toEqual([]));
  /** Where those that are there begin and end, in px; asked again until a line has got used to its width. */
  const isInSight = (all: Locator, width: number, least: number) =>
    expect(async () => {
      const ends = await all.evaluateAll((each) =>
        each.map((element) => element.getBoundingClientRect()).flatMap(({ left, right }) => [left, right]),
      );
      expect(ends.length / 2).toBeGreaterThanOrEqual(least);
      expect(Math.min(...ends)).toBeGreaterThanOrEqual(0);
      expect(Math.max(...ends)).toBeLessThanOrEqual(width);
    }).toPass({ timeout: 5000 });
  await openDemo(page);
  await check('Steps');
  await openTrack(page, 'Lamp Keys');
  await check('Notes');
  for (const name of ['Time', 'Length', 'Pitch', 'Feel', 'Copy', 'Make', 'Select', 'View']) {
    await family(page, name);
    await check(`the toolbox at ${name}`);
    await atEach((width) => isInSight(page.getByRole('tab'), width, 8));
    await button(page, 'Close: Toolbox').tap();
    await check(`the line at ${name}`);
    const cells = page.getByRole('group', { name: 'Tray' }).getByRole('button');
    await atEach((width) => isInSight(cells, width, name === 'Make' || width < 360 ? 5 : 6));
  }
  for (const [of, name] of [
    ['Time', 'Quantize: try with settings'],
    ['Feel', 'Passes one by one: try with settings'],
    ['Feel', 'Type values: try with settings'],
    ['Copy', 'Repeat: try with settings'],
    ['Length', 'Extend to the next: try with settings'],
  ] as const) {
    await tool(page, of, name);
    await check(name);
    const more = button(page, 'More settings');
    if (await more.isVisible()) await more.tap();
    await check(`${name}, all settings`);
    await atEach(async () => {
      await expect(button(page, 'Keep')).toBeInViewport({ ratio: 1 });
      await expect(button(page, 'Drop')).toBeInViewport({ ratio: 1 });
    });
    await button(page, 'Drop').tap();
  }
  await eachSheet(page, check);
  await button(page, 'Back to the song').tap();
  await check('the song');
  await button(page, 'Levels').tap();
  await check('Levels');
  await button(page, 'Close: Levels').tap();
  await page.locator('[data-placement]').first().click({ button: 'right' });
  await check('placements');
});

test('the line takes on what is used most, but never while it is in use', { tag: '@again' }, async ({ page }) => {
  await newSong(page, 'Lamp keys');
  const box = (await page.getByTestId('notes-grid').boundingBox())!;
  await page.touchscreen.tap(box.x + 30, box.y + 200);
  const line = () =>
    page
      .getByRole('group', { name: 'Tray' })
      .getByRole('button')
      .evaluateAll((all) => all.map((each) => each.getAttribute('aria-label')));
  await family(page, 'Feel');
  await button(page, 'Close: Toolbox').tap();
  const before = await line();
  expect(before).not.toContain('Pan right');
  await family(page, 'Feel');
  await button(page, 'The toolbox stays open after an act').tap();
  // Pinned, several acts in a row cost a tap each.
  for (let times = 0; times < 5; times++) await button(page, 'Pan right').tap();
  // A sheet opened out of it closes to it.
  await page.getByRole('tab', { name: 'View' }).tap();
  await button(page, 'Grid …').tap();
  await button(page, /^Close: /).tap();
  await page.getByRole('tab', { name: 'Feel' }).tap();
  await button(page, 'The toolbox stays open after an act').tap();
  await button(page, 'Pan left').tap();
  await expect(page.getByRole('region', { name: 'Toolbox' })).toHaveCount(0);
  await page.reload();
  await expect(page.getByTestId('notes-grid')).toBeVisible();
  await family(page, 'Feel');
  await button(page, 'Close: Toolbox').tap();
  expect(await line()).toContain('Pan right');
});
