import { readFileSync } from 'node:fs';
import { expect, test } from '../support/journey';
import { cell, newSong, savedNotes } from '../support/app';
import { noteOns, textFromMidi } from '../support/midi-text';
import { button } from '../support/song';

test.describe('a screen, or a part of one, that cannot be drawn', () => {
  // The fault is one on purpose: React tells it on the console.
  test.use({ isBrokenOnPurpose: true });

  test('says so, and leaves the song where it was: sent out, reported without music unless wished, opened again', async ({ page }) => {
    await newSong(page, 'Quay kit', 'Whitecap');
    await cell(page, 'Kick', 3).tap();
    await expect(page.getByTestId('link')).toHaveText('Saved');
    const address = page.url();
    await page.evaluate(() => {
      window.ResizeObserver = class {
        constructor() {
          throw new Error('broken on purpose');
        }
      } as unknown as typeof ResizeObserver;
    });
    await button(page, 'Back to the song').tap();
    await expect(page.getByRole('heading', { name: 'Something broke' })).toBeVisible();
    await expect(page.getByRole('alert')).toContainText('not of your song: all you did is kept.');
    const [midi] = await Promise.all([page.waitForEvent('download'), button(page, 'Send the song out').tap()]);
    expect(noteOns(textFromMidi(readFileSync(await midi.path())))).toHaveLength(1);

    const report = async () => {
      const [file] = await Promise.all([page.waitForEvent('download'), button(page, 'Save the report').tap()]);
      return readFileSync(await file.path(), 'utf8');
    };
    const plain = await report();
    expect(JSON.parse(plain)).toMatchObject({
      song: { counts: { tracks: 1, notes: 1 }, link: 'saved' },
      faults: [{ where: 'drawing', message: 'broken on purpose' }],
    });
    expect(plain).not.toContain('Whitecap');
    expect(plain).not.toContain('Quay kit');
    await button(page, 'With the song').tap();
    expect(JSON.parse(await report())).toMatchObject({ document: { song: { name: 'Whitecap' } } });
    await button(page, 'Open again').tap();
    await expect(page.getByTestId('song-page')).toBeVisible();
    await page.goto(address);
    await expect(cell(page, 'Kick', 3)).toBeChecked();
    expect(await savedNotes(page)).toHaveLength(1);
  });

  test('a part that does not come, for there is no network, says so in its place and comes when asked again', async ({ page }) => {
    const later = (address: URL) => /\/_expo\/.*\.js$/.test(address.pathname) && !/\/(entry|__\w+|__expo-\S+)-/.test(address.pathname);
    await page.route(later, (route) => route.abort());
    await newSong(page, 'Quay kit');
    await cell(page, 'Kick', 0).tap();
    const words = page.getByRole('alert').filter({ hasText: 'This part of Yibbo could not be loaded.' });
    await button(page, 'Play in: pads').tap();
    await expect(words).toBeVisible();
    await button(page, 'Try again').tap();
    await expect(words).toBeVisible();
    // Another sheet is another part: it says the same for itself, and the notes stay where they are.
    await button(page, 'Song: tempo, send out').tap();
    await button(page, 'History').tap();
    await expect(words).toBeVisible();
    await expect(cell(page, 'Kick', 0)).toBeChecked();
    await page.unrouteAll({ behavior: 'wait' });
    await button(page, 'Try again').tap();
    await expect(words).toHaveCount(0);
    await expect(page.getByRole('region', { name: 'History' })).toBeVisible();
  });
});

test('a sound engine that stops is told and started again; one that stops at once again is not', async ({ page }) => {
  await page.addInitScript(() => {
    const made: AudioWorkletNode[] = [];
    Object.assign(window, { made });
    window.AudioWorkletNode = class extends AudioWorkletNode {
      constructor(...given: ConstructorParameters<typeof AudioWorkletNode>) {
        super(...given);
        made.push(this);
      }
    };
  });
  const engines = () => page.evaluate(() => (window as unknown as { made: unknown[] }).made.length);
  const breakLast = () =>
    page.evaluate(() => (window as unknown as { made: AudioWorkletNode[] }).made.at(-1)!.dispatchEvent(new Event('processorerror')));
  await newSong(page, 'Quay kit');
  await cell(page, 'Kick', 0).tap();
  await button(page, 'Play').tap();
  await expect(button(page, 'Stop')).toBeVisible();
  expect(await engines()).toBe(1);
  await breakLast();
  await expect(page.getByRole('alert')).toContainText('The sound stopped by a fault of ours, and was started again.');
  await expect.poll(engines).toBe(2);
  await button(page, 'Play').tap();
  await expect(button(page, 'Stop')).toBeVisible();
  await breakLast();
  await expect(page.getByRole('alert')).toContainText('The sound stopped again.');
  expect(await engines()).toBe(2);
  await expect(button(page, 'Play')).toBeVisible();
});
