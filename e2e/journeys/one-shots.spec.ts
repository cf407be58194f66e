import { readFile } from 'node:fs/promises';
import { cell, newSong, openSound } from '../support/app';
import { expect, test, type Page } from '../support/journey';
import { wavOf } from '../support/made-sound';
import { button, saved } from '../support/song';

/** A tone that dies away, after a tenth of a second of silence, of so many hertz. */
function toneFile(hz: number): Buffer {
  const samples = Float64Array.from({ length: 36_000 }, (_, at) => {
    const since = at - 4800;
    return since < 0 ? 0 : 0.8 * Math.exp(-since / 12_000) * Math.sin((2 * Math.PI * hz * since) / 48_000);
  });
  return wavOf(samples);
}

interface Shot {
  readonly pitch?: number;
  readonly root: number;
  readonly start: number;
  readonly cents: number;
  readonly loops: boolean;
}
const shots = async (page: Page) => (await saved(page)).tracks.map((track) => (track as { oneShots?: Shot[] }).oneShots ?? []);

/** How strong a frequency is in a file of 16 bits on two channels at 44.1 kHz. */
function strength(file: Buffer, hz: number): number {
  let [x, y] = [0, 0];
  const frames = (file.length - 44) >> 2;
  for (let at = 0; at < frames; at++) {
    const sample = file.readInt16LE(44 + 4 * at) / 32_768;
    x += sample * Math.cos((2 * Math.PI * hz * at) / 44_100);
    y += sample * Math.sin((2 * Math.PI * hz * at) / 44_100);
  }
  return Math.hypot(x, y);
}

async function songFile(page: Page): Promise<Buffer> {
  await button(page, 'Song: tempo, send out').click();
  await button(page, 'WAV file …').click();
  const download = page.waitForEvent('download');
  await button(page, 'Make the WAV file').click();
  const bytes = await readFile(await (await download).path());
  await button(page, 'Close: WAV file').click();
  return bytes;
}

test('a drum row plays a file of one’s own, in what is heard and in the WAV file, until it gets its own sound back', async ({ page }) => {
  await newSong(page, 'Quay kit', 'Own Kick');
  await cell(page, 'Kick', 0).click();
  const before = await songFile(page);
  await button(page, 'More for row Kick').click();
  await page.getByLabel('Sound file to play').setInputFiles({ name: 'ping.wav', mimeType: 'audio/wav', buffer: toneFile(2500) });
  await expect(page.getByRole('alert')).toContainText('plays ping on this row now');
  const [[shot]] = (await shots(page)) as [[Shot]];
  expect(shot.pitch).toBe(36);
  // The silence before it is cut off.
  expect(Math.abs(shot.start - 4800)).toBeLessThan(100);
  await page.getByRole('button', { name: /^Close: Row/ }).click();
  const after = await songFile(page);
  expect(strength(after, 2500)).toBeGreaterThan(20 * strength(before, 2500));
  await button(page, /^Undo/).first().click();
  await expect.poll(() => shots(page)).toEqual([[]]);
});

test(
  'a pitched track plays a file at the pitch of its notes, by the root that was heard in it; too large ones are refused in words',
  { tag: '@again' },
  async ({ page }) => {
    await newSong(page, 'Lamp keys', 'Own Tone');
    await openSound(page, 'Lamp keys');
    await button(page, 'Recorded: a file of your own').click();
    await page
      .getByLabel('Sound file to play')
      .setInputFiles({ name: 'big.wav', mimeType: 'audio/wav', buffer: Buffer.alloc(11 * 1024 * 1024) });
    await expect(page.getByRole('alert')).toContainText('up to 10 MB');
    await page.getByLabel('Sound file to play').setInputFiles({ name: 'tone.wav', mimeType: 'audio/wav', buffer: toneFile(440) });
    await expect(page.getByRole('alert')).toContainText('plays tone now');
    const [[shot]] = (await shots(page)) as [[Shot]];
    expect(shot.root).toBe(69);
    expect(Math.abs(shot.cents)).toBeLessThan(10);
    await button(page, 'Goes round while held').click();
    await expect.poll(async () => (await shots(page))[0]![0]!.loops).toBe(true);
    await page.reload();
    await openSound(page, 'Lamp keys');
    await button(page, 'Recorded: a file of your own').click();
    await expect(page.getByText('tone.wav', { exact: true })).toBeVisible({ timeout: 15_000 });
    await button(page, 'Own sound again').click();
    await expect.poll(() => shots(page)).toEqual([[]]);
  },
);
