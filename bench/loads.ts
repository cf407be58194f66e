import type { Browser, Page } from '@playwright/test';
import { readdirSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { median, RUNS, type Figure } from './figure';
import type { Served } from './serve';
import { owned, songOf } from './song';

const WIDE = { width: 1280, height: 800 };
/** Time for a song to be kept after it was opened, in milliseconds. */
const KEPT_MS = 2500;

/** The scripts of the app by when they are fetched: until a note can be drawn, and those that come with the sheets and lists that need them. */
export async function scriptFigures(browser: Browser, { address, queries }: Served, root: string): Promise<Figure[]> {
  const folder = join(root, 'app/dist/_expo/static/js/web');
  const document = songOf(16, { spacing: 20_160 });
  await queries.create({ ...document, song: { ...document.song, id: 'scripts' }, ...owned(document, 'scripts') });
  const context = await browser.newContext({ viewport: WIDE });
  const page = await context.newPage();
  const fetched = new Set<string>();
  page.on('request', (request) => fetched.add(basename(new URL(request.url()).pathname)));
  await page.goto(`${address}/song/scripts/pattern/${document.placements[0]!.id}`);
  await page.getByTestId('notes-grid').waitFor();
  const first = new Set(fetched);
  await context.close();
  const kilobytes = (isCounted: (name: string) => boolean) =>
    readdirSync(folder)
      .filter((name) => name.endsWith('.js') && isCounted(name))
      .reduce((sum, name) => sum + gzipSync(readFileSync(join(folder, name))).length / 1000, 0);
  const figure = (what: string, ratio: number, limit: number): Figure => ({
    what,
    ratio,
    limit,
    better: 'lower',
    plain: `${ratio.toFixed(0)} kB`,
  });
  return [
    figure(
      'kB of scripts fetched until a note can be drawn, gzip',
      kilobytes((name) => first.has(name)),
      710,
    ),
    figure(
      'kB of scripts that come later, with what needs them, gzip',
      kilobytes((name) => !first.has(name)),
      60,
    ),
  ];
}

/** Milliseconds from asking for a page in a fresh browser profile until an element has been painted, by the page's own clock: the answer
 *  to a question from outside would come when the page has time for it. */
async function loadMs(browser: Browser, address: string, testId: string): Promise<number> {
  const context = await browser.newContext({ viewport: WIDE, serviceWorkers: 'block' });
  const ms = await paintedMs(await context.newPage(), address, testId);
  await context.close();
  return ms;
}

async function paintedMs(page: Page, address: string, testId: string): Promise<number> {
  await page.addInitScript((sought) => {
    const watching = new MutationObserver(() => {
      if (!document.querySelector(`[data-testid=${sought}]`)) return;
      watching.disconnect();
      requestAnimationFrame(() => {
        const painted = new MessageChannel();
        painted.port1.onmessage = () => Object.assign(window, { paintedAt: performance.now() });
        painted.port2.postMessage(null);
      });
    });
    watching.observe(document, { childList: true, subtree: true });
  }, testId);
  await page.goto(address, { waitUntil: 'commit' });
  const paintedAt = await page.waitForFunction(() => (window as unknown as { paintedAt?: number }).paintedAt);
  return (await paintedAt.jsonValue())!;
}

/** A song opened by a start without a network, beside the same start with one, in a browser that keeps the app. */
export async function offlineFigure(browser: Browser, { address, queries }: Served): Promise<Figure> {
  const document = songOf(16, { spacing: 20_160 });
  await queries.create({ ...document, song: { ...document.song, id: 'cold' }, ...owned(document, 'cold') });
  const context = await browser.newContext({ viewport: WIDE });
  const song = `${address}/song/cold/pattern/${document.placements[0]!.id}`;
  const kept = await context.newPage();
  await kept.goto(song);
  await kept.waitForFunction(() => navigator.serviceWorker.controller !== null);
  await kept.waitForTimeout(KEPT_MS);
  await kept.close();
  const start = async (isOffline: boolean) => {
    await context.setOffline(isOffline);
    const page = await context.newPage();
    const ms = await paintedMs(page, song, 'notes-grid');
    await page.close();
    return ms;
  };
  const [online, offline]: number[][] = [[], []];
  for (let run = 0; run <= RUNS; run++) {
    online!.push(await start(false));
    offline!.push(await start(true));
  }
  await context.close();
  const [away, there] = [median(offline!.slice(1)), median(online!.slice(1))];
  return {
    what: 'a cold start without a network until a note can be drawn, over one with it',
    ratio: away / there,
    limit: 1.5,
    better: 'lower',
    plain: `${away.toFixed(0)} ms over ${there.toFixed(0)} ms`,
  };
}

export async function firstLoadFigure(browser: Browser, { address, queries }: Served, emptyAddress: string): Promise<Figure> {
  const document = songOf(16, { spacing: 20_160 });
  await queries.create({ ...document, song: { ...document.song, id: 'first' }, ...owned(document, 'first') });
  const ours: number[] = [];
  const bare: number[] = [];
  for (let run = 0; run <= RUNS; run++) {
    bare.push(await loadMs(browser, emptyAddress, 'there'));
    ours.push(await loadMs(browser, `${address}/song/first/pattern/${document.placements[0]!.id}`, 'notes-grid'));
  }
  const [own, least] = [median(ours.slice(1)), median(bare.slice(1))];
  return {
    what: 'first load until a note can be drawn, over an empty page of the same framework',
    ratio: own / least,
    limit: 2,
    better: 'lower',
    plain: `${own.toFixed(0)} ms over ${least.toFixed(0)} ms`,
  };
}
