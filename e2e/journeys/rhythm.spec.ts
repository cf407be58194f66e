import { expect, test, type Page } from '../support/journey';
import { cell, newSong, shapes, tool } from '../support/app';
import { noteOns, sentOut } from '../support/midi-text';
import { button } from '../support/song';

const strip = (page: Page) => page.getByRole('region', { name: 'Trying Make a rhythm' });
const starts = async (page: Page, pitch: number) => (await shapes(page)).filter((shape) => shape[2] === pitch).map(([start]) => start);
/** Keys of the kit's kick and snare. */
const [KICK, SNARE] = [36, 38];

test('by thumb: a rhythm on the row’s dots, figure by figure on the running loop, others untouched; then live, changed and made plain', async ({
  page,
}) => {
  await newSong(page, 'Quay kit');
  await cell(page, 'Kick', 1).tap();
  await button(page, 'Play').tap();
  await button(page, 'More for row Kick').tap();
  await button(page, 'Make a rhythm on row Kick').tap();
  await expect(strip(page)).toContainText('5 of 16 steps, syncopated');
  await strip(page).getByRole('button', { name: 'Figure: the next' }).tap();
  await expect(strip(page).getByRole('img', { name: 'The steps of Four on the floor' })).toBeVisible();
  await expect(strip(page)).toContainText('4 of 16 steps, straight (0)');
  await strip(page).getByRole('button', { name: 'All figures' }).tap();
  await strip(page).getByRole('button', { name: 'Tresillo', exact: true }).tap();
  await strip(page).getByRole('button', { name: 'Keep', exact: true }).tap();
  const tresillo = [0, 3, 6, 8, 11, 14];
  await expect.poll(() => starts(page, KICK)).toEqual([...tresillo, ...tresillo.map((step) => step + 16)]);
  // Another row, kept live: nothing is written, and all of it is heard.
  await button(page, /^Close: Row/).tap();
  await button(page, /^Snare, .* Make it the current row/).tap();
  await tool(page, 'Make', 'Make a rhythm: try with settings');
  await expect(strip(page)).toContainText('on row Snare');
  await strip(page).getByRole('button', { name: 'All figures' }).tap();
  await strip(page).getByRole('button', { name: 'Backbeat', exact: true }).tap();
  await strip(page).getByRole('button', { name: 'Keep adjustable' }).tap();
  expect(await starts(page, SNARE)).toEqual([]);
  const heard = async () => noteOns(await sentOut(page)).filter(([, , , pitch]) => pitch === SNARE).length;
  expect(await heard()).toBe(4);
  await button(page, '1 adjustable: show them').tap();
  await button(page, /^Make a rhythm .*: change its settings$/).tap();
  await page.getByRole('region', { name: 'Adjusting Make a rhythm' }).getByRole('button', { name: 'Hits: more' }).tap();
  await button(page, 'Keep').tap();
  expect(await heard()).toBe(12);
  await button(page, '1 adjustable: show them').tap();
  await button(page, /^Make plain: Make a rhythm/).tap();
  await expect.poll(async () => (await starts(page, SNARE)).length).toBe(12);
  expect(await starts(page, KICK)).toHaveLength(12);
});

test.describe('wide, by keys', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

  test('hits, steps and accents are set, and what is there is locked', { tag: '@again' }, async ({ page }) => {
    await newSong(page, 'Quay kit');
    await cell(page, 'Kick', 2).click();
    await button(page, 'Make a rhythm: try with settings').press('Enter');
    await strip(page).getByRole('button', { name: 'are locked' }).press('Enter');
    await strip(page)
      .getByRole('button', { name: /^Hits, 5.*: type it$/ })
      .press('Enter');
    await strip(page).getByRole('textbox', { name: /^Hits/ }).fill('4');
    await strip(page).getByRole('textbox', { name: /^Hits/ }).press('Enter');
    await strip(page).getByRole('button', { name: 'Keep', exact: true }).press('Enter');
    await expect.poll(async () => (await starts(page, KICK)).filter((start) => start! < 16)).toEqual([0, 2, 4, 8, 12]);
  });
});

test(
  'by thumb: the key that fits the notes is counted and chosen; a scale of one’s own tints its rows',
  { tag: '@again' },
  async ({ page }) => {
    await newSong(page, 'Lamp keys');
    await tool(page, 'Make', 'Type a phrase: try with settings');
    await page.getByRole('textbox', { name: 'Phrase' }).fill('D4 F4 A4 D5 A4 C#5 D5 F4 D4');
    await button(page, 'Keep').tap();
    await tool(page, 'View', 'Key …');
    const fits = page.getByRole('group', { name: 'Keys that fit the notes' });
    // Its raised seventh lies outside the plain scale.
    await fits.getByRole('button', { name: 'D minor: 8 of 9 notes' }).tap();
    const sheet = page.getByRole('region', { name: 'Key' });
    await expect(sheet).toContainText('D minor');
    await sheet.getByRole('button', { name: 'your own' }).tap();
    await sheet.getByRole('button', { name: '11 in the scale' }).tap();
    await expect(sheet.getByRole('button', { name: '11 in the scale' })).toHaveAttribute('aria-pressed', 'true');
    await expect(sheet).toContainText('D own scale of 8');
    await page.reload();
    await tool(page, 'View', 'Key D own scale of 8: change');
    await expect(sheet.getByRole('button', { name: '11 in the scale' })).toHaveAttribute('aria-pressed', 'true');
  },
);
