import { expect, test } from '../support/journey';
import { cpSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SpawnedServer } from '../../server/test/spawned-server';
import { cell, newSong, openPattern, savedNotes, songIdOf } from '../support/app';

test('a song is renamed, duplicated, deleted, and brought back by Undo and from the deleted songs', async ({ page }) => {
  const own = `Own ${Date.now()}`;
  await newSong(page, 'Quay kit', own);
  await cell(page, 'Kick', 0).tap();
  await expect(page.getByTestId('link')).toHaveText('Saved');
  await page.getByRole('button', { name: 'Back to the song', exact: true }).tap();
  await page.getByRole('button', { name: 'Back to the songs' }).tap();
  const more = (name: string) => page.getByRole('button', { name: `More for ${name}`, exact: true });
  const card = (name: string) => page.getByRole('listitem').filter({ has: more(name) });

  await more(own).tap();
  await page.getByRole('button', { name: 'Rename', exact: true }).tap();
  await page.getByRole('textbox', { name: `Name of ${own}` }).fill(`${own} B`);
  await page.keyboard.press('Enter');
  await expect(more(`${own} B`)).toBeVisible();

  await more(`${own} B`).tap();
  await page.getByRole('button', { name: 'Duplicate' }).tap();
  await expect(page.getByRole('alert')).toContainText(`${own} B, copy was made.`);
  await more(`${own} B, copy`).tap();
  await card(`${own} B, copy`).getByRole('button', { name: 'Delete' }).tap();
  await expect(more(`${own} B, copy`)).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect(more(`${own} B, copy`)).toBeVisible();

  await more(`${own} B, copy`).tap();
  await card(`${own} B, copy`).getByRole('button', { name: 'Delete' }).tap();
  await page.getByRole('button', { name: /^\d+ deleted songs?$/ }).tap();
  await page
    .getByRole('group', { name: `${own} B, copy` })
    .getByRole('button', { name: 'Bring back' })
    .tap();
  await expect(more(`${own} B, copy`)).toBeVisible();
  await card(`${own} B, copy`).getByRole('button').first().tap();
  await openPattern(page, 'Quay kit');
  await expect(cell(page, 'Kick', 0)).toBeChecked();
});

test(
  'a song deleted in another window says so, keeps what is done, and goes on once it is brought back',
  { tag: '@again' },
  async ({ page, request }) => {
    await newSong(page, 'Quay kit');
    await cell(page, 'Kick', 0).tap();
    await expect(page.getByTestId('link')).toHaveText('Saved');
    await request.delete(`/api/songs/${songIdOf(page)}`);
    await expect(page.getByRole('alert')).toContainText('deleted in another window');
    await cell(page, 'Kick', 4).tap();
    await page.getByRole('button', { name: 'Bring it back' }).tap();
    await expect(page.getByTestId('link')).toHaveText('Saved');
    expect((await savedNotes(page)).length).toBe(2);
  },
);

test.describe('an older copy of the songs put back while a window has newer ones', () => {
  let server: SpawnedServer;
  test.afterEach(() => server.kill());

  for (const [choice, when] of [
    ['This window’s', {}],
    ['The server’s', { tag: '@again' }],
  ] as const)
    test(`is said, and ${choice} state holds where it is chosen`, when, async ({ page }) => {
      const folder = mkdtempSync(join(tmpdir(), 'yibbo-parted-'));
      server = await new SpawnedServer(folder).start();
      const port = new URL(server.address).port;
      await page.goto(`http://127.0.0.1:${port}/`);
      await page.getByRole('button', { name: 'New song', exact: true }).tap();
      await page.getByRole('button', { name: 'Create song' }).tap();
      // The same sounds are offered before and after.
      await page.waitForURL(/\/song\//);
      await page.getByRole('button', { name: 'Quay kit', exact: true }).tap();
      await cell(page, 'Kick', 0).tap();
      await expect(page.getByTestId('link')).toHaveText('Saved');
      await server.kill('SIGTERM');
      const older = mkdtempSync(join(tmpdir(), 'yibbo-parted-'));
      cpSync(folder, older, { recursive: true });
      await server.start(Number(port));
      await cell(page, 'Kick', 4).tap();
      await expect(page.getByTestId('link')).toHaveText('Saved', { timeout: 40_000 });
      await server.kill('SIGTERM');
      cpSync(older, folder, { recursive: true });
      await server.start(Number(port));
      // A step that was never sent is kept either way.
      await cell(page, 'Kick', 8).tap();
      const isOurs = choice === 'This window’s';
      await page.getByRole('button', { name: isOurs ? "This window's" : "The server's" }).tap({ timeout: 40_000 });
      await expect(page.getByTestId('link')).toHaveText('Saved', { timeout: 40_000 });
      await page.reload();
      await expect(cell(page, 'Kick', 0)).toBeChecked();
      await expect(cell(page, 'Kick', 8)).toBeChecked();
      await expect(cell(page, 'Kick', 4)).toBeChecked({ checked: isOurs });
    });
});

test('from eight songs on they can be searched and put in order', { tag: '@again' }, async ({ page, request }) => {
  const own = `Sea ${Date.now()}`;
  const names = ['Ebb', 'Flood', 'Neap', 'Spring', 'Slack', 'Swell', 'Drift', 'Anchor'].map((word) => `${own} ${word}`);
  for (const name of names) await request.post('/api/songs', { data: { name } });
  await page.goto('/');
  const shown = async () =>
    await page
      .getByRole('listitem')
      .getByRole('button', { name: /^More for/ })
      .evaluateAll((all) => all.map((each) => each.getAttribute('aria-label')!.slice(9)));
  await page.getByRole('textbox', { name: 'Search songs' }).fill(own);
  await page.getByRole('group', { name: 'Order' }).getByRole('button', { name: 'Name', exact: true }).tap();
  await expect.poll(shown).toEqual([...names].sort());
  await page.getByRole('textbox', { name: 'Search songs' }).fill(`swell ${own}`);
  await expect.poll(shown).toEqual([`${own} Swell`]);
  await page.getByRole('textbox', { name: 'Search songs' }).fill(`${own} lighthouse`);
  await expect(page.getByRole('status').filter({ hasText: 'No song or track has' })).toBeVisible();
});
