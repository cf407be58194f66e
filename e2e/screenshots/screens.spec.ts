import { expect, test, type Page } from '@playwright/test';
import { join } from 'node:path';
import { renderSVG } from 'uqr';
import { family, Fingers, middleOf, openDemo, openPattern, openSound, openTrack, placement, tool } from '../support/app';
import { drumsFile } from '../support/made-sound';
import { midiFromText } from '../support/midi-text';

const folder = join(__dirname, '../../docs/screenshots');

async function shoot(page: Page, name: string): Promise<void> {
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(400);
  await page.screenshot({ path: join(folder, `${name}.png`) });
}

test.describe('phone', () => {
  test('songs, steps, notes, menu, rule, lane, trial, sound', async ({ page }) => {
    await page.goto('/');
    await expect(page.getByRole('listitem')).toHaveCount(3);
    await shoot(page, 'phone-songs');
    await page.getByRole('button', { name: /^Last Boat Home/ }).click();
    await page.getByRole('button', { name: 'Loop', exact: true }).click();
    await shoot(page, 'phone-song');
    const fingers = await Fingers.on(page);
    await fingers.longPress(await middleOf(placement(page, 'Buoy Bells', 1)));
    await page.getByRole('button', { name: 'Open here' }).click();
    await page.getByRole('option').nth(1).click({ force: true });
    await shoot(page, 'phone-here');
    await page.getByRole('button', { name: 'Close Buoy Bells' }).click();
    await openPattern(page, 'Deck Drums');
    await shoot(page, 'phone-steps');
    await family(page, 'Feel');
    await shoot(page, 'phone-toolbox');
    await page.getByRole('button', { name: 'Close: Toolbox' }).click();
    await page.getByTestId('play').click();
    await openTrack(page, 'Buoy Bells');
    await page.getByRole('button', { name: /off grid/ }).click();
    await shoot(page, 'phone-notes');
    await page.getByTestId('play').click();
    await openTrack(page, 'Bilge Bass');
    await family(page, 'View');
    await page.getByRole('button', { name: 'Velocity lane' }).click();
    await page.getByRole('button', { name: 'Lanes …' }).click();
    await page.getByRole('button', { name: 'Filter', exact: true }).click();
    await page.getByRole('button', { name: 'Close: Lanes' }).click();
    const lane = (await page.getByTestId('lane cc:74').boundingBox())!;
    await page.mouse.move(lane.x + 20, lane.y + 60);
    await page.mouse.down();
    for (let step = 0; step <= 28; step++) await page.mouse.move(lane.x + 20 + step * 10, lane.y + 60 - 46 * Math.sin(step / 9));
    await page.mouse.up();
    await shoot(page, 'phone-lane');
    await tool(page, 'View', 'Lanes …');
    await page.getByRole('button', { name: 'Filter', exact: true }).click();
    await page.getByRole('button', { name: 'Close: Lanes' }).click();
    await tool(page, 'View', 'Velocity lane');
    await openTrack(page, 'Lamp Keys');
    await tool(page, 'Time', 'Rotate: try with settings');
    await shoot(page, 'phone-trial');
    await page.getByRole('button', { name: 'Drop' }).click();
    await tool(page, 'Make', 'Chord pads …');
    await page.getByRole('button', { name: 'With 7', exact: true }).click();
    await page.getByRole('group', { name: 'Chord pads' }).getByRole('button', { name: / IV$/ }).click();
    await shoot(page, 'phone-chords');
    await page.getByRole('button', { name: 'Close: Chords' }).click();
    await page.getByRole('button', { name: 'Play in: keys' }).click();
    await page.getByRole('button', { name: 'Steps: put in one after the other' }).click();
    await expect(page.getByRole('group', { name: 'Value of the step' })).toBeVisible();
    await shoot(page, 'phone-play-in');
    await page.getByRole('button', { name: 'Steps: end' }).click();
    await page.getByRole('button', { name: 'Close: Play in' }).click();
    for (const [of, action] of [
      ['Feel', 'Strum'],
      ['Pitch', 'Transpose'],
    ] as const) {
      await tool(page, of, `${action}: try with settings`);
      await page.getByRole('button', { name: 'Keep adjustable' }).click();
    }
    await page.getByRole('button', { name: '2 adjustable: show them' }).click();
    await expect(page.getByRole('region', { name: 'Adjustable' })).toBeVisible();
    await shoot(page, 'phone-adjustable');
    await page.getByRole('button', { name: 'Close: Adjustable' }).click();
    for (const _ of ['both', 'of them']) await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
    await openSound(page, 'Lamp Keys');
    await page.getByRole('button', { name: 'Galley tines' }).click();
    await shoot(page, 'phone-sound');
    await page.getByRole('button', { name: 'Drop Galley tines' }).click();
  });

  test('a MIDI file before it comes in', async ({ page }) => {
    const hits = [0, 96, 192, 288].flatMap((tick) => [`2, ${tick}, Note_on_c, 9, 36, 100`, `2, ${tick + 40}, Note_off_c, 9, 36, 0`]);
    const line = [0, 144, 240].flatMap((tick, index) => [
      `3, ${tick}, Note_on_c, 0, ${40 + 3 * index}, 90`,
      `3, ${tick + 60}, Note_off_c, 0, ${40 + 3 * index}, 0`,
    ]);
    const file = midiFromText([
      '0, 0, Header, 1, 3, 96',
      '1, 0, Start_track',
      '1, 0, Title_t, "Tide Table"',
      '1, 0, Time_signature, 7, 3, 24, 8',
      '1, 0, Tempo, 555556',
      '1, 0, End_track',
      '2, 0, Start_track',
      '2, 0, Title_t, "Deck Drums"',
      ...hits,
      '2, 384, End_track',
      '3, 0, Start_track',
      '3, 0, Title_t, "Bilge Bass"',
      '3, 0, Program_c, 0, 33',
      ...line,
      '3, 300, Note_on_c, 0, 50, 80',
      '3, 384, End_track',
      '0, 0, End_of_file',
    ]);
    await page.goto('/');
    await page.getByLabel('MIDI file').setInputFiles({ name: 'tide-table.mid', mimeType: 'audio/midi', buffer: file });
    await expect(page.getByRole('button', { name: 'Bring it in' })).toBeVisible();
    await shoot(page, 'phone-import');
  });
});

test('settings on a phone, with devices of a made-up network', async ({ page }) => {
  const address = 'http://192.0.2.7:4210';
  const at = (hour: number) => Date.UTC(2026, 10, 26, hour);
  await page.route('**/api/server', (route) =>
    route.fulfill({
      json: {
        mayEnter: true,
        isHere: true,
        addresses: [address],
        wrongCodes: [],
        notice: null,
        code: '27180451',
        qr: renderSVG(`${address}/enter#27180451`),
        devices: [
          { id: 'a', name: 'Android, Chrome', seenAt: at(21), isThis: false },
          { id: 'b', name: 'iPad, Safari', seenAt: at(8), isThis: false },
        ],
        copies: [
          { day: '2026-11-26', found: { madeAt: at(9), songs: 12 } },
          { day: '2026-11-25', found: { madeAt: at(-15), songs: 11 } },
        ],
      },
    }),
  );
  await page.goto('/settings');
  await expect(page.getByTestId('code')).toBeVisible();
  await shoot(page, 'phone-settings');
});

test.describe('phone, by night', () => {
  test.use({ colorScheme: 'dark' });

  test('notes', async ({ page }) => {
    await openDemo(page);
    await openTrack(page, 'Lamp Keys');
    await page.getByRole('button', { name: 'Select all notes' }).click();
    await shoot(page, 'phone-night');
  });
});

test.describe('phone, sound files', () => {
  test('the shelf, a recording under the notes', async ({ page }) => {
    await page.goto('/');
    await page.getByRole('button', { name: /^Tide Table/ }).click();
    await page.getByRole('button', { name: 'Song: tempo, send out' }).click();
    await page.getByRole('button', { name: 'Shelf …' }).click();
    await page.getByRole('button', { name: 'Basses' }).click();
    await page.getByRole('button', { name: 'Hear Root and octave' }).click();
    await page.getByRole('button', { name: 'How … does Root and octave come in?' }).click();
    await shoot(page, 'phone-shelf');
    await page.getByRole('button', { name: 'Close: Shelf' }).click();
    await openPattern(page, 'Keel Bass');
    await page.getByRole('button', { name: 'Song: tempo, send out' }).click();
    await page.getByRole('button', { name: 'Recordings …' }).click();
    await page.getByLabel('Sound file').setInputFiles({ name: 'harbour.wav', mimeType: 'audio/wav', buffer: drumsFile() });
    await expect(page.getByRole('heading', { name: /^Hits: 2/ })).toBeVisible({ timeout: 20_000 });
    await page.getByRole('button', { name: 'OK: close the message' }).click();
    await shoot(page, 'phone-recording');
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
  });
});

test.describe('wide', () => {
  test.use({ viewport: { width: 1280, height: 800 }, isMobile: false, hasTouch: false });

  test('notes, a song', async ({ page }) => {
    await page.goto('/');
    await expect(page.getByRole('listitem')).toHaveCount(3);
    await page.getByRole('button', { name: /^Last Boat Home/ }).click();
    await page.getByRole('button', { name: 'Crossing: duplicate, move, rename' }).click();
    await shoot(page, 'wide-song');
    await page.getByRole('button', { name: 'Close: Crossing' }).click();
    await openPattern(page, 'Deck Drums');
    await openTrack(page, 'Bilge Bass');
    await page.getByTestId('play').click();
    await page.waitForTimeout(1500);
    await shoot(page, 'wide-notes');
  });
});
