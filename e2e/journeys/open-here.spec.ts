import { expect, test } from '../support/journey';
import { boxAt, cell, family, Fingers, middleOf, newSong, openPattern, openTrack, placement, tool } from '../support/app';
import { button, saved, songWithDrums } from '../support/song';

test('by thumb: a pattern is opened on the page, edited beside the other tracks while the song plays, and seen in its linked copies', async ({
  page,
}) => {
  await newSong(page, 'Quay kit', 'Tide Table');
  await cell(page, 'Kick', 0).tap();
  await button(page, 'Add a track').tap();
  await button(page, 'Round bass').tap();
  await expect(page.getByTestId('notes-grid')).toBeVisible();
  await button(page, 'Back to the song').tap();
  const fingers = await Fingers.on(page);
  await fingers.longPress(await middleOf(placement(page, 'Round bass')));
  await button(page, 'Duplicate, linked').click();
  await button(page, 'Deselect').click();
  await page.getByTestId('play').tap();
  await fingers.longPress(await middleOf(placement(page, 'Round bass')));
  await button(page, 'Open here').click();
  const here = page.getByRole('region', { name: 'Round bass, opened here' });
  await expect(here).toBeVisible();
  // The other track stays in view, and the song plays on.
  await expect(placement(page, 'Quay kit')).toBeInViewport();
  await expect(button(page, 'Stop')).toBeVisible();
  await page.keyboard.press('0');
  const at = await boxAt(page, 4, 'C3');
  await page.touchscreen.tap(at.x, at.y);
  await expect.poll(async () => Object.values((await saved(page)).notes).map((notes) => notes.length)).toEqual([1, 1]);
  // It is current: lit in both places.
  await expect(page.getByTestId('lit')).toHaveCount(2);
  // The same actions: one touch to the right, and back.
  await family(page, 'Time');
  await tool(page, 'Time', 'Rotate on');
  const bass = async () => {
    const song = await saved(page);
    return song.notes[song.placements.find(({ trackId }) => trackId === song.tracks[1]!.id)!.patternId]!.map(({ start }) => start / 5040);
  };
  await expect.poll(bass).toEqual([5]);

  // A reload leads to the very same place.
  await page.reload();
  await expect(here).toBeVisible();
  await here.getByRole('button', { name: 'Open full size' }).click();
  await expect(page.getByTestId('song-page')).toHaveCount(0);
  await expect(page.getByTestId('notes-grid')).toBeVisible();
  await button(page, 'Back to the song').click();
  await expect(here).toHaveCount(0);
});

test('play goes on from the page into a pattern and back', { tag: '@again' }, async ({ page }) => {
  await songWithDrums(page);
  await button(page, 'Loop').tap();
  await page.getByTestId('play').tap();
  await expect(button(page, 'Stop')).toBeVisible();
  await openPattern(page, 'Quay kit');
  await expect(button(page, 'Stop')).toBeVisible();
  await expect(page.getByTestId('pass')).toBeVisible();
  await button(page, 'Back to the song').tap();
  await expect(button(page, 'Stop')).toBeVisible();
  await expect(page.getByTestId('song-head')).toBeVisible();
});

test.describe('wide, by mouse and keys', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

  test('keys act on the pattern that is open on the page; Escape closes it last', async ({ page }) => {
    await songWithDrums(page);
    await placement(page, 'Quay kit').click({ button: 'right' });
    await button(page, 'Open here').click();
    const here = page.getByRole('region', { name: 'Quay kit, opened here' });
    await expect(here).toBeVisible();
    await page.keyboard.press('Control+a');
    await expect(page.getByTestId('readout')).toContainText('Kick');
    await page.keyboard.press('ArrowRight');
    await expect.poll(async () => Object.values((await saved(page)).notes)[0]!.map(({ start }) => start)).toEqual([5040]);
    await page.keyboard.press('Escape');
    await expect(here).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(here).toHaveCount(0);
  });
});

test('a part goes to another track, onto the rows of a kit or linked', async ({ page }) => {
  await newSong(page, 'Round bass', 'Gull Parade');
  for (const [step, row] of [
    [0, 'C3'],
    [4, 'E3'],
  ] as const) {
    const at = await boxAt(page, step, row);
    await page.touchscreen.tap(at.x, at.y);
  }
  await button(page, 'Add a track').tap();
  await button(page, 'Quay kit').tap();
  await expect(page.getByTestId('steps-grid')).toBeVisible();
  await openTrack(page, 'Round bass');
  await family(page, 'Copy');
  await button(page, 'Part to another track …').click();
  await button(page, 'Copy to Quay kit').click();
  // The lowest pitch is on the lowest drum, the kick; the next on the rim above it.
  await expect
    .poll(async () => {
      const song = await saved(page);
      const kit = song.tracks.find(({ name }) => name === 'Quay kit')!;
      const copies = song.placements.filter(({ trackId, start }) => trackId === kit.id && start === 0);
      return copies.flatMap(({ patternId }) => (song.notes[patternId] ?? []).map(({ start, pitch }) => [start / 5040, pitch]));
    })
    .toEqual([
      [0, 36],
      [4, 37],
    ]);
});

test('the best bar of several fills the rest; another variant shows as an outline', { tag: '@again' }, async ({ page }) => {
  await newSong(page, 'Quay kit', 'Tide Table');
  await cell(page, 'Kick', 0).tap();
  await page
    .getByRole('button', { name: /^Bar 2/ })
    .first()
    .tap();
  await cell(page, 'Kick', 4).tap();
  await cell(page, 'Kick', 8).tap();
  await family(page, 'Copy');
  await button(page, 'Fill with the best bar: try with settings').click();
  await button(page, 'Bar: more').click();
  await button(page, 'Keep').click();
  const kicks = async () => Object.values((await saved(page)).notes)[0]!.map(({ start }) => start / 5040);
  await expect.poll(kicks).toEqual([4, 8, 20, 24]);
  await button(page, /long: set the length$/).click();
  await button(page, 'New variant').click();
  await button(page, /^Outline of /).click();
  await button(page, 'Close: Length of the pattern').click();
  await cell(page, 'Kick', 4).tap();
  // Notes that only the other part has are outlined.
  await expect(cell(page, 'Kick', 4)).not.toBeChecked();
  await expect(cell(page, 'Kick', 4).getByTestId('was')).toBeVisible();
});

test('a track goes out at the next bar and comes in at one while the rest plays; its meter shows it', async ({ page }) => {
  await songWithDrums(page);
  await button(page, 'Loop').tap();
  await button(page, 'Levels').tap();
  await page.getByTestId('play').tap();
  const meter = page.getByRole('meter', { name: 'Meter of Quay kit' });
  // The kick sounds every four seconds, and the meter falls by 24 dB in each.
  const level = async () => Number(await meter.getAttribute('aria-valuenow'));
  const often = { timeout: 8000, intervals: [50] };
  await expect.poll(level, often).toBeGreaterThan(-30);
  const isMuted = async () => (await saved(page)).tracks[0]!.muted;
  await button(page, 'Quay kit: pan, sound and more').tap();
  await button(page, 'Out at the next bar: Quay kit').tap();
  // A bar is two seconds long.
  await expect.poll(isMuted, { timeout: 4000 }).toBe(true);
  await expect.poll(level, often).toBe(-48);
  await button(page, 'In at the next bar: Quay kit').tap();
  await expect.poll(isMuted, { timeout: 4000 }).toBe(false);
  await expect.poll(level, often).toBeGreaterThan(-30);
});
