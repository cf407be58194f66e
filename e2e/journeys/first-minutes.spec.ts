import { cell } from '../support/app';
import { expect, type Page } from '../support/journey';
import { test } from '../support/own-server';
import { button } from '../support/song';

/** Counts the sound contexts that run: before the first act there is none. */
async function watchSound(page: Page): Promise<() => Promise<number>> {
  await page.addInitScript(() => {
    const made: AudioContext[] = [];
    Object.assign(window, { made });
    window.AudioContext = class extends AudioContext {
      constructor(options?: AudioContextOptions) {
        super(options);
        made.push(this);
      }
    };
  });
  return () => page.evaluate(() => (window as unknown as { made: AudioContext[] }).made.filter(({ state }) => state === 'running').length);
}

test('with the demo the second press is heard, within ten seconds', async ({ page }) => {
  const running = await watchSound(page);
  const began = Date.now();
  await page.goto('/');
  await button(page, /^Gull Parade/)
    .first()
    .tap();
  await button(page, 'Play').tap();
  await expect(button(page, 'Stop')).toBeVisible();
  await expect.poll(running).toBe(1);
  expect(Date.now() - began).toBeLessThan(10_000);
});

test('with nothing there the third press is heard; the tour, asked for, leads to a loop, each step by doing it', async ({
  page,
  ownServer,
}) => {
  const songs = (await ownServer.call<{ id: string }[]>('/songs')).body;
  for (const { id } of songs) await ownServer.call(`/songs/${id}`, { method: 'DELETE' });
  const running = await watchSound(page);
  const began = Date.now();
  await page.goto('/');
  await expect(page.getByRole('main')).toContainText('No songs yet. Begin with a new one');
  await button(page, 'New song').tap();
  await button(page, 'Quay kit').tap();
  await cell(page, 'Kick', 0).tap();
  await expect.poll(running).toBe(1);
  expect(Date.now() - began).toBeLessThan(10_000);
  // No tour unless it is asked for.
  const tour = page.getByRole('region', { name: 'Tour' });
  await expect(tour).toHaveCount(0);

  await page.goto('/');
  await button(page, 'New song').tap();
  await button(page, 'Create song').tap();
  await button(page, 'Show me').tap();
  await expect(tour).toContainText('1 of 3: tap the grid.');
  await cell(page, 'Kick', 0).tap();
  await expect(tour).toContainText('2 of 3: press Play');
  await button(page, 'Play').tap();
  await expect(tour).toContainText('3 of 3: tap another place while it plays.');
  await cell(page, 'Kick', 4).tap();
  await expect(tour).toContainText('That is how all of it works');
  await button(page, 'End the tour').tap();
  await expect(tour).toHaveCount(0);
  await expect(button(page, 'Stop')).toBeVisible();
  // From the help it begins again, on the part that is open.
  await button(page, 'Song: tempo, send out').tap();
  await button(page, 'Search the help').tap();
  await button(page, 'Show me').tap();
  await expect(tour).toContainText('1 of 3');
  await button(page, 'Leave the tour').tap();
  await expect(tour).toHaveCount(0);
});
