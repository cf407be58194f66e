import { test as onOwnServer } from '../support/own-server';
import { expect, test } from '../support/journey';
import { cell, newSong } from '../support/app';
import { button } from '../support/song';

test('by thumb: a press tells what something is and does nothing; the help is searched with a typing error', async ({ page }) => {
  await newSong(page, 'Quay kit', 'Tide Table');
  await button(page, 'Song: tempo, send out').tap();
  await button(page, 'What is this?').tap();
  const told = page.getByTestId('asking');
  await expect(told).toContainText('Press anything to read what it is');
  await page.getByTestId('play').tap();
  await expect(told).toContainText('Plays the pattern round and round');
  await expect(button(page, 'Play')).toBeVisible();
  await cell(page, 'Kick', 0).tap();
  await expect(told).toContainText('A tap sets a hit or takes it away');
  await expect(cell(page, 'Kick', 0)).not.toBeChecked();
  await button(page, 'Done asking').tap();
  await cell(page, 'Kick', 0).tap();
  await expect(cell(page, 'Kick', 0)).toBeChecked();

  await button(page, 'Song: tempo, send out').tap();
  await button(page, 'Search the help').tap();
  await page.getByRole('textbox', { name: 'Search the help' }).fill('quantise');
  await expect(page.getByRole('list', { name: 'Help' }).getByRole('listitem').first()).toContainText('Quantize');
  // The effect drawn in notes, and the guide's page on a job.
  const found = page.getByRole('list', { name: 'Help' }).getByRole('listitem').first();
  await expect(found.getByRole('img', { name: '4 notes before' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Search the help' }).fill('drum with thumbs');
  await expect(page.getByRole('list', { name: 'Help' }).getByRole('listitem').first()).toContainText('tap a step for a hit');
});

test.describe('wide, by keys', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });

  onOwnServer('a question mark asks; Escape ends it', async ({ page }) => {
    await newSong(page, 'Lamp keys', 'Tide Table');
    await page.keyboard.press('?');
    const told = page.getByTestId('asking');
    await expect(told).toBeVisible();
    await button(page, 'Finer grid').click();
    await expect(told).toContainText('1/4 is one beat, 1/8 half a beat');
    await expect(button(page, /^Grid 1\/16/)).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(told).toHaveCount(0);

    // A key is put on another, works there after a reload, and goes back.
    await button(page, 'Keys: list and change them').click();
    await button(page, 'V Steps or Notes: change the key').click();
    await page.keyboard.press('7');
    await expect(page.getByRole('alert')).toContainText('7 is Steps or Notes now; Higher rows has no key any more.');
    await page.reload();
    await expect(page.getByTestId('notes-grid')).toBeVisible();
    await page.keyboard.press('v');
    await page.keyboard.press('7');
    await expect(page.getByTestId('steps-grid')).toBeVisible();
    await button(page, 'Keys: list and change them').click();
    await button(page, 'All keys as they were').click();
    await page.keyboard.press('v');
    await expect(page.getByTestId('notes-grid')).toBeVisible();
  });
});
