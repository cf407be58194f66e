import { chromium, type Browser, type BrowserContext, type Locator, type Page } from '@playwright/test';
import { join } from 'node:path';
import { CHROMIUM, CHROMIUM_FLAGS } from '../e2e/support/chromium';
import type { Document } from '../core/src';
import { median, percentile, RUNS, type Figure } from './figure';
import { firstLoadFigure, offlineFigure, scriptFigures } from './loads';
import { served, type Served } from './serve';
import { owned, songOf } from './song';

const WIDE = { width: 1280, height: 800 };
/** How many of the 5,000 notes a drag takes along; they are the loudest. */
const DRAGGED = 500;

/** All that is measured in the real browser, on the built app. */
export async function* browserFigures(root: string): AsyncGenerator<Figure> {
  const app = await served(root);
  const empty = await served(root, join(root, 'bench/dist/empty'));
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_FLAGS });
  try {
    yield* await scriptFigures(browser, app, root);
    yield await firstLoadFigure(browser, app, empty.address);
    yield await offlineFigure(browser, app);
    yield* await dragFigures(browser, app);
    yield* await largePatternFigures(browser, app);
    yield await heapFigure(browser, app);
  } finally {
    await browser.close();
    app.close();
    empty.close();
  }
}

const SIXTEENTH = 5_040;

/** A song of four-note chords on every sixteenth, opened. */
async function openSong(browser: Browser, app: Served, id: string, count: number): Promise<Page> {
  const document = songOf(count, {
    spacing: SIXTEENTH,
    together: 4,
    velocity: (index) => (index % Math.max(1, count / DRAGGED) === 0 ? 127 : 60),
  });
  return openIn(await browser.newContext({ viewport: WIDE }), app, document, id);
}

/** A made-up song under an id of its own, opened. */
export async function openIn(context: BrowserContext, { address, queries }: Served, document: Document, id: string): Promise<Page> {
  await queries.create({ ...document, song: { ...document.song, id }, ...owned(document, id) });
  const page = await context.newPage();
  await page.goto(`${address}/song/${id}/pattern/${document.placements[0]!.id}`);
  await page.getByTestId('notes-grid').or(page.getByTestId('steps-grid')).waitFor();
  await page.waitForTimeout(500);
  return page;
}

/** Milliseconds from a press until what `selector` names has been painted, by the page's own clock. */
export async function paintedAfter(page: Page, press: Locator, selector: string): Promise<number> {
  await page.evaluate((sought) => {
    addEventListener(
      'click',
      ({ timeStamp }) => {
        const watching = new MutationObserver(() => {
          if (!document.querySelector(sought)) return;
          watching.disconnect();
          requestAnimationFrame(() => {
            const painted = new MessageChannel();
            painted.port1.onmessage = () => Object.assign(window, { tookMs: performance.now() - timeStamp });
            painted.port2.postMessage(null);
          });
        });
        watching.observe(document, { childList: true, subtree: true });
      },
      { capture: true, once: true },
    );
  }, selector);
  await press.click();
  const took = await page.waitForFunction(() => (window as unknown as { tookMs?: number }).tookMs);
  return (await took.jsonValue())!;
}

/** Begins to write down, in the page, the time between frames and from each pointer event to the paint after it. */
export async function watch(page: Page): Promise<void> {
  await page.evaluate(watchFrames);
  await page.evaluate(() => {
    const all = (window as unknown as { seen: Seen }).seen;
    const painted = (event: Event) =>
      requestAnimationFrame(() => {
        const channel = new MessageChannel();
        channel.port1.onmessage = () => all.paints.push(performance.now() - event.timeStamp);
        channel.port2.postMessage(null);
      });
    for (const type of ['pointermove', 'wheel', 'keydown']) addEventListener(type, painted, { capture: true, passive: true });
  });
}

export async function seen(page: Page): Promise<Pick<Seen, 'frames' | 'paints'>> {
  return page.evaluate(seenInPage);
}

interface Seen {
  readonly frames: number[];
  readonly paints: number[];
  isOn: boolean;
}

/** Runs in the page: begins to write down how long frames take. */
export function watchFrames(): void {
  const all: Seen = { frames: [], paints: [], isOn: true };
  Object.assign(window, { seen: all });
  let last = performance.now();
  const frame = (now: number) => {
    all.frames.push(now - last);
    last = now;
    if (all.isOn) requestAnimationFrame(frame);
  };
  requestAnimationFrame(frame);
}

/** Runs in the page: what has been written down; no more is. */
export function seenInPage(): Pick<Seen, 'frames' | 'paints'> {
  const all = (window as unknown as { seen: Seen }).seen;
  all.isOn = false;
  return { frames: all.frames.slice(2), paints: all.paints };
}

const FRAME_MS = 1000 / 60;

export function frameFigure(what: string, runs: readonly number[]): Figure {
  const p95 = median(runs);
  // The page's clock counts in tenths of a millisecond: two frames come out as 33.3 or 33.4.
  return { what, ratio: Math.round((p95 / FRAME_MS) * 100) / 100, limit: 2, better: 'lower', plain: `${p95.toFixed(1)} ms` };
}

export async function selectLoud(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Louder or softer: set up the rule' }).click();
  await page.getByRole('slider', { name: 'Than velocity' }).fill('120');
  await page.getByRole('button', { name: 'Keep the selection' }).click();
}

async function dragFigures(browser: Browser, app: Served): Promise<Figure[]> {
  const page = await openSong(browser, app, 'drag', 5_000);
  await selectLoud(page);
  // Of every ten notes the first is loud: the fifth of them, the 41st in all, stands on the eleventh sixteenth. Four bars are in view.
  const grid = (await page.getByTestId('notes-grid').boundingBox())!;
  const row = (await page.getByText('B♭3', { exact: true }).first().boundingBox())!;
  const from = { x: grid.x + (10.4 * (grid.width - 8)) / 64, y: row.y + row.height / 2 };
  const frames: number[] = [];
  const paints: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(from.x + 20, from.y, { steps: 3 });
    await watch(page);
    for (let step = 0; step < 60; step++) {
      await page.mouse.move(from.x + 20 + 60 * Math.sin(step / 8), from.y + 40 * Math.cos(step / 8));
      await page.waitForTimeout(12);
    }
    const measured = await seen(page);
    frames.push(percentile(measured.frames, 0.95));
    paints.push(percentile(measured.paints, 0.95));
    await page.keyboard.press('Escape');
    await page.mouse.up();
  }
  const held: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    await watch(page);
    for (let press = 0; press < 24; press++) {
      await page.keyboard.down(run % 2 ? 'ArrowLeft' : 'ArrowRight');
      await page.waitForTimeout(30);
    }
    held.push(percentile((await seen(page)).frames, 0.95));
    // Letting go makes the Change; that is one edit, and no frame of holding.
    await page.keyboard.up(run % 2 ? 'ArrowLeft' : 'ArrowRight');
    await page.waitForTimeout(500);
  }
  await page.context().close();
  return [
    frameFigure('dragging 500 selected of 5,000 notes: frame p95, in frames of a 60th of a second', frames),
    frameFigure('the same: pointer to paint p95', paints),
    frameFigure('nudge held down on 500 of 5,000 notes: frame p95', held),
  ];
}

async function largePatternFigures(browser: Browser, app: Served): Promise<Figure[]> {
  const page = await openSong(browser, app, 'large', 20_000);
  const grid = (await page.getByTestId('notes-grid').boundingBox())!;
  await page.mouse.move(grid.x + grid.width / 2, grid.y + grid.height / 2);
  const measure = async (turn: (step: number) => Promise<void>) => {
    const runs: number[] = [];
    for (let run = 0; run < RUNS; run++) {
      await watch(page);
      for (let step = 0; step < 50; step++) {
        await turn(step);
        await page.waitForTimeout(10);
      }
      runs.push(percentile((await seen(page)).frames, 0.95));
    }
    return runs;
  };
  const scrolled = await measure(() => page.mouse.wheel(60, 6));
  await page.keyboard.down('Control');
  const zoomed = await measure((step) => page.mouse.wheel(0, step % 10 < 5 ? -30 : 30));
  await page.keyboard.up('Control');
  await page.context().close();
  return [
    frameFigure('a 20,000-note pattern scrolled: frame p95', scrolled),
    frameFigure('a 20,000-note pattern zoomed: frame p95', zoomed),
  ];
}

const EDITS_IN_A_RUN = 20;

async function heapFigure(browser: Browser, app: Served): Promise<Figure> {
  const page = await openSong(browser, app, 'heap', 64);
  const session = await page.context().newCDPSession(page);
  await page.keyboard.press('Control+a');
  const heap = async () => {
    // The browser's own database still has writing to do when all is saved, and keeps what it writes until then.
    await page.waitForTimeout(8000);
    await session.send('HeapProfiler.collectGarbage');
    const { usedSize } = await session.send('Runtime.getHeapUsage');
    return usedSize;
  };
  const edit = async (times: number) => {
    // In runs, as a person works: hundreds of unsent edits at once would stay in memory with the last state that React keeps.
    for (let count = 0; count < times; count++) {
      await page.keyboard.press(count % 2 ? 'ArrowLeft' : 'ArrowRight');
      if (count % EDITS_IN_A_RUN === EDITS_IN_A_RUN - 1) await page.getByText('Saved', { exact: true }).waitFor({ timeout: 60_000 });
    }
  };
  await edit(100);
  const early = await heap();
  await edit(900);
  const late = await heap();
  await page.context().close();
  const megabytes = (bytes: number) => (bytes / 1e6).toFixed(1);
  return {
    what: 'heap after 1,000 edits over heap after 100',
    ratio: late / early,
    limit: 1.1,
    better: 'lower',
    plain: `${megabytes(late)} MB over ${megabytes(early)} MB`,
  };
}
