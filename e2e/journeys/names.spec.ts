import { expect, test, type Page } from '../support/journey';
import { cell, newSong, showAs } from '../support/app';
import { button, saved } from '../support/song';

/** Types a name into a field and leaves it by a press on something else, without Enter. */
async function typeAndClose(page: Page, field: string, name: string, close: string | RegExp): Promise<void> {
  await page.getByRole('textbox', { name: field }).fill(name);
  await button(page, close).tap();
}

test('by thumb: names that are typed stay, whatever closes their sheet; Escape alone leaves the old one', async ({ page }) => {
  await newSong(page, 'Quay kit', 'Tide Table');
  await cell(page, 'Kick', 0).tap();
  // The editor renames its track, its pattern, its song and its rows.
  await button(page, 'Quay kit').tap();
  await typeAndClose(page, 'Name of the track', 'Deck Drums', /^Close: /);
  await button(page, /long: set the length$/).tap();
  await typeAndClose(page, 'Name of the pattern', 'Gangway', /^Close: /);
  await button(page, 'Song: tempo, send out').tap();
  await typeAndClose(page, 'Name of the song', 'Gull Parade', /^Close: /);
  await button(page, 'More for row Kick').tap();
  await typeAndClose(page, 'Name of the row', 'Thud', /^Close: /);
  await expect.poll(async () => (await saved(page)).tracks[0]!.name).toBe('Deck Drums');
  const song = (await saved(page)) as unknown as {
    song: { name: string };
    patterns: { name: string }[];
    tracks: { rows: { pitch: number; name: string }[] }[];
  };
  expect([song.song.name, song.patterns[0]!.name]).toEqual(['Gull Parade', 'Gangway']);
  expect(song.tracks[0]!.rows.find(({ pitch }) => pitch === 36)!.name).toBe('Thud');
  // Escape leaves what was there, and what was kept stays kept.
  await button(page, 'Deck Drums').tap();
  await page.getByRole('textbox', { name: 'Name of the track' }).fill('Nonsense');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await showAs(page, 'Notes');
  expect((await saved(page)).tracks[0]!.name).toBe('Deck Drums');

  await button(page, 'Song: tempo, send out').tap();
  await button(page, 'History').tap();
  await typeAndClose(page, 'Name of the saved point', 'before the chorus', /^Close: /);
  await button(page, 'Back to the song').tap();
  await button(page, 'Add a section').tap();
  await button(page, 'Verse').tap();
  await button(page, 'Verse: duplicate, move, rename').tap();
  await typeAndClose(page, 'Name of the section', 'Boarding', /^Close: /);
  await expect.poll(async () => (await saved(page)).sections.map(({ name }) => name)).toEqual(['Boarding']);
  await button(page, 'Song: tempo, send out').tap();
  await button(page, 'History').tap();
  await expect(page.getByRole('list', { name: 'Steps' })).toContainText('before the chorus');
});

/** Parts of a region that lie more than half a thumb beyond it, at the left or right, and does not scroll into reach, or is squeezed: names of buttons, and
 *  symbols thinner than 12 px. */
async function outOfReach(page: Page, region: string): Promise<string[]> {
  return page.locator(region).evaluate((root) => {
    const { left, right } = root.getBoundingClientRect();
    const scrolls = (each: Element) => {
      for (let up = each.parentElement; up && up !== root.parentElement; up = up.parentElement)
        if (up.scrollWidth > up.clientWidth && getComputedStyle(up).overflowX === 'auto') return true;
      return false;
    };
    const buttons = [...root.querySelectorAll('button')].filter((each) => {
      const place = each.getBoundingClientRect();
      return place.width > 0 && !scrolls(each) && (place.left < left - 22 || place.right > right + 22);
    });
    const symbols = [...root.querySelectorAll('svg[aria-hidden]')].filter((each) => {
      const { width } = each.getBoundingClientRect();
      return width > 0 && width < 12;
    });
    return [...buttons.map((each) => each.getAttribute('aria-label') ?? ''), ...symbols.map(() => 'a symbol')];
  });
}

/** Names something in the sheet that is open with 200 letters, and closes it. */
async function nameAtLength(page: Page, field: string): Promise<void> {
  await page.getByRole('textbox', { name: field }).fill(LONG);
  await page.getByRole('textbox', { name: field }).press('Enter');
  expect(await outOfReach(page, '[data-testid=sheet]')).toEqual([]);
  await button(page, /^Close: /).tap();
}

const LONG = 'Words of a tired person without an end '.repeat(6).slice(0, 200);

test('by thumb: names of 200 letters push nothing out of reach', { tag: '@again' }, async ({ page }) => {
  await newSong(page, 'Quay kit', LONG);
  await cell(page, 'Kick', 0).tap();
  await button(page, 'Quay kit').tap();
  await nameAtLength(page, 'Name of the track');
  await button(page, /long: set the length$/).tap();
  await nameAtLength(page, 'Name of the pattern');
  await button(page, 'More for row Kick').tap();
  await nameAtLength(page, 'Name of the row');
  expect(await outOfReach(page, 'body')).toEqual([]);
  await button(page, 'Song: tempo, send out').tap();
  await button(page, 'History').tap();
  await nameAtLength(page, 'Name of the saved point');
  await button(page, 'Back to the song').tap();
  await button(page, 'Add a section').tap();
  await button(page, 'Verse').tap();
  await button(page, 'Verse: duplicate, move, rename').tap();
  await nameAtLength(page, 'Name of the section');
  for (const sheet of ['Levels', /^Order/]) {
    await button(page, sheet).tap();
    expect(await outOfReach(page, '[data-testid=sheet]')).toEqual([]);
    await button(page, /^Close: /).tap();
  }
  // One line for the section's name, as for any other.
  const head = await page.getByRole('heading', { name: LONG, level: 2 }).boundingBox();
  expect(head!.height).toBeLessThan(40);
  expect(await outOfReach(page, 'body')).toEqual([]);
  await page.goto('/');
  await expect(page.getByText(LONG).first()).toBeVisible();
  expect(await outOfReach(page, 'body')).toEqual([]);
});
