import { expect, test, type Page } from '../support/journey';
import { cell, newSong, openSound, showAs } from '../support/app';
import { record } from '../support/recorded';
import { button, saved } from '../support/song';

/** The sound that the engine was last told for a track, by its id, and whether it plays. */
const told = (page: Page) =>
  page.evaluate(() => {
    const { sent } = window.recorded;
    const tracks = sent.findLast((message) => message.type === 'tracks');
    return tracks?.type === 'tracks' ? tracks.tracks.map(({ sound }) => sound.id) : [];
  });

const pressed = (page: Page, name: string) => expect(button(page, name)).toHaveAttribute('aria-pressed', 'true');

/** A pattern of keys with two notes. */
async function keys(page: Page): Promise<void> {
  await newSong(page, 'Lamp keys');
  await showAs(page, 'Steps');
  await cell(page, 'C4', 0).tap();
  await cell(page, 'C4', 4).tap();
}

test('by thumb: another sound in the running loop, heard before it is taken; dropped, kept, found by a word and by likeness', async ({
  page,
}) => {
  await record(page, false);
  await keys(page);
  await page.getByTestId('play').tap();
  await expect.poll(() => told(page)).toEqual(['lamp-keys']);
  // Two touches from the track: what it sounds like, and the sound.
  await openSound(page, 'Lamp keys');
  await button(page, 'Saloon keys').tap();
  await expect.poll(() => told(page)).toEqual(['saloon-keys']);
  await expect(page.getByTestId('play')).toHaveAttribute('aria-label', 'Stop');
  expect((await saved(page)).tracks[0]!.soundId).toBe('lamp-keys');
  await button(page, 'Drop Saloon keys').tap();
  await expect.poll(() => told(page)).toEqual(['lamp-keys']);

  await page.getByRole('textbox', { name: 'Search the sounds' }).fill('guittar');
  await button(page, 'Shanty guitar').tap();
  await button(page, 'Keep Shanty guitar').tap();
  expect((await saved(page)).tracks[0]!.soundId).toBe('shanty-guitar');
  await button(page, 'Make Shanty guitar a favourite').tap();
  await page.getByRole('textbox', { name: 'Search the sounds' }).fill('');
  await button(page, 'More like this').tap();
  await expect(button(page, 'Mast string')).toBeVisible();
  await button(page, 'Favourites').tap();
  await pressed(page, 'Shanty guitar');

  // Closing the sheet keeps the trial, in one step.
  await page.getByRole('textbox', { name: 'Search the sounds' }).fill('saloon');
  await button(page, 'Saloon keys').tap();
  await button(page, 'Close: Sound of Lamp keys').tap();
  await expect(page.getByText('Saloon keys was kept on Lamp keys.')).toBeVisible();
  await expect.poll(async () => (await saved(page)).tracks[0]!.soundId).toBe('saloon-keys');
  await button(page, 'Undo: Sound Saloon keys, Lamp keys').or(button(page, /^Undo/)).first().tap();
  await expect.poll(async () => (await saved(page)).tracks[0]!.soundId).toBe('shanty-guitar');
  await button(page, 'Undo: Sound Shanty guitar, Lamp keys').or(button(page, /^Undo/)).first().tap();
  await expect.poll(async () => (await saved(page)).tracks[0]!.soundId).toBe('lamp-keys');

  // From the song page two touches are enough: the track, and the next sound of its kind.
  await button(page, 'Back to the song').tap();
  await button(page, 'Track Lamp keys').tap();
  await button(page, 'Sound after this one for Lamp keys').tap();
  await expect.poll(async () => (await saved(page)).tracks[0]!.soundId).toBe('ferry-organ');
});

test('by keys: a sound is set, sounds one note at a time with the rest marked, and is saved as one of one’s own', async ({ page }) => {
  await keys(page);
  await button(page, /^E4, 0 hits/).tap();
  await cell(page, 'E4', 0).tap();
  await button(page, /^C4, 2 hits/).tap();
  await page.keyboard.press('Shift+W');
  await button(page, 'Set').press('Enter');
  await page.getByRole('slider', { name: 'Tone of Lamp keys' }).press('End');
  await expect(page.getByRole('slider', { name: 'Tone of Lamp keys' })).toHaveAttribute('aria-valuetext', '100 brighter');
  await button(page, 'Octave of Lamp keys: less').press('Enter');
  await button(page, 'only the highest').press('Enter');
  await expect(page.getByRole('checkbox', { name: /^C4 1\.1.*not heard, one note sounds at a time/ })).toHaveCount(1);
  await expect.poll(async () => (await saved(page)).tracks[0]).toMatchObject({ setting: { tone: 1 }, octave: -1, voiceMode: 'highest' });

  await button(page, 'Save').press('Enter');
  await page.getByRole('textbox', { name: 'Name of the sound' }).fill('Porch light');
  await button(page, 'Save the sound').press('Enter');
  await expect(page.getByRole('alert')).toContainText('Porch light');
  await button(page, 'Set').press('Enter');
  await button(page, 'Sound as it came').press('Enter');
  await expect.poll(async () => (await saved(page)).tracks[0]!.setting).toBeUndefined();
  await page.reload();
  await expect(page.getByTestId('steps-grid')).toBeVisible();
  await page.keyboard.press('Shift+W');
  await button(page, 'My own').press('Enter');
  await button(page, 'Porch light').press('Enter');
  await button(page, 'Keep Porch light').press('Enter');
  await expect.poll(async () => (await saved(page)).tracks[0]).toMatchObject({ soundId: 'lamp-keys', setting: { tone: 1 }, octave: -1 });
});

test('one drum alone is another, by its neighbours; a track opens with it', { tag: '@again' }, async ({ page }) => {
  await newSong(page, 'Quay kit');
  await cell(page, 'Kick', 0).tap();
  await button(page, 'More for row Kick').tap();
  const neighbours = page.getByRole('region', { name: 'Row Kick' }).getByRole('button', { name: /kick|piston|box/i });
  await expect(neighbours.first()).toBeVisible();
  await button(page, 'Soft kick, Shanty kit').tap();
  await button(page, 'Keep Soft kick, Shanty kit').tap();
  await expect.poll(async () => (await saved(page)).tracks[0]!.otherDrums).toEqual([{ pitch: 36, kitId: 'shanty-kit', drum: 36 }]);
  await button(page, 'Close: Row Kick').tap();

  await button(page, 'Add a track').tap();
  await button(page, 'All sounds').tap();
  await button(page, 'Pad').tap();
  await button(page, 'Warm bed').tap();
  await openSound(page, 'Warm bed');
  await button(page, 'Opens with another track').tap();
  await button(page, 'Quay kit').last().tap();
  await expect.poll(async () => (await saved(page)).tracks[1]!.opensWith).toMatchObject({ pitch: 36, depth: 1 });
  await button(page, 'holds it down').tap();
  await expect.poll(async () => (await saved(page)).tracks[1]!.opensWith!.depth).toBe(-0.8);
  await button(page, 'no other').tap();
  await expect.poll(async () => (await saved(page)).tracks[1]!.opensWith).toBeUndefined();
});
