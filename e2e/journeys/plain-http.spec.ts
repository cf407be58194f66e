import { expect, test, type APIRequestContext, type Page } from '../support/journey';
import { PORT } from '../playwright.config';
import { newSongByHand, savedNotes } from '../support/app';
import { CHROMIUM, CHROMIUM_FLAGS } from '../support/chromium';

/** The code as the machine shows it on which Yibbo runs. */
async function shownCode(request: APIRequestContext): Promise<string> {
  return ((await (await request.get(`http://localhost:${PORT}/api/server`)).json()) as { code: string }).code;
}

/** Enters the code that another device is asked for once. */
async function enter(page: Page, request: APIRequestContext): Promise<void> {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Enter the code' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Code' }).fill(await shownCode(request));
  await page.getByRole('button', { name: 'Enter', exact: true }).tap();
  await expect(page.getByRole('heading', { name: 'Yibbo' })).toBeVisible();
}

// A name that is not this machine's own makes plain http an insecure origin, as for a phone on the home network.
test.use({
  baseURL: `http://yibbo.test:${PORT}`,
  launchOptions: { executablePath: CHROMIUM, args: [...CHROMIUM_FLAGS, '--host-resolver-rules=MAP yibbo.test 127.0.0.1'] },
});

test('from another machine over plain http it plays and keeps all the same', async ({ page, request }) => {
  await page.addInitScript(() => {
    const connect = AudioNode.prototype.connect as (this: AudioNode, to: AudioNode) => AudioNode;
    let meter: AnalyserNode | null = null;
    Object.assign(window, {
      loudest: () => {
        const samples = new Float32Array(2048);
        meter?.getFloatTimeDomainData(samples);
        return samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
      },
    });
    AudioNode.prototype.connect = function (this: AudioNode, to: AudioNode) {
      if (to instanceof AudioDestinationNode) {
        meter = this.context.createAnalyser();
        connect.call(this, meter);
      }
      return connect.call(this, to);
    } as typeof AudioNode.prototype.connect;
  });
  await enter(page, request);
  await newSongByHand(page, 'Quay kit');
  expect(await page.evaluate(() => window.isSecureContext)).toBe(false);
  expect(await page.evaluate(() => 'audioWorklet' in AudioContext.prototype)).toBe(false);
  for (const step of [0, 4, 8, 12])
    await page
      .getByRole('checkbox', { name: /^Kick / })
      .nth(step)
      .tap();
  await page.getByTestId('play').tap();
  await expect(page.getByTestId('pass')).toBeVisible();
  await expect.poll(() => page.evaluate(() => (window as unknown as { loudest: () => number }).loudest())).toBeGreaterThan(0.02);
  expect(await savedNotes(page)).toHaveLength(4);
});

test(
  'another device is asked for the code once, five tries a minute, and can be sent away again',
  { tag: '@again' },
  async ({ page, request, context }) => {
    await page.goto('/settings');
    await expect(page.getByRole('heading', { name: 'Enter the code' })).toBeVisible();
    await page.getByRole('textbox', { name: 'Code' }).fill('0000 0000');
    await page.getByRole('button', { name: 'Enter', exact: true }).tap();
    await expect(page.getByRole('alert')).toContainText('This is not the code');
    await page.getByRole('textbox', { name: 'Code' }).fill(await shownCode(request));
    await page.keyboard.press('Enter');
    // It goes on to where it was going.
    await expect(page.getByRole('heading', { name: 'Settings' })).toBeVisible();
    await expect(page.getByText('(this one)')).toBeVisible();
    const [cookie] = await context.cookies();
    expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'Strict' });

    await page.getByRole('group').filter({ hasText: '(this one)' }).getByRole('button', { name: 'Send away' }).tap();
    await expect(page.getByRole('heading', { name: 'Enter the code' })).toBeVisible();
  },
);
