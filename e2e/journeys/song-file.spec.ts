import { readFile } from 'node:fs/promises';
import { cell, newSong } from '../support/app';
import { expect, test, type Page } from '../support/journey';
import { drumsFile } from '../support/made-sound';
import { midiFromText } from '../support/midi-text';
import { button, saved } from '../support/song';

async function sent(page: Page, press: string): Promise<Buffer> {
  const download = page.waitForEvent('download');
  await button(page, press).click();
  return readFile(await (await download).path());
}

test('a song with a recording leaves as one file and comes in again beside itself; Settings accounts for what it takes', async ({
  page,
}) => {
  await newSong(page, 'Quay kit', 'Packed Song');
  await cell(page, 'Kick', 0).click();
  await button(page, 'Song: tempo, send out').click();
  await button(page, 'Recordings …').click();
  await page.getByLabel('Sound file').setInputFiles({ name: 'packed.wav', mimeType: 'audio/wav', buffer: drumsFile() });
  await expect(page.getByRole('heading', { name: 'Hits: 28' })).toBeVisible({ timeout: 20_000 });
  await button(page, 'Close: Recordings').click();
  await saved(page);
  // The server has it once it says so.
  await expect.poll(async () => ((await (await page.request.get('/api/files')).json()) as { count: number }).count).toBeGreaterThan(0);
  await button(page, 'Song: tempo, send out').click();
  const file = await sent(page, 'Song file, with its history');
  expect(file.subarray(0, 2).toString('latin1')).toBe('PK');
  expect(file.length).toBeGreaterThan(1_900_000);

  await page.goto('/');
  await page.getByLabel('MIDI file').setInputFiles({ name: 'broken.zip', mimeType: 'application/zip', buffer: file.subarray(2000) });
  await expect(page.getByRole('alert')).toContainText('This is no song file');
  await page.getByLabel('MIDI file').setInputFiles({ name: 'packed.zip', mimeType: 'application/zip', buffer: file });
  await expect(page.getByRole('alert')).toContainText('Packed Song, from a file is here.');
  await page
    .getByRole('button', { name: /^Packed Song, from a file/ })
    .first()
    .click();
  await expect(page.getByTestId('song-recordings').first().locator('path')).toHaveAttribute('d', /^M/, { timeout: 20_000 });

  await page.goto('/settings');
  await expect(page.getByText(/sound files?, [\d.]+ MB/)).toBeVisible();
});

test(
  'a MIDI file comes in without the silence about it, in the key that it seems to be in, what lies outside counted and fitted',
  { tag: '@again' },
  async ({ page }) => {
    const keys = [60, 62, 64, 65, 67, 69, 71, 72, 60, 64, 67, 66];
    const bytes = midiFromText([
      '0, 0, Header, 1, 2, 96',
      '1, 0, Start_track',
      '1, 0, Tempo, 500000',
      '1, 3840, End_track',
      '2, 0, Start_track',
      ...keys.flatMap((key, index) => [
        `2, ${768 + index * 48}, Note_on_c, 0, ${key}, 90`,
        `2, ${768 + index * 48 + 40}, Note_off_c, 0, ${key}, 0`,
      ]),
      '2, 3840, End_track',
      '0, 0, End_of_file',
    ]);
    await page.goto('/');
    await page.getByLabel('MIDI file').setInputFiles({ name: 'in-c.mid', mimeType: 'audio/midi', buffer: Buffer.from(bytes) });
    await button(page, /^Leave out 2 bars of silence at the beginning/).click();
    await button(page, 'It seems to be in C major: give it that key').click();
    await button(page, '1 note lies outside C major: move to the nearest').click();
    await button(page, 'Bring it in').click();
    await page.waitForURL(/\/song\//);
    const song = await saved(page);
    const notes = Object.values(song.notes).flat();
    expect(notes.every(({ pitch }) => [0, 2, 4, 5, 7, 9, 11].includes(pitch % 12))).toBe(true);
    expect(Math.min(...song.placements.map(({ start }) => start))).toBe(0);
    expect(Math.max(...song.placements.map(({ start, length }) => start + length))).toBe(2 * 80_640);
  },
);
