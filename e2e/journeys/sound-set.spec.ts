import { expect, test, type Page } from '../support/journey';
import { cell, newSong, openSound, showAs } from '../support/app';
import { openBand } from '../support/band';
import { midiFromText } from '../support/midi-text';
import { record } from '../support/recorded';
import { button, saved } from '../support/song';

/** All that the engine was last told of the first track's sound. */
const told = (page: Page) =>
  page.evaluate(() => {
    const tracks = window.recorded.sent.findLast((message) => message.type === 'tracks');
    return tracks?.type === 'tracks' ? JSON.stringify(tracks.tracks[0]!.sound) : '';
  });

const tone = async (page: Page) => (await saved(page)).tracks[0]!.setting?.tone;

/** A slider's middle, and where a mouse takes hold of it from. */
async function sliderAt(page: Page, name: string) {
  const { x, y, width, height } = (await page.getByRole('slider', { name }).boundingBox())!;
  return { middle: x + width / 2, to: (share: number) => x + width * share, y: y + height / 2 };
}

test.describe('by mouse', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

  test('a sound is set while it plays: heard on the way, one Change when it is let go, nothing where the page goes half-way', async ({
    page,
  }) => {
    await record(page, false);
    await newSong(page, 'Lamp keys');
    await showAs(page, 'Steps');
    await cell(page, 'C4', 0).click();
    await page.getByTestId('play').click();
    await expect.poll(() => told(page)).toContain('lamp-keys');
    const asItCame = await told(page);
    await openSound(page, 'Lamp keys');
    await button(page, 'Set').click();

    const { middle, to, y } = await sliderAt(page, 'Tone of Lamp keys');
    await page.mouse.move(middle, y);
    await page.mouse.down();
    await page.mouse.move(to(0.7), y, { steps: 4 });
    await expect.poll(() => told(page)).not.toBe(asItCame);
    expect(await tone(page)).toBeUndefined();
    await page.mouse.move(to(0.8), y, { steps: 4 });
    await page.mouse.up();
    await expect.poll(() => tone(page)).toBeGreaterThan(0.4);
    const kept = await tone(page);

    // The page goes while the slider is held: what was kept is there again, and nothing of the way.
    await page.mouse.move(to(0.8), y);
    await page.mouse.down();
    await page.mouse.move(to(0.1), y, { steps: 4 });
    await expect(page.getByRole('slider', { name: 'Tone of Lamp keys' })).toHaveAttribute('aria-valuetext', /darker/);
    await page.reload();
    await page.mouse.up();
    expect(await tone(page)).toBe(kept);

    await button(page, /^Undo/).first().click();
    await expect.poll(() => tone(page)).toBeUndefined();
  });
});

test(
  'a sound that is chosen while the server is away is kept here, and sent once it is back',
  { tag: '@again' },
  async ({ page, context }) => {
    await newSong(page, 'Lamp keys');
    await expect(page.getByTestId('link')).toHaveText('Saved');
    // Other sheets come in scripts of their own, fetched beforehand while the page is idle.
    await page.waitForTimeout(1500);
    await context.setOffline(true);
    await openSound(page, 'Lamp keys');
    await button(page, 'Saloon keys').tap();
    await button(page, 'Keep Saloon keys').tap();
    await expect(page.getByTestId('link')).not.toHaveText('Saved');
    await context.setOffline(false);
    await expect.poll(async () => (await saved(page)).tracks[0]!.soundId).toBe('saloon-keys');
  },
);

test('by thumb: lows and highs, squeeze, wobble and slide are set, and a track ducks under the kick in one touch', async ({ page }) => {
  await openBand(page);
  await button(page, 'Levels').tap();
  await button(page, 'Low: pan, sound and more').tap();
  await button(page, /^Sound: .*, of Low$/).tap();
  await button(page, 'Set').tap();
  for (const title of ['Lows', 'Highs', 'Squeeze', 'Wobble', 'Slide']) {
    const slider = page.getByRole('slider', { name: `${title} of Low` });
    await slider.focus();
    await slider.press('ArrowRight');
    await slider.press('ArrowRight');
  }
  const bass = async () => (await saved(page)).tracks.find(({ name }) => name === 'Low')!;
  await expect.poll(async () => (await bass()).setting).toMatchObject({ low: 0.1, high: 0.1, squeeze: 0.1, wobble: 0.1, glide: 0.1 });
  await button(page, 'Opens with another track').tap();
  await button(page, 'Duck under the kick').tap();
  await expect(button(page, 'Duck under the kick')).toHaveAttribute('aria-pressed', 'true');
  await expect.poll(async () => (await bass()).opensWith).toMatchObject({ pitch: 36, on: true });
  expect((await bass()).opensWith!.depth).toBeLessThan(0);
  await button(page, 'Duck under the kick').tap();
  await expect.poll(async () => (await bass()).opensWith).toBeUndefined();
});

test('the room of a song is made larger and longer, and stays so', { tag: '@again' }, async ({ page }) => {
  await openBand(page);
  await button(page, 'Levels').tap();
  for (const name of ['Size of the room', 'How long the room rings']) {
    const slider = page.getByRole('slider', { name });
    await slider.focus();
    for (let step = 0; step < 4; step++) await slider.press('ArrowRight');
  }
  await expect.poll(async () => (await saved(page)).song.room).toEqual({ size: 1.2, seconds: 1.2 });
  await page.reload();
  await button(page, 'Levels').tap();
  await expect(page.getByRole('slider', { name: 'How long the room rings' })).toHaveAttribute('aria-valuetext', '1.2 s');
});

/** Eight tracks that strike eight notes at once, as hard as they can, on every beat of two bars. */
function loudBand(): Buffer {
  const parts = [1, 2, 3, 4, 5, 6, 7, 8].flatMap((track) => {
    const notes = [0, 1, 2, 3, 4, 5, 6, 7].flatMap((beat) =>
      [36, 48, 52, 55, 60, 64, 67, 72].flatMap((pitch) => [
        `${track}, ${beat * 96}, Note_on_c, ${track - 1}, ${pitch}, 127`,
        `${track}, ${beat * 96 + 90}, Note_off_c, ${track - 1}, ${pitch}, 0`,
      ]),
    );
    notes.sort((a, b) => Number(a.split(', ')[1]) - Number(b.split(', ')[1]));
    return [`${track}, 0, Start_track`, `${track}, 0, Title_t, "Horn ${track}"`, ...notes, `${track}, 768, End_track`];
  });
  return midiFromText(['0, 0, Header, 1, 8, 96', ...parts, '0, 0, End_of_file']);
}

test('where the whole is too loud it is said, with what to do; and no longer once that is done', async ({ page }) => {
  const response = await page.request.post('/api/songs/import', { data: loudBand(), headers: { 'Content-Type': 'audio/midi' } });
  const { id } = (await response.json()) as { id: string };
  await page.goto(`/song/${id}`);
  await page.getByTestId('play').tap();
  await button(page, 'Levels').tap();
  const sheet = page.getByTestId('sheet');
  await expect(sheet).toContainText(/Too loud: the whole is held down by \d+ dB\. Turn tracks down\./);
  for (let track = 1; track <= 7; track++) await button(page, `Mute Horn ${track}`).tap();
  const last = page.getByRole('slider', { name: 'Level of Horn 8' });
  await last.focus();
  for (let press = 0; press < 30; press++) await last.press('ArrowLeft');
  await expect(sheet).not.toContainText('Too loud');
  await expect(sheet).toContainText('not too loud');
});
