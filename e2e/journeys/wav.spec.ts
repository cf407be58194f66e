import { expect, test, type Page } from '../support/journey';
import { execFileSync } from 'node:child_process';
import { openDemo } from '../support/app';
import { button, songWithDrums } from '../support/song';

async function openWav(page: Page): Promise<void> {
  await button(page, 'Song: tempo, send out').first().click();
  await button(page, 'WAV file …').click();
  await expect(page.getByRole('region', { name: 'WAV file' })).toBeVisible();
}

/** A WAV file as another program reads it. */
function read(path: string) {
  const info = (option: string) => execFileSync('soxi', [option, path], { encoding: 'utf8' }).trim();
  return { rate: info('-r'), bits: info('-b'), channels: info('-c'), seconds: Number(info('-D')) };
}

/** Its highest sample, 1 being full scale. */
function loudest(path: string): number {
  const said = execFileSync('bash', ['-c', `sox "${path}" -n stat 2>&1`], { encoding: 'utf8' });
  return Number(/Maximum amplitude:\s+([\d.]+)/.exec(said)![1]);
}

async function made(page: Page, name = 'Make the WAV file'): Promise<{ path: string; name: string }> {
  const downloading = page.waitForEvent('download', { timeout: 60_000 });
  await button(page, name).click();
  const download = await downloading;
  return { path: await download.path(), name: download.suggestedFilename() };
}

test('by thumb: the song leaves as WAV, and another program reads it; its tracks leave alone', async ({ page }) => {
  await songWithDrums(page);
  await openWav(page);
  await button(page, 'is cut').click();
  const song = await made(page);
  expect(song.name).toMatch(/\.wav$/);
  const first = read(song.path);
  expect([first.rate, first.bits, first.channels]).toEqual(['44100', '16', '2']);
  expect(loudest(song.path)).toBeGreaterThan(0.05);
  await expect(page.getByRole('alert')).toContainText('.wav is made');

  await button(page, '48 kHz').click();
  await button(page, '24 bit').click();
  await button(page, 'peak −1 dB').click();
  const loud = await made(page);
  expect([read(loud.path).rate, read(loud.path).bits]).toEqual(['48000', '24']);
  expect(read(loud.path).seconds).toBeCloseTo(first.seconds, 2);
  expect(loudest(loud.path)).toBeGreaterThan(0.8);
  expect(loudest(loud.path)).toBeLessThan(0.9);
  await expect(page.getByRole('alert')).toContainText('turned up by');
  expect((await made(page, 'Each track on its own')).name).toBe('Gull Parade, Quay kit.wav');
});

test('a long file shows how far it is and can be cancelled, and nothing comes of it', async ({ page }) => {
  await openDemo(page);
  await openWav(page);
  let downloads = 0;
  page.on('download', () => downloads++);
  await button(page, '−14 LUFS').click();
  await button(page, 'Make the WAV file').click();
  const bar = page.getByRole('progressbar');
  await expect.poll(async () => Number((await bar.getAttribute('aria-valuenow')) ?? 0)).toBeGreaterThan(0);
  await button(page, 'Cancel').click();
  await expect(bar).toBeHidden();
  await expect(page.getByRole('alert')).toContainText('No WAV file was made.');
  expect(downloads).toBe(0);
  await expect(button(page, 'Make the WAV file')).toBeEnabled();
});
