import { chromium, type CDPSession, type Page } from '@playwright/test';
import { CHROMIUM, CHROMIUM_FLAGS } from '../e2e/support/chromium';
import { newSong, newTrack, soundById, withTrack, type Document, type Note } from '../core/src';
import { frameFigure, openIn, seen, watch } from './browser';
import { served } from './serve';
import { median, percentile, RUNS, type Figure } from './figure';
import { newId, songOf } from './song';

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };
/** A phone's processor beside this machine's. */
const SLOWER = 4;
const SIXTEENTH = 5_040;
const TAP_LIMIT_MS = 100;

/** Latencies a thumb feels on a phone, with the processor slowed. */
export async function* phoneFigures(root: string): AsyncGenerator<Figure> {
  const app = await served(root);
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_FLAGS });
  const open = async (document: Document, id: string) => {
    const page = await openIn(await browser.newContext(PHONE), app, document, id);
    const session = await page.context().newCDPSession(page);
    await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
    return { page, session };
  };
  try {
    yield* await notesFigures(open);
    yield* await drumFigures(open);
  } finally {
    await browser.close();
    app.close();
  }
}

type Open = (document: Document, id: string) => Promise<{ page: Page; session: CDPSession }>;

type Point = { x: number; y: number };

const touch = (session: CDPSession, type: 'touchStart' | 'touchMove' | 'touchEnd', points: readonly Point[]) =>
  session.send('Input.dispatchTouchEvent', { type, touchPoints: points.map((point, id) => ({ ...point, id })) });

/** Frame times, at the 95th hundredth, while fingers go along a path. */
async function framesOf(page: Page, session: CDPSession, path: (step: number) => Point[], settleMs = 0): Promise<number> {
  const runs: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    await touch(session, 'touchStart', path(0));
    if (settleMs) await page.waitForTimeout(settleMs);
    for (let step = 1; step < 4; step++) await touch(session, 'touchMove', path(step));
    await page.waitForTimeout(200);
    await watch(page);
    for (let step = 4; step < 50; step++) {
      await touch(session, 'touchMove', path(step));
      await page.waitForTimeout(12);
    }
    runs.push(percentile((await seen(page)).frames, 0.95));
    await page.keyboard.press('Escape');
    await touch(session, 'touchEnd', []);
    await page.waitForTimeout(300);
  }
  return median(runs);
}

async function notesFigures(open: Open): Promise<Figure[]> {
  const { page, session } = await open(songOf(2_000, { spacing: SIXTEENTH, together: 4 }), 'phone');
  const grid = (await page.getByTestId('notes-grid').boundingBox())!;
  const [x, y] = [grid.x + grid.width / 2, grid.y + grid.height / 2];
  const scrolled = await framesOf(page, session, (step) => {
    const by = 90 * Math.sin(step / 10);
    return [
      { x: x - 40 - by, y },
      { x: x + 40 - by, y },
    ];
  });
  const note = (await page.getByRole('option').nth(5).boundingBox())!;
  const dragged = await framesOf(page, session, (step) => [
    { x: note.x + 4 + 50 * Math.sin(step / 8), y: note.y + note.height / 2 + 40 * Math.sin(step / 5) },
  ]);
  await page.getByTestId('play').tap();
  await page.waitForTimeout(1500);
  const playing: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    await watch(page);
    await page.waitForTimeout(1200);
    playing.push(percentile((await seen(page)).frames, 0.95));
  }
  await page.context().close();
  return [
    frameFigure('on a phone 4x slower, 2,000 notes scrolled: frame p95', [scrolled]),
    frameFigure('the same: a note dragged', [dragged]),
    frameFigure('the same: while it plays', playing),
  ];
}

/** A kit's hits on every sixteenth of some bars. */
function drumsOf(count: number, bars: number): Document {
  const song = newSong('song', 'Bench drums', 1);
  const parts = newTrack(song, soundById('quay-kit', 'drums'), newId, bars);
  const kit = parts.track.rows.map(({ pitch }) => pitch);
  const notes = Array.from({ length: count }, (_, index): Note => {
    const step = index % (16 * bars);
    const row = Math.floor(index / (16 * bars));
    return { id: newId(), patternId: parts.pattern.id, start: step * SIXTEENTH, length: SIXTEENTH, pitch: kit[row]!, velocity: 90 };
  });
  return { ...withTrack(song, parts), notes: { [parts.pattern.id]: notes } };
}

async function drumFigures(open: Open): Promise<Figure[]> {
  const { page, session } = await open(drumsOf(300, 4), 'drums');
  const cell = page.getByRole('checkbox');
  const painted: number[] = [];
  for (let tap = 0; tap < 12; tap++) {
    const box = (await cell.nth(tap % 3).boundingBox())!;
    painted.push(await tapToPaint(page, session, { x: box.x + box.width / 2, y: box.y + box.height / 2 }));
    await page.waitForTimeout(500);
  }
  const tapMs = median(painted.slice(2));
  await page.getByRole('button', { name: 'Steps: show as Notes' }).tap();
  await page.getByTestId('notes-grid').waitFor();
  await page.keyboard.press('Control+a');
  await page.waitForTimeout(500);
  const note = (await page.getByRole('option').nth(5).boundingBox())!;
  const dragged = await framesOf(page, session, (step) => [
    { x: note.x + 4 + 50 * Math.sin(step / 8), y: note.y + note.height / 2 + 40 * Math.sin(step / 5) },
  ]);
  await page.context().close();
  return [
    frameFigure('on a phone 4x slower, 300 drum hits dragged: frame p95', [dragged]),
    {
      what: 'on a phone 4x slower, from a tap in Steps until it is painted, over 100 ms',
      ratio: tapMs / TAP_LIMIT_MS,
      limit: 1,
      better: 'lower',
      plain: `${tapMs.toFixed(0)} ms`,
    },
  ];
}

/** Milliseconds from a finger's lift until the browser shows what came of it, by the browser's own account. */
async function tapToPaint(page: Page, session: CDPSession, at: Point): Promise<number> {
  await page.evaluate(() => {
    const tapped = { ms: 0 };
    Object.assign(window, { tapped });
    const observer = new PerformanceObserver((list) => {
      for (const { name, duration } of list.getEntries()) if (name === 'pointerup') tapped.ms = duration;
      if (tapped.ms) observer.disconnect();
    });
    observer.observe({ type: 'event', durationThreshold: 16 } as PerformanceObserverInit);
  });
  await touch(session, 'touchStart', [at]);
  await page.waitForTimeout(60);
  await touch(session, 'touchEnd', []);
  const ms = await page.waitForFunction(() => (window as unknown as { tapped: { ms: number } }).tapped.ms || undefined);
  return (await ms.jsonValue())!;
}
