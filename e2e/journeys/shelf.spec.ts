import { readFile } from 'node:fs/promises';
import { expect, test, type Page } from '../support/journey';
import { newSong, savedNotes, shapes } from '../support/app';
import { record } from '../support/recorded';
import { BAR, button, saved } from '../support/song';

/** Keys of notes that the engine was told of since it was last asked, by how far apart they begin in seconds. */
async function toldOf(page: Page): Promise<readonly number[]> {
  return page.evaluate(() => {
    const notes = window.recorded.sent.flatMap((message) => (message.type === 'notes' ? message.notes : []));
    window.recorded.sent.length = 0;
    return notes.map(({ pitch }) => pitch);
  });
}

async function openShelf(page: Page): Promise<void> {
  const others = page.getByRole('button', { name: /: other actions$/ });
  if (await others.isVisible()) await others.click();
  await page.getByLabel('Find an action').fill('phrase library');
  await button(page, 'Shelf …').first().click();
}

const pitches = async (page: Page) => (await shapes(page)).map(([, , pitch]) => pitch);

test('by thumb: ready phrases heard one after the other while it plays, one brought in as whole bars, in the key of the song', async ({
  page,
}) => {
  await record(page, false);
  await newSong(page, 'Lamp keys');
  await page.getByTestId('play').click();
  await openShelf(page);
  await button(page, 'Chords').click();
  await toldOf(page);
  await button(page, 'Hear Slow dusk').click();
  // A minor seventh on A3, and nothing yet among the notes.
  await expect.poll(async () => (await toldOf(page)).slice(0, 4).sort()).toEqual([57, 60, 64, 67]);
  await button(page, 'Hear Round the table').click();
  // Its octave above the first note is in none of the chords before.
  await expect.poll(() => toldOf(page)).toContain(69);
  expect(await savedNotes(page)).toEqual([]);
  await button(page, 'Bring in Round the table').click();
  await expect(page.getByRole('alert')).toContainText('Round the table is in.');
  const song = await saved(page);
  expect(song.patterns.map(({ length }) => length)).toEqual([4 * BAR]);
  expect(song.placements.map(({ start, length }) => [start, length])).toEqual([[0, 4 * BAR]]);
  expect((await pitches(page)).slice(0, 4)).toEqual([57, 60, 64, 69]);
  // The same once more sounds there already.
  await button(page, 'Hear Round the table').click();
  await button(page, 'Bring in Round the table').click();
  await expect(page.getByRole('alert')).toContainText('sound there already');
  expect(await savedNotes(page)).toHaveLength(32);
});

test(
  'by keys: own notes go on the shelf with tags, are found in another song, as a file and as MIDI, also without the server',
  { tag: '@again' },
  async ({ page, context }) => {
    await page.setViewportSize({ width: 1280, height: 800 });
    await newSong(page, 'Lamp keys', 'Shelf One');
    await page
      .getByRole('button', { name: 'Notes: show as Steps' })
      .or(page.getByRole('button', { name: 'Steps: show as Notes' }))
      .first()
      .waitFor();
    await openShelf(page);
    await button(page, 'Put there, on the shelf').press('Enter');
    await expect(page.getByText('There are no notes in it yet.')).toBeVisible();
    await button(page, 'Find: on the shelf').or(button(page, 'Find on the shelf')).press('Enter');
    await page.getByRole('textbox', { name: 'Search the shelf' }).fill('lulaby box');
    await button(page, 'Hear Music box').press('Enter');
    await button(page, 'Bring in Music box').press('Enter');
    await expect.poll(async () => (await savedNotes(page)).length).toBe(15);

    await button(page, 'Put there, on the shelf').press('Enter');
    await button(page, 'The pattern').press('Enter');
    await page.getByRole('textbox', { name: 'Name of the phrase' }).fill('Cradle');
    await page.getByRole('textbox', { name: 'Tags of the phrase' }).fill('sleepy soft');
    await context.setOffline(true);
    await button(page, 'Put it on the shelf').press('Enter');
    await page.getByRole('textbox', { name: 'Search the shelf' }).fill('sleepy');
    await expect(button(page, 'Hear Cradle')).toBeVisible();
    await context.setOffline(false);

    await button(page, 'Hear Cradle').press('Enter');
    await button(page, 'How … does Cradle come in?').press('Enter');
    const file = page.waitForEvent('download');
    await button(page, 'Send out Cradle').press('Enter');
    const sent = await (await file).path();
    const text = await readFile(sent, 'utf8');
    expect(JSON.parse(text)).toMatchObject({ yibbo: 'phrase', version: 1, phrase: { name: 'Cradle', tags: ['sleepy', 'soft'] } });
    const midi = page.waitForEvent('download');
    await button(page, 'Send out Cradle as MIDI').press('Enter');
    const bytes = await readFile(await (await midi).path());
    expect(bytes.subarray(0, 4).toString('latin1')).toBe('MThd');
    await button(page, 'Take off the shelf: Cradle').press('Enter');
    await expect(button(page, 'Hear Cradle')).toBeHidden();

    await newSong(page, 'Quay kit', 'Shelf Two');
    await openShelf(page);
    await page.getByLabel('Phrase file').setInputFiles({ name: 'other.mid', mimeType: 'audio/midi', buffer: bytes });
    await page.getByLabel('Phrase file').setInputFiles({ name: 'broken.mid', mimeType: 'audio/midi', buffer: Buffer.from('no music') });
    await expect(page.getByRole('alert')).toContainText(/MIDI file/);
    await page.getByLabel('Phrase file').setInputFiles(sent);
    await expect(page.getByRole('alert')).toContainText('Cradle is on your shelf.');
    await button(page, 'My own').press('Enter');
    await expect(button(page, 'Hear other')).toBeVisible();
    await button(page, 'Hear Cradle').press('Enter');
    // A kit is open: the phrase comes on a track of its own.
    await button(page, 'Bring in Cradle').press('Enter');
    const song = await saved(page);
    expect(song.tracks.map(({ name }) => name.toLowerCase())).toEqual(['quay kit', 'lamp keys']);
    expect(await savedNotes(page)).toHaveLength(15);
  },
);

test('a section with all its tracks goes to the shelf and comes into another song', async ({ page }) => {
  await page.goto('/');
  await page
    .getByRole('button', { name: /^Last Boat Home/ })
    .first()
    .click();
  await page
    .getByRole('button', { name: /: duplicate, move, rename$/ })
    .first()
    .click();
  await button(page, 'To the shelf …').click();
  await page.getByRole('textbox', { name: 'Name of the phrase' }).fill('A whole verse');
  await button(page, 'Put it on the shelf').click();
  await button(page, 'Several parts').click();
  const line = page.getByRole('listitem').filter({ hasText: 'A whole verse' });
  const parts = Number(/(\d+) parts/.exec((await line.textContent())!)![1]);
  expect(parts).toBeGreaterThan(2);
  await newSong(page, 'Quay kit', 'Shelf Three');
  await openShelf(page);
  await button(page, 'Several parts').click();
  await button(page, 'Hear A whole verse').click();
  await button(page, 'Bring in A whole verse').click();
  const song = await saved(page);
  expect(song.tracks).toHaveLength(parts);
  await button(page, /^Undo/).first().click();
  await expect.poll(async () => (await saved(page)).tracks.length).toBe(1);
});
