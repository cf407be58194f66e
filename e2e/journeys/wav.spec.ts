import { expect, test, type Page } from '../support/journey';
import { execFileSync } from 'node:child_process';
import { openDemo } from '../support/app';
import { openBand } from '../support/band';
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

/** A file's loudness in LUFS and true peak in dBFS (EBU R 128), as another program measures them. */
function measured(path: string): { readonly lufs: number; readonly truePeak: number } {
  const filter = 'ebur128=peak=true';
  const said = execFileSync('bash', ['-c', `ffmpeg -hide_banner -nostats -i "${path}" -filter_complex ${filter} -f null - 2>&1`], {
    encoding: 'utf8',
  });
  // It says one before it has heard anything, too.
  const summary = said.split('Summary:').at(-1)!;
  return { lufs: Number(/I:\s+(\S+) LUFS/.exec(summary)![1]), truePeak: Number(/Peak:\s+(\S+) dBFS/.exec(summary)![1]) };
}

/** The samples of a file, both sides in turn, 1 being full scale. */
function samples(path: string): Float32Array {
  const raw = execFileSync('sox', [path, '-t', 'f32', '-'], { maxBuffer: 1 << 28 });
  return new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.length));
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
  // Its true peak lies between samples.
  expect(loudest(loud.path)).toBeGreaterThan(0.6);
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

test('a song leaves as a file that repeats, and its tracks as files that add up to it', async ({ page }) => {
  const seconds = await openBand(page);
  await openWav(page);
  await button(page, 'wraps').tap();
  await button(page, '48 kHz').tap();
  await button(page, '24 bit').tap();
  const whole = samples((await made(page)).path);
  const frames = whole.length / 2;
  expect(frames).toBe(Math.round(seconds * 48_000));
  // The tail at its end is heard at its beginning, and the seam has no jump.
  const left = (index: number) => whole[2 * ((index + frames) % frames)]!;
  const steps = (from: number, to: number) => {
    let most = 0;
    for (let index = from; index < to; index++) most = Math.max(most, Math.abs(left(index) - left(index - 1)));
    return most;
  };
  expect(Math.abs(left(0))).toBeGreaterThan(1e-4);
  // Up to its first sample: what is struck there rises from then on.
  expect(steps(-2, 1)).toBeLessThan(2.5 * steps(-400, -4) + 1e-4);

  const downloads: string[] = [];
  page.on('download', (download) => void download.path().then((path) => downloads.push(path)));
  await button(page, 'Each track on its own').tap();
  await expect(page.getByRole('alert')).toContainText('Together they are the mix, without its limiter.', { timeout: 60_000 });
  await expect.poll(() => downloads.length).toBe(3);
  const stems = downloads.map(samples);
  let [off, most] = [0, 0];
  for (let index = 0; index < whole.length; index++) {
    off = Math.max(off, Math.abs(whole[index]! - stems.reduce((sum, stem) => sum + stem[index]!, 0)));
    most = Math.max(most, Math.abs(whole[index]!));
  }
  expect(most).toBeGreaterThan(0.02);
  expect(off).toBeLessThan(most / 1000);
});

for (const [rate, when] of [
  ['44.1 kHz', {}],
  ['48 kHz', { tag: '@again' }],
] as const)
  test(`a song leaves at -14 LUFS and -1 dB of true peak, as another program reads it, at ${rate}`, when, async ({ page }) => {
    test.setTimeout(240_000);
    await openDemo(page);
    await openWav(page);
    await button(page, 'Crossing').click();
    await button(page, rate).click();
    await button(page, '−14 LUFS').click();
    const loud = measured((await made(page)).path);
    expect(Math.abs(loud.lufs + 14)).toBeLessThanOrEqual(0.2);
    expect(loud.truePeak).toBeLessThanOrEqual(-0.9);
    await button(page, 'peak −1 dB').click();
    expect(Math.abs(measured((await made(page)).path).truePeak + 1)).toBeLessThanOrEqual(0.2);
  });
