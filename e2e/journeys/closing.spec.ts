import { expect, test, type Browser, type Page } from '../support/journey';
import { cell, newSong, savedNotes, songIdOf } from '../support/app';

const SLOW_MS = 600;
const LANES = 2;
const ROUNDS = 3;

/** A line on which everything takes its time. */
async function slowed(page: Page): Promise<void> {
  const session = await page.context().newCDPSession(page);
  await session.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: SLOW_MS,
    downloadThroughput: -1,
    uploadThroughput: -1,
  });
}

/** Asks for as long as `page` sends nothing to the server but what keeps a line open. */
function requestsOf(page: Page): string[] {
  const sent: string[] = [];
  page.on('request', (request) => {
    if (request.url().includes('/api/') && !/\/(events\?|here\/)/.test(request.url())) sent.push(`${request.method()} ${request.url()}`);
  });
  return sent;
}

/** One song, edited and closed or reloaded right after, again and again. */
async function lane(browser: Browser, number: number): Promise<void> {
  const context = await browser.newContext();
  let page = await context.newPage();
  await newSong(page, 'Quay kit', `Lane ${number}`);
  await expect(page.getByTestId('link')).toHaveText('Saved');
  const address = page.url();
  for (let round = 0; round < ROUNDS; round++) {
    await slowed(page);
    const step = cell(page, 'Kick', round);
    await step.tap();
    await page.waitForTimeout(((round * LANES + number) * 100) / (LANES * ROUNDS - 1));
    if (round % 2) {
      await page.close();
      page = await context.newPage();
      await slowed(page);
      await page.goto(address);
    } else await page.reload();
    await expect(cell(page, 'Kick', round)).toBeChecked();
    await expect(page.getByTestId('link')).toHaveText('Saved', { timeout: 3000 });
  }
  const sent = requestsOf(page);
  await page.waitForTimeout(1500);
  expect(sent).toEqual([]);
  expect(await savedNotes(page)).toHaveLength(ROUNDS);
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect(cell(page, 'Kick', ROUNDS - 1)).not.toBeChecked();
  await expect.poll(async () => (await savedNotes(page)).length).toBe(ROUNDS - 1);
  await context.close();
}

test('six closings and reloads right after an act, on a slow line: every edit is there, saved soon, and nothing goes on asking', async ({
  browser,
}) => {
  test.setTimeout(180_000);
  await Promise.all(Array.from({ length: LANES }, (_, number) => lane(browser, number)));
});

test('a second window opened while the first still saves over a slow line is not stuck', async ({ page, context }) => {
  await newSong(page, 'Quay kit');
  await expect(page.getByTestId('link')).toHaveText('Saved');
  await slowed(page);
  await cell(page, 'Kick', 2).tap();
  const other = await context.newPage();
  await other.goto(page.url());
  for (const window of [page, other]) {
    await expect(window.getByTestId('link')).toHaveText('Saved', { timeout: 4000 });
    await expect(cell(window, 'Kick', 2)).toBeChecked();
  }
  const sent = requestsOf(other);
  await other.waitForTimeout(1000);
  expect(sent).toEqual([]);
});

test('thousands of unsent changes go in pieces that fit, in the order they were made, whatever the clock says', async ({ page }) => {
  await newSong(page, 'Quay kit');
  await cell(page, 'Kick', 0).tap();
  await expect(page.getByTestId('link')).toHaveText('Saved');
  const [first] = await savedNotes(page);
  const songId = songIdOf(page);
  // Changes that an offline browser would have kept: 1,300, each later one with an earlier time.
  await page.goto('about:blank');
  await page.goto('/');
  await page.evaluate(
    async ({ songId: song, note }) => {
      const open = indexedDB.open('yibbo outbox', 2);
      const database = await new Promise<IDBDatabase>((resolve, reject) => {
        open.onsuccess = () => resolve(open.result);
        open.onerror = () => reject(new Error('closed'));
      });
      const transaction = database.transaction('unsent', 'readwrite');
      for (let index = 0; index < 1300; index++) {
        const velocity = [[index === 0 ? note.velocity : 1 + ((index - 1) % 127)], [1 + (index % 127)]];
        const entries = [{ kind: 'edit', of: 'notes', in: note.patternId, ids: [note.id], fields: { velocity } }];
        const change = { id: `k${index}`, label: 'Velocity', at: 5000 - index, device: 'd', entries };
        transaction.objectStore('unsent').add({ song, id: change.id, change });
      }
      await new Promise((resolve) => (transaction.oncomplete = resolve));
      database.close();
    },
    { songId, note: first as unknown as { id: string; velocity: number; patternId: string } },
  );
  const sent = requestsOf(page);
  await page.goto(`/song/${songId}`);
  await expect(page.getByTestId('link')).toHaveText('Saved', { timeout: 20_000 });
  expect((await savedNotes(page))[0]!.velocity).toBe(1 + (1299 % 127));
  expect(sent.filter((line) => line.startsWith('POST') && line.includes('/changes')).length).toBe(3);
});

test('where storage is denied the song opens, edits are saved, and without the server it says that nothing is kept', async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(window, 'indexedDB', {
      get: () => {
        throw new DOMException('denied', 'SecurityError');
      },
    });
  });
  await newSong(page, 'Quay kit');
  await cell(page, 'Kick', 0).tap();
  await expect(page.getByTestId('link')).toHaveText('Saved');
  await page.route('**/changes', (route) => route.abort());
  await cell(page, 'Kick', 4).tap();
  await expect(page.getByTestId('link')).toHaveText('Not kept on this device: leave only when it says Saved');
  await page.unroute('**/changes');
  await expect(page.getByTestId('link')).toHaveText('Saved', { timeout: 20_000 });
  expect(await savedNotes(page)).toHaveLength(2);
});

test('where storage never answers the song opens within seconds all the same', async ({ page }) => {
  await page.addInitScript(() => {
    const silent = { addEventListener: () => undefined, removeEventListener: () => undefined };
    IDBFactory.prototype.open = () => Object.assign(Object.create(IDBOpenDBRequest.prototype), silent) as never;
  });
  await newSong(page, 'Quay kit');
  await cell(page, 'Kick', 0).tap();
  await expect(page.getByTestId('link')).toHaveText('Saved');
  expect(await savedNotes(page)).toHaveLength(1);
});
