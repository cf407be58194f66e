import { expect, test, type Page } from '../support/journey';
import { changeBars, eachSheet, newSong, openDemo, openPattern, openTrack, showAs, tool } from '../support/app';

/** Controls that are narrower or lower than a thumb, as "name, width x height". Cells, notes and what is scrolled out are no controls. */
function smallControls(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const seen = [...document.querySelectorAll<HTMLElement>('button, input, [role=button]')].filter(
      (element) => element.offsetParent !== null,
    );
    return seen
      .map((element) => ({ name: element.getAttribute('aria-label') ?? element.textContent, box: element.getBoundingClientRect() }))
      .filter(({ box }) => box.width > 0 && (box.width < 44 || box.height < 44))
      .map(({ name, box }) => `${name}, ${box.width} x ${box.height}`);
  });
}

/** Buttons that say nothing to those who hear the page. */
function unnamed(page: Page): Promise<number> {
  return page.evaluate(
    () =>
      [...document.querySelectorAll<HTMLElement>('button, input, [role=checkbox], [role=listbox]')].filter(
        (element) => !(element.getAttribute('aria-label') ?? element.textContent)?.trim(),
      ).length,
  );
}

/** An element that sticks out sideways makes the whole page slide under a finger. */
function overflow(page: Page): Promise<number> {
  return page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
}

for (const width of [390, 1280]) {
  test.describe(`${width} px`, () => {
    test.use({ viewport: { width, height: width === 390 ? 844 : 800 }, isMobile: width === 390, hasTouch: width === 390 });

    test('every control is a thumb wide and high, has a name, and nothing sticks out', async ({ page }) => {
      const check = async (where: string) => {
        expect(await smallControls(page), where).toEqual([]);
        expect(await unnamed(page), where).toBe(0);
        expect(await overflow(page), where).toBeLessThanOrEqual(0);
      };
      await page.goto('/');
      await expect(page.getByRole('button', { name: 'New song', exact: true })).toBeVisible();
      await check('Songs');
      await page.getByRole('button', { name: 'New song', exact: true }).click();
      await check('New song');
      await openDemo(page);
      await check('Steps');
      await page.getByRole('button', { name: 'Song: tempo, send out' }).click();
      await check('The song');
      const all = page.getByRole('button', { name: 'All tracks' });
      if (await all.isVisible()) await all.click();
      await check('All tracks');
      await page.getByRole('button', { name: 'Add a track' }).click();
      await check('A new track');
      await page.getByRole('button', { name: 'Close: New track' }).click();
      await openTrack(page, 'Lamp Keys');
      await check('Notes');
      await tool(page, 'Length', 'First cut: try with settings');
      await check('A trial');
      await page.getByRole('button', { name: 'Drop', exact: true }).click();
      await eachSheet(page, check);
    });
  });
}

test('the view stays out of the song: viewMode, grid and bar come back after a reload, and are no undo steps', async ({ page }) => {
  await newSong(page, 'Quay kit');
  await page.getByRole('button', { name: 'Finer grid' }).tap();
  await page.getByRole('button', { name: 'Bar 2', exact: true }).tap();
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect(page.getByRole('button', { name: 'Quay kit', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Redo' }).tap();
  await openPattern(page, 'Quay kit');
  await expect(page.getByTestId('grid-words')).toContainText('1/32');
  await showAs(page, 'Notes');
  await page.reload();
  await expect(page.getByTestId('notes-grid')).toBeVisible();
  await expect(page.getByTestId('grid-words')).toContainText('1/32');
  await showAs(page, 'Steps');
  await expect(page.getByRole('button', { name: 'Bar 2', exact: true })).toHaveAttribute('aria-pressed', 'true');
});

test('a pattern made shorter keeps what lies beyond its end, silent, and has it back when it grows', async ({ page }) => {
  await newSong(page, 'Quay kit');
  await page.getByRole('button', { name: 'Bar 2', exact: true }).tap();
  await page.getByRole('checkbox', { name: /^Kick 2\.1($|,)/ }).tap();
  await changeBars(page, -1);
  await expect(page.getByText('1 bar', { exact: true })).toBeVisible();
  await changeBars(page, 1);
  await page.getByRole('button', { name: 'Bar 2', exact: true }).tap();
  await expect(page.getByRole('checkbox', { name: /^Kick 2\.1($|,)/ })).toBeChecked();
});
