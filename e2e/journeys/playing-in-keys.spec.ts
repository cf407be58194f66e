import { expect, test } from '../support/journey';
import { newSong, QUARTER, savedNotes } from '../support/app';
import { fakeMidi, pad, playing, recorded, recordingEnds, sheet } from '../support/playing-in';
import { button, saved } from '../support/song';

test.describe('by keys', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

  test('job 13: kick and snare in quarters, hats merged in eighths, by letters and number keys; then shortened and quantized loosely', async ({
    page,
  }) => {
    await newSong(page, 'Quay kit');
    await page.keyboard.press('n');
    await expect(sheet(page)).toBeVisible();
    await page.keyboard.press('Shift+C');
    await page.keyboard.press('Shift+Z');
    // The letters stand on the pads: A is the kick, S the snare, G the closed hat.
    await expect(pad(page, 'Kick')).toContainText('A');
    await page.keyboard.press('3');
    for (let beat = 0; beat < 8; beat++) await page.keyboard.press(beat % 2 ? 's' : 'a');
    await expect.poll(() => playing(page)).toEqual([0, 4, 8, 12, 16, 20, 24, 28].map((step, beat) => [step, beat % 2 ? 38 : 36]));
    // The cursor is back at the beginning: hats over it.
    await page.keyboard.press('4');
    const hat = await pad(page, 'Closed hat').textContent();
    for (let step = 0; step < 16; step++) await page.keyboard.press(hat!.slice(-1).toLowerCase());
    await expect.poll(async () => (await playing(page)).length).toBe(24);
    await expect.poll(async () => (await playing(page)).filter(([, pitch]) => pitch === 42).map(([step]) => step)).toEqual(Array.from({ length: 16 }, (_, step) => 2 * step)); // prettier-ignore
    // Backspace takes one back and does not delete; 0 rests.
    await page.keyboard.press('Backspace');
    await expect.poll(async () => (await playing(page)).length).toBe(23);
    await page.keyboard.press('0');
    // Escape leaves letters, then steps, then the sheet.
    await page.keyboard.press('Escape');
    await expect(button(page, 'abc: let letters play')).toHaveAttribute('aria-pressed', 'false');
    await expect(button(page, 'Steps: end')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(button(page, /^Steps: put in/)).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(sheet(page)).toHaveCount(0);
    // Letters command again: all are shortened, and quantized with swing, less than full strength and a little chance.
    await page.keyboard.press('Control+a');
    await page.keyboard.press('Shift+L');
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await expect.poll(async () => (await playing(page)).length).toBe(0);
  });

  test(
    'letters play and nothing else changes: with them on, Space plays, arrows move, and what is written is written',
    { tag: '@again' },
    async ({ page }) => {
      await newSong(page, 'Lamp keys');
      await page.keyboard.press('n');
      await button(page, 'abc: let letters play').click();
      await page.keyboard.down('a');
      await expect(pad(page, 'C3')).toHaveAttribute('data-down', 'true');
      await page.keyboard.down('d');
      await expect(pad(page, 'E3')).toHaveAttribute('data-down', 'true');
      await page.keyboard.up('a');
      await expect(pad(page, 'C3')).not.toHaveAttribute('data-down', 'true');
      // Another window takes the keys: nothing hangs.
      await page.evaluate(() => window.dispatchEvent(new Event('blur')));
      await expect(pad(page, 'E3')).not.toHaveAttribute('data-down', 'true');
      await page.keyboard.up('d');
      expect(await savedNotes(page)).toEqual([]);
      await page.keyboard.press('Space');
      await expect(page.getByTestId('play')).toHaveAccessibleName('Stop');
      await page.keyboard.press('Space');
      await page.keyboard.press('Control+a');
      // The key list is asked for as ever, and its field takes letters.
      await page.keyboard.press('/');
      await page.keyboard.type('add');
      await expect(page.getByRole('textbox', { name: 'Find an action' })).toHaveValue('add');
    },
  );

  test('a MIDI device: asked for at a press, taken by name and channel, heard of when it comes and goes; what it held is let go', async ({
    page,
  }) => {
    test.slow();
    await page.addInitScript(fakeMidi);
    await newSong(page, 'Lamp keys');
    await page.keyboard.press('n');
    await button(page, 'Recording …').click();
    const recording = page.getByRole('region', { name: 'Recording', exact: true });
    expect(await page.evaluate('fakeMidi.asked')).toBe(0);
    await recording.getByRole('button', { name: 'all devices', exact: true }).click();
    expect(await page.evaluate('fakeMidi.asked')).toBe(1);
    await expect(recording).toContainText('No device is plugged in.');
    await page.evaluate("fakeMidi.plug('Dock keys')");
    await recording.getByRole('button', { name: 'Dock keys', exact: true }).click();
    await recording.getByRole('button', { name: 'Channel: more' }).click();
    // A tap test takes the device's keys too.
    await recording.getByRole('button', { name: 'on a device', exact: true }).click();
    await button(page, 'Tap test').click();
    await expect(page.getByTestId('tap-test')).toContainText('0 taps.');
    await page.evaluate("fakeMidi.send('Dock keys', [[0x90, 60, 90], [0x80, 60, 0]])");
    await expect(page.getByTestId('tap-test')).toContainText('1 taps.');
    await button(page, 'Play in: back to the keys').click();
    await expect(page.getByTestId('ready')).toContainText('Ready');
    // Of channel 2 nothing is taken, nor are sync and the clock; of channel 1 it is.
    await page.evaluate("fakeMidi.send('Dock keys', [[0xf8], [0xfe], [0x91, 62, 90]])");
    await page.evaluate("fakeMidi.send('Dock keys', [[0x90, 60, 90]])");
    await expect(pad(page, 'C4')).toHaveAttribute('data-down', 'true');
    await expect(pad(page, 'D4')).not.toHaveAttribute('data-down', 'true');
    await page.evaluate("fakeMidi.send('Dock keys', [[0x80, 60, 10]])");
    await expect(pad(page, 'C4')).not.toHaveAttribute('data-down', 'true');
    await page.keyboard.press('Shift+D');
    await recorded(page);
    // A note with pedal, a bend and modulation; then the device is pulled out while a note is held.
    await page.evaluate("fakeMidi.send('Dock keys', [[0x90, 60, 90], [0xb0, 64, 127], [0xe0, 0, 96], [0xb0, 1, 40]])");
    await page.waitForTimeout(250);
    await page.evaluate("fakeMidi.send('Dock keys', [[0x80, 60, 10], [0xe0, 0, 64]])");
    await page.waitForTimeout(250);
    await page.evaluate("fakeMidi.send('Dock keys', [[0xb0, 64, 0], [0x90, 65, 70]])");
    await page.waitForTimeout(300);
    await page.evaluate("fakeMidi.unplug('Dock keys')");
    await expect(page.getByRole('alert')).toContainText('Dock keys is gone. The recording goes on');
    await expect(pad(page, 'F4')).not.toHaveAttribute('data-down', 'true');
    await page.keyboard.press('Shift+D');
    await recordingEnds(page);
    const notes = (await savedNotes(page)).sort((a, b) => a.pitch - b.pitch);
    expect(notes.map(({ pitch, velocity }) => [pitch, velocity])).toEqual([[60, 90], [65, 70]]); // prettier-ignore
    // The pedal held the first for half a second: a beat at 120 bpm. The second ended when the device went.
    expect(Math.abs(notes[0]!.length - QUARTER)).toBeLessThan(QUARTER / 4);
    expect(notes[1]!.length).toBeGreaterThan(0.4 * QUARTER);
    expect(notes[1]!.length).toBeLessThan(1.6 * QUARTER);
    const song = (await saved(page)) as unknown as {
      lanes: { id: string; target: string }[];
      lanePoints: Record<string, { value: number }[]>;
    };
    const values = (target: string) => song.lanePoints[song.lanes.find((lane) => lane.target === target)!.id]!.map(({ value }) => value);
    expect(values('bend')).toEqual([4096, 0]);
    expect(values('cc:1')[0]).toBe(40);
    // Plugged in again it is there at once.
    await page.evaluate("fakeMidi.plug('Dock keys')");
    await page.evaluate("fakeMidi.send('Dock keys', [[0x90, 64, 90]])");
    await expect(pad(page, 'E4')).toHaveAttribute('data-down', 'true');
  });

  test('a browser that has no MIDI, or refuses it, says so', { tag: '@again' }, async ({ page }) => {
    await page.addInitScript(() => {
      Object.assign(navigator, { requestMIDIAccess: () => Promise.reject(new DOMException('', 'NotAllowedError')) });
    });
    await newSong(page, 'Lamp keys');
    await page.keyboard.press('n');
    await button(page, 'Recording …').click();
    await button(page, 'all devices').click();
    await expect(page.getByRole('region', { name: 'Recording', exact: true })).toContainText(
      'The browser does not allow MIDI devices here.',
    );
  });

  test('a tap test: eight keys to a click, the middle of how late they come is taken off', { tag: '@again' }, async ({ page }) => {
    test.slow();
    await newSong(page, 'Lamp keys');
    await page.keyboard.press('n');
    await button(page, 'Recording …').click();
    await button(page, 'by keys').click();
    const said = page.getByTestId('tap-test');
    await button(page, 'Tap test').click();
    await expect(said).toContainText('0 taps.');
    // The clicks come every 600 ms. Taps that are even, and as far from the clicks as a whole test is long, find one number.
    for (let tap = 0; tap < 9; tap++) {
      await page.keyboard.press('j');
      if (await said.textContent().then((words) => words?.startsWith('Found'))) break;
      await page.waitForTimeout(597);
    }
    await expect(said).toContainText(/Found: -?\d+ ms\.|Too few taps/, { timeout: 15_000 });
  });
});
