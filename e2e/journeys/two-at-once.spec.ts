import { expect, test, type Browser, type Page } from '../support/journey';
import { boxAt, cell, newSong, openPattern, savedNotes, shapes } from '../support/app';
import { button } from '../support/song';

/** Another person's device with the same song open. */
async function another(browser: Browser, page: Page, name?: string): Promise<Page> {
  const device = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const there = await device.newPage();
  if (name) {
    await there.goto('/settings');
    await there.getByRole('textbox', { name: 'Name of yourself' }).fill(name);
    await there.keyboard.press('Enter');
  }
  await there.goto(page.url());
  await expect(there.getByTestId('play')).toBeVisible();
  return there;
}

test('each sees that the other is there, by name, at which bar, and what is selected; one goes along with the other; a window that closes is gone', async ({
  page,
  browser,
}) => {
  await newSong(page, 'Lamp keys');
  const at = await boxAt(page, 4, 'C4');
  await page.touchscreen.tap(at.x, at.y);
  await expect.poll(() => shapes(page)).toHaveLength(1);
  const there = await another(browser, page, 'Anna');
  const anna = (window: Page) => button(window, /^A(·1)?: Anna is here/);
  await expect(anna(page)).toHaveAccessibleName('A·1: Anna is here, bar 1, follow');
  await expect(button(there, /^S·1: Someone is here, bar 1, follow$/)).toBeVisible();
  // Her edge stands over the whole part, then over the note that she selects.
  const width = async () => (await page.getByTestId('other-edge').boundingBox())!.width;
  const whole = await width();
  await there.keyboard.press('Control+a');
  await expect.poll(width).toBeLessThan(whole / 2);

  // She goes to the song page: whoever follows her comes along, and back into the part.
  await anna(page).tap();
  await button(there, 'Back to the song').tap();
  await expect(page.getByTestId('song-page')).toBeVisible();
  await openPattern(there, 'Lamp keys');
  await expect(page.getByTestId('notes-grid')).toBeVisible();
  await button(page, /Anna is here.*, followed: stay here$/).tap();
  await button(there, 'Back to the song').tap();
  await expect(anna(page)).toHaveAccessibleName(/Anna is here, follow$/);
  await expect(page.getByTestId('notes-grid')).toBeVisible();
  await there.context().close();
  await expect(anna(page)).toHaveCount(0);
  await expect(page.getByTestId('other-edge')).toHaveCount(0);
});

test(
  'both draw at once and undo only their own; where both changed the same before either knew, a word says whose holds',
  { tag: '@again' },
  async ({ page, browser }) => {
    await newSong(page, 'Quay kit');
    const there = await another(browser, page);
    await Promise.all([cell(page, 'Kick', 0).tap(), cell(there, 'Kick', 8).tap()]);
    for (const window of [page, there]) {
      await expect(cell(window, 'Kick', 0), window === page ? 'here' : 'there').toBeChecked();
      await expect(cell(window, 'Kick', 8), window === page ? 'here' : 'there').toBeChecked();
    }
    // Whoever was first: each takes back its own, and does it again though the other went on meanwhile.
    await button(there, 'Undo').tap();
    await expect(cell(page, 'Kick', 8)).not.toBeChecked();
    await expect(cell(page, 'Kick', 0)).toBeChecked();
    await cell(page, 'Kick', 4).tap();
    await expect(cell(there, 'Kick', 4)).toBeChecked();
    await button(there, 'Redo').tap();
    await expect(cell(page, 'Kick', 8)).toBeChecked();
    await button(there, 'Undo').tap();
    await expect(cell(page, 'Kick', 8)).not.toBeChecked();
    await button(page, 'Undo').tap();
    await expect(cell(there, 'Kick', 4)).not.toBeChecked();
    await expect(cell(there, 'Kick', 0)).toBeChecked();

    // One line breaks; both make the same hit louder or softer meanwhile.
    await page.context().setOffline(true);
    const louder = async (window: Page, key: string) => {
      await window.keyboard.press('Control+a');
      await window.keyboard.press(key);
    };
    await louder(page, 'g');
    await louder(there, 'Shift+G');
    await expect(there.getByTestId('link')).toHaveText('Saved');
    await page.context().setOffline(false);
    await expect(page.getByRole('alert')).toContainText('Another window changed the same value as you. Yours came later and holds.');
    const [mine, theirs] = [await savedNotes(page), await savedNotes(there)];
    expect(mine).toEqual(theirs);
    await there.context().close();
  },
);
