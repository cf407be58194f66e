import { expect, test, type Page } from '../support/journey';
import { boxAt, newSong, openPattern, openTrack, savedNotes, shapes, tool } from '../support/app';
import { noteOns, sentOut } from '../support/midi-text';
import { button, saved } from '../support/song';

/** A phrase of four quarters, C4 E4 G4 C5, on keys. */
async function phrase(page: Page): Promise<void> {
  await newSong(page, 'Lamp keys');
  await expect(page.getByRole('group', { name: 'Tray' })).toBeVisible();
  await tool(page, 'Make', 'Type a phrase: try with settings');
  await page.getByRole('textbox', { name: 'Phrase' }).fill('C4:4 E4:4 G4:4 C5:4');
  await button(page, 'Keep').click();
  await button(page, 'Deselect').click();
}

/** Outlines of what is heard in place of the notes. */
const outlined = (page: Page) => page.getByTestId('heard').locator('> *');

test(
  'by thumb: a transposition is kept adjustable, changed while it plays, switched off, made plain; the notes stay till then',
  { tag: '@again' },
  async ({ page }) => {
    await phrase(page);
    const written = await shapes(page);
    await button(page, 'Play').tap();
    await tool(page, 'Pitch', 'Transpose: try with settings');
    const strip = page.getByRole('region', { name: 'Trying Transpose' });
    await strip.getByRole('button', { name: 'More settings' }).tap();
    await expect(strip.getByRole('button', { name: 'The pattern, in all its places' })).toHaveAttribute('aria-pressed', 'true');
    await strip.getByRole('button', { name: 'Keep adjustable' }).tap();
    await expect(page.getByRole('alert')).toContainText('The notes stay as they are');
    expect(await shapes(page)).toEqual(written);
    await expect(outlined(page)).not.toHaveCount(0);

    // Another setting is heard as it is set, and is one step.
    await button(page, '1 adjustable: show them').tap();
    const list = page.getByRole('region', { name: 'Adjustable' });
    await list.getByRole('button', { name: /: change its settings$/ }).tap();
    await page.getByRole('region', { name: 'Adjusting Transpose' }).getByRole('button', { name: 'Semitones: less' }).tap();
    await button(page, 'Keep').tap();
    await button(page, '1 adjustable: show them').tap();
    await expect(list).toContainText('Transpose 11 semitones');
    await list.getByRole('button', { name: 'Transpose 11 semitones: on' }).tap();
    await expect(list.getByRole('button', { name: 'Transpose 11 semitones: on' })).toHaveAttribute('aria-pressed', 'false');
    await button(page, 'Undo').tap();
    await button(page, 'Close: Adjustable').tap();
    // It is seen on the song page, kept over a reload, and written out when wished.
    await button(page, 'Back to the song').tap();
    await expect(page.locator('[data-placement]')).toHaveAccessibleName(/1 adjustable/);
    await page.reload();
    await openPattern(page, 'Lamp keys');
    await button(page, '1 adjustable: show them').tap();
    await list.getByRole('button', { name: /^Make plain: / }).tap();
    await expect.poll(async () => (await savedNotes(page)).map(({ pitch }) => pitch)).toEqual([71, 75, 78, 83]);
    await page.getByRole('alert').getByRole('button', { name: 'Undo' }).tap();
    await expect.poll(() => shapes(page)).toEqual(written);
  },
);

test('by thumb: a ready recipe runs as one step; the last steps become one of one’s own, which is there in another song', async ({
  page,
}) => {
  await phrase(page);
  const written = await shapes(page);
  await tool(page, 'Make', 'Recipes …');
  const sheet = page.getByRole('region', { name: 'Recipes' });
  await sheet.getByRole('button', { name: 'Run Climbing run' }).tap();
  await expect(page.getByRole('alert')).toContainText('Climbing run was done');
  await expect.poll(() => shapes(page)).toHaveLength(16);
  await page.getByRole('alert').getByRole('button', { name: 'Undo' }).tap();
  await expect.poll(() => shapes(page)).toEqual(written);
  await button(page, 'Close: Recipes').tap();
  await tool(page, 'Pitch', 'Octave up');
  await tool(page, 'Length', 'Half as long');
  await tool(page, 'Make', 'Recipes …');
  await expect(sheet.getByRole('group', { name: 'New recipe' })).toContainText('Transpose 12 semitones · Length in percent 50 %');
  await sheet.getByRole('textbox', { name: 'Name of the recipe' }).fill('Up and short');
  await sheet.getByRole('button', { name: 'Save as a recipe' }).tap();
  await newSong(page, 'Lamp keys', 'Another');
  await page.keyboard.press('0');
  const at = await boxAt(page, 0, 'C4');
  await page.touchscreen.tap(at.x, at.y);
  await tool(page, 'Make', 'Recipes …');
  await sheet.getByRole('button', { name: 'Run Up and short' }).tap();
  await expect.poll(() => shapes(page)).toEqual([[0, 0.5, 72]]);
  // Kept adjustable it does the same to what is drawn later.
  await page.getByRole('alert').getByRole('button', { name: 'Undo' }).tap();
  await sheet.getByRole('button', { name: 'Up and short: keep adjustable' }).tap();
  await expect.poll(() => shapes(page)).toEqual([[0, 1, 60]]);
  await expect(outlined(page)).toHaveCount(1);
  await sheet.getByRole('button', { name: 'Delete Up and short' }).tap();
  await expect(sheet.getByRole('button', { name: 'Run Up and short' })).toHaveCount(0);
});

test.describe('wide, by keys', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

  test('a treatment on this place alone leaves its linked copy; two are put in order and deleted', async ({ page }) => {
    await phrase(page);
    await button(page, 'Transpose: try with settings').press('Enter');
    await button(page, 'Only in this place').press('Enter');
    await button(page, 'Keep adjustable').press('Enter');
    await button(page, 'Velocity 48').scrollIntoViewIfNeeded();
    await button(page, 'Set velocity: try with settings').press('Enter');
    await button(page, 'Keep adjustable').press('Enter');
    const { placements, ...song } = await saved(page);
    expect(song).toHaveProperty('treatments');
    const { treatments } = song as unknown as { treatments: { parentId: string; actionId: string }[] };
    expect(treatments.map(({ parentId, actionId }) => [parentId === placements[0]!.id, actionId])).toEqual([
      [true, 'transpose'],
      [true, 'velocity-set'],
    ]);
    await button(page, '2 adjustable: show them').press('Enter');
    const list = page.getByRole('region', { name: 'Adjustable' });
    await list.getByRole('button', { name: /^Move Transpose .* down$/ }).press('Enter');
    await expect(list.getByRole('group').first()).toHaveAccessibleName(/^Set velocity/);
    await list.getByRole('button', { name: /^Delete: Transpose/ }).press('Enter');
    await expect(list.getByRole('listitem')).toHaveCount(1);
    await page.keyboard.press('Escape');
    await expect(list).toHaveCount(0);
    // A swing for the whole song is told on its ruler; this track can do without.
    await button(page, 'Swing: try with settings').press('Enter');
    await button(page, 'The whole song').press('Enter');
    await button(page, 'Keep adjustable').press('Enter');
    await button(page, '2 adjustable: show them').press('Enter');
    await button(page, 'Not on Lamp keys').press('Enter');
    await expect(list.getByRole('group', { name: /^Swing/ })).toHaveCount(0);
    await button(page, 'Back to the song').press('Enter');
    await expect(page.getByTestId('song-ruler').first()).toContainText('Swing 58 %, 1/16');
  });
});

test(
  'by thumb: of chords on keys come a bass and strummed keys that follow; the chords change, and so do they',
  { tag: '@again' },
  async ({ page }) => {
    await newSong(page, 'Lamp keys');
    for (const [step, row] of [
      [0, 'C4'],
      [0, 'E4'],
      [0, 'G4'],
      [16, 'D4'],
      [16, 'F4'],
    ] as const) {
      const at = await boxAt(page, step, row);
      await page.touchscreen.tap(at.x, at.y);
    }
    await expect.poll(() => shapes(page)).toHaveLength(5);
    await tool(page, 'Copy', 'Part to another track …');
    await button(page, 'Follows: a bass, lead or pad made of it').tap();
    for (const part of ['Bass', 'Strummed keys']) {
      await button(page, `${part} from this`).tap();
      await expect(page.getByRole('alert')).toContainText(`${part} follows now`);
    }
    await button(page, 'Close: To another track').tap();
    await openTrack(page, 'Round bass');
    await expect(button(page, '1 adjustable: show them')).toBeVisible();
    // An octave under the lowest of each chord: C3 and D3.
    await expect(outlined(page)).toHaveCount(2);
    const heardRows = async () => {
      const rows = await outlined(page).evaluateAll((notes) => notes.map((note) => Math.round(note.getBoundingClientRect().top)));
      return rows;
    };
    const before = await heardRows();
    await openTrack(page, 'Lamp keys');
    await button(page, 'Select all notes').tap();
    await tool(page, 'Pitch', 'Semitone up');
    await openTrack(page, 'Round bass');
    await expect.poll(heardRows).not.toEqual(before);
    // The strum is set while it plays, and leaves as MIDI as it is heard.
    await openTrack(page, 'Lamp keys 2');
    await button(page, 'Play').tap();
    await button(page, '1 adjustable: show them').tap();
    await button(page, /^Strum .*: change its settings$/).tap();
    await page.getByRole('region', { name: 'Adjusting Strum' }).getByRole('button', { name: 'Over: more' }).tap();
    await button(page, 'Keep').tap();
    await button(page, '1 adjustable: show them').tap();
    await expect(page.getByRole('region', { name: 'Adjustable' })).toContainText('Strum 41 ms');
    await button(page, 'Close: Adjustable').tap();
    const ons = noteOns(await sentOut(page));
    // C♯3 and D♯3 of the bass; of the strummed chord each note by itself.
    expect(ons.filter(([, , , pitch]) => pitch === 49 || pitch === 51)).toHaveLength(2);
    const first = ons.filter(([, , , pitch]) => [61, 65, 68].includes(pitch!));
    expect(first).toHaveLength(6);
    expect(new Set(first.map(([, tick]) => tick)).size).toBe(3);
  },
);
