import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SpawnedServer } from '../../server/test/spawned-server';
import { cell, newSong, savedNotes, songIdOf } from '../support/app';
import { expect, type Page } from '../support/journey';
import { noteOns, sentOut } from '../support/midi-text';
import { test } from '../support/own-server';
import { button } from '../support/song';

test.use({ serviceWorkers: 'allow' });

const link = (page: Page) => page.getByTestId('link');
const away = 'Server away: kept here, sent later';

/** Waits until the browser keeps the app, so that it starts without a network. */
async function kept(page: Page): Promise<void> {
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null, null, { timeout: 30_000 });
}

test('without a network: a cold start opens the last song; it is drawn in, heard, written out, and sent once the server is back', async ({
  page,
  context,
  ownServer,
}) => {
  await newSong(page, 'Quay kit', 'At the pier');
  await cell(page, 'Kick', 0).tap();
  await expect(link(page)).toHaveText('Saved');
  await kept(page);
  const address = page.url();
  await page.close();
  await ownServer.kill();

  const cold = await context.newPage();
  await cold.goto(address);
  await expect(cell(cold, 'Kick', 0)).toBeChecked();
  await cell(cold, 'Kick', 4).tap();
  await expect(link(cold)).toHaveText(away);
  await button(cold, 'Play').tap();
  await expect(button(cold, 'Stop')).toBeVisible();
  await button(cold, 'Stop').tap();
  expect(noteOns(await sentOut(cold))).toHaveLength(2);
  await button(cold, 'Song: tempo, send out').tap();
  await button(cold, 'WAV file …').tap();
  const [wav] = await Promise.all([cold.waitForEvent('download'), button(cold, 'Make the WAV file').tap()]);
  expect(wav.suggestedFilename()).toMatch(/^At the pier.*\.wav$/);
  // The one file that the server makes says so.
  await button(cold, 'Close: WAV file').tap();
  await button(cold, 'Song: tempo, send out').tap();
  await button(cold, 'Song file').tap();
  await expect(cold.getByRole('alert')).toContainText('Song files are made where Yibbo runs');
  // Closed without a line and opened again: all is there.
  await cold.close();
  const again = await context.newPage();
  await again.goto(address);
  await expect(cell(again, 'Kick', 4)).toBeChecked();
  await expect(link(again)).toHaveText(away);

  await ownServer.start(Number(new URL(ownServer.address).port));
  await expect(link(again)).toHaveText('Saved', { timeout: 35_000 });
  expect(await savedNotes(again)).toHaveLength(2);
});

test(
  'songs made while the server is away are in the list, and go there without being opened again',
  { tag: '@again' },
  async ({ page, ownServer }) => {
    await page.goto('/');
    await button(page, /^Tide Table/)
      .first()
      .tap();
    await page.getByTestId('play').waitFor();
    await kept(page);
    await ownServer.kill();
    await page.goto('/');
    await expect(page.getByRole('alert')).toContainText('The server is away. The songs below are kept on this device');
    await expect(page.getByRole('main')).toContainText('Not kept on this device: Last Boat Home, Gull Parade.');
    await button(page, 'New song').tap();
    await page.getByRole('textbox', { name: 'Name of the song' }).fill('Made at sea');
    await button(page, 'Quay kit').tap();
    await cell(page, 'Kick', 2).tap();
    await expect(link(page)).toHaveText(away);
    const id = songIdOf(page);
    // What is not kept says so, and why.
    await page.goto('/song/never-opened');
    await expect(page.getByRole('alert')).toHaveText(/not kept on this device\. It opens once the server is back\.$/);
    await page.goto('/');
    await expect(page.getByRole('listitem').filter({ hasText: 'Made at sea' })).toContainText('Quay kit');

    await ownServer.start(Number(new URL(ownServer.address).port));
    await button(page, 'Try again').tap();
    await expect(page.getByRole('listitem')).toHaveCount(4);
    await expect(page.getByRole('alert')).toHaveCount(0);
    const { body } = await ownServer.call<{ song: { notes: Record<string, unknown[]> } }>(`/songs/${id}`);
    expect(Object.values(body.song.notes).flat()).toHaveLength(1);
  },
);

test(
  'a server that takes too long does not keep a song that is kept here; what others did comes when it answers',
  { tag: '@again' },
  async ({ page, context, ownServer }) => {
    await newSong(page, 'Quay kit');
    await cell(page, 'Kick', 0).tap();
    await expect(link(page)).toHaveText('Saved');
    await page.waitForTimeout(500);
    const [address, id] = [page.url(), songIdOf(page)];
    await page.close();
    let answer = (): void => undefined;
    const held = new Promise<void>((resolve) => (answer = resolve));
    await context.route(`**/api/songs/${id}`, async (route) => {
      await held;
      await route.continue();
    });
    await context.route(`**/api/songs/${id}/changes`, (route) => route.abort());
    const next = await context.newPage();
    await next.goto(address);
    await expect(cell(next, 'Kick', 0)).toBeChecked();
    await ownServer.call(`/songs/${id}`, { method: 'PATCH', headers: { 'content-type': 'application/json' }, body: '{"name":"Ebb"}' });
    await context.unrouteAll({ behavior: 'ignoreErrors' });
    answer();
    await cell(next, 'Kick', 1).tap();
    await expect(link(next)).toHaveText('Saved', { timeout: 35_000 });
    await next.getByRole('button', { name: 'Back to the song' }).tap();
    await expect(next.getByText('Ebb').first()).toBeVisible();
  },
);

test('a newer version is offered, never forced: two windows go on with the old one, each whole, until they change over', async ({
  browser,
}) => {
  const root = mkdtempSync(join(tmpdir(), 'yibbo-version-'));
  const pages = join(root, 'app/dist');
  cpSync(join(__dirname, '../../app/dist'), pages, { recursive: true, filter: (path) => !/\.(br|gz)$/.test(path) });
  symlinkSync(join(__dirname, '../../server'), join(root, 'server'));
  const server = await new SpawnedServer(join(root, 'data'), { YIBBO_ROOT: root }).start();
  const context = await browser.newContext({ baseURL: server.address.replace('/api', ''), serviceWorkers: 'allow' });
  const [page, other] = [await context.newPage(), await context.newPage()];
  const buildOf = (window: Page) => window.evaluate(() => document.querySelector<HTMLMetaElement>('meta[name=build]')!.content);
  await newSong(page, 'Quay kit');
  await kept(page);
  const before = await buildOf(page);
  await other.goto(page.url());
  await expect(cell(other, 'Kick', 0)).toBeVisible();

  // The next version: the files that have no hash in their names are other ones.
  const swapped = ['index.html', 'service-worker.js'].map((name) => join(pages, name));
  for (const file of swapped) writeFileSync(file, readFileSync(file, 'utf8').replaceAll(before, 'newerversion'));
  writeFileSync(join(pages, 'work/wav.js'), 'throw new Error("of another version")');
  await page.reload();
  await cell(page, 'Kick', 0).tap();
  await button(page, 'Back to the song').tap();
  await expect(page.getByRole('alert')).toContainText('A newer Yibbo is ready.');
  expect(await buildOf(page)).toBe(before);
  await expect(link(page)).toHaveText('Saved');
  await button(page, 'Change over').tap();
  await expect.poll(() => buildOf(page).catch(() => '')).toBe('newerversion');
  await expect(page.getByRole('alert')).toHaveCount(0);
  expect(await savedNotes(page)).toHaveLength(1);

  await button(other, 'Back to the song').tap();
  await expect(other.getByRole('alert')).toContainText('Another window has changed over to a newer Yibbo.');
  await button(other, 'Later').tap();
  expect(await buildOf(other)).toBe(before);
  await button(other, 'Song: tempo, send out').tap();
  await button(other, 'WAV file …').tap();
  await Promise.all([other.waitForEvent('download'), button(other, 'Make the WAV file').tap()]);
  await context.close();
  await server.kill();
  rmSync(root, { recursive: true, force: true });
});

test('a device without room for the app says so, and works on', { tag: '@again' }, async ({ page }) => {
  await page.addInitScript(() => {
    // A full disk is not ours to make: this is how a registration stands once its only worker was thrown away.
    const thrownAway = {
      active: null,
      waiting: null,
      installing: null,
      addEventListener: () => undefined,
      update: () => Promise.resolve(),
    };
    navigator.serviceWorker.register = () => Promise.resolve(thrownAway as unknown as ServiceWorkerRegistration);
  });
  await newSong(page, 'Quay kit');
  await cell(page, 'Kick', 0).tap();
  await expect(link(page)).toHaveText('Saved');
  await page.goto('/settings');
  await expect(page.getByText('This browser had no room to keep Yibbo')).toBeVisible({ timeout: 10_000 });
});
