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
