import { expect, type Page } from '../support/journey';
import Database from 'better-sqlite3';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SpawnedServer } from '../../server/test/spawned-server';
import { cell, newSong, openSound, savedNotes, songIdOf } from '../support/app';
import { test } from '../support/own-server';

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true });
const isCopied = (server: SpawnedServer) =>
  expect.poll(async () => (await server.call<{ copies: unknown[] }>('/server')).body.copies.length).toBe(1);

test('a song this browser saw deleted opens again once it is brought back', { tag: '@again' }, async ({ page }) => {
  await newSong(page, 'Quay kit', 'Ebb');
  await cell(page, 'Kick', 0).tap();
  await expect(page.getByTestId('link')).toHaveText('Saved');
  const id = songIdOf(page);
  await page.request.delete(`/api/songs/${id}`);
  for (let time = 0; time < 2; time++) {
    await page.goto(`/song/${id}`);
    await expect(page.getByRole('alert')).toContainText('This song was deleted');
  }
  await button(page, 'Back to the songs').tap();
  await button(page, '1 deleted song').tap();
  await button(page, 'Bring back').tap();
  await page.goto(`/song/${id}`);
  await expect(page.getByTestId('play')).toBeVisible();
  expect(await savedNotes(page)).toHaveLength(1);
});

test(
  'a song of which steps were lost says so in the list and when it is opened; a copy brings it beside, and it can be taken as it is',
  { tag: '@again' },
  async ({ page, ownServer, ownFolder }) => {
    // The copy of the day is made at the start; the damage comes after it.
    await isCopied(ownServer);
    await ownServer.kill('SIGTERM');
    const file = new Database(join(ownFolder, 'yibbo.sqlite'));
    file.exec("update songs set missing = 12 where name = 'Tide Table'");
    file.close();
    await ownServer.start(Number(new URL(ownServer.address).port));

    await page.goto('/');
    const hurt = page.getByRole('listitem').filter({ hasText: 'its last 12 steps could not be read' });
    await expect(hurt).toContainText('Tide Table');
    await hurt.getByRole('button').first().tap();
    await expect(page.getByRole('alert')).toContainText('This song is incomplete: its last 12 steps');
    await button(page, 'To the Songs screen').tap();
    await button(page, /^Tide Table as it was on \w+/).tap();
    await expect(page.getByRole('alert').filter({ hasText: 'was made' })).toContainText(/Tide Table, as it was on \w+day/);
    await button(page, 'More for Tide Table').tap();
    await hurt.getByRole('button', { name: 'Take it as it is' }).tap();
    await expect(hurt).toHaveCount(0);
    await expect(button(page, /^More for Tide Table, as it was on/)).toBeVisible();
  },
);

test('everything leaves as one file and comes back on another machine; Settings says when the last copy was made and read', async ({
  page,
  ownServer,
}) => {
  await isCopied(ownServer);
  await page.goto('/settings');
  await expect(page.getByText(/^The last copy was made on .*It was opened after that, and 3 songs could be read\.$/)).toBeVisible();
  const [download] = await Promise.all([page.waitForEvent('download'), button(page, 'Download everything').tap()]);
  expect(download.suggestedFilename()).toMatch(/^yibbo-\d{4}-\d\d-\d\d\.sqlite$/);
  const path = await download.path();

  const other = await new SpawnedServer(mkdtempSync(join(tmpdir(), 'yibbo-other-'))).start();
  await page.goto(`${other.address.replace('/api', '')}/settings`);
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), button(page, 'Bring it back').tap()]);
  await chooser.setFiles(path);
  await expect(page.getByRole('status')).toContainText(/^Brought back: .*Tide Table/);
  await button(page, 'Back to the songs').tap();
  // Its own three demo songs and those of the other machine.
  await expect(page.getByRole('listitem')).toHaveCount(6);
  await other.kill();
});

test('a sound and a favourite of one’s own are there on another device, and in an emptied browser', async ({ page, browser, baseURL }) => {
  await newSong(page, 'Lamp keys');
  await openSound(page, 'Lamp keys');
  await button(page, 'Make Lamp keys a favourite').tap();
  await button(page, 'Save').tap();
  await page.getByRole('textbox', { name: 'Name of the sound' }).fill('Porch light');
  await button(page, 'Save the sound').tap();
  await expect(page.getByRole('alert')).toContainText('Porch light is among your own sounds.');

  const device = await browser.newContext({ baseURL: baseURL!, hasTouch: true, viewport: { width: 390, height: 844 } });
  const there = await device.newPage();
  await there.goto(page.url());
  await openSound(there, 'Lamp keys');
  await button(there, 'Favourites').tap();
  await expect(there.getByRole('group', { name: 'Sounds' }).getByRole('button')).toHaveText(['Lamp keys']);
  await button(there, 'My own').tap();
  await expect(button(there, 'Porch light')).toBeVisible();
  // A song removed there disappears here at once.
  await button(there, 'Save').tap();
  await button(there, 'Delete the sound Porch light').tap();
  await expect(button(page, 'Delete the sound Porch light')).toHaveCount(0);
  await device.close();
});
