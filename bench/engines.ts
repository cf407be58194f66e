import { chromium } from '@playwright/test';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openGecko } from '../e2e/engines/gecko';
import { Hand, until, type Point } from '../e2e/engines/hand';
import { openSink } from '../e2e/engines/sink';
import { openWebKit } from '../e2e/engines/webkit';
import { PHONE, type ActionSource, type EngineWindow } from '../e2e/engines/window';
import { CHROMIUM, CHROMIUM_FLAGS } from '../e2e/support/chromium';
import { frameFigure, seenInPage, watchFrames } from './browser';
import { served } from './serve';
import { median, percentile, RUNS, type Figure } from './figure';
import { owned, songOf } from './song';

const SIXTEENTH = 5_040;
const STEPS = 50;
const STEP_MS = 16;

/** Latencies a thumb feels with 2,000 notes in a window of a phone's size, in each engine: two fingers (or a wheel, where there is no touch) scroll,
 *  one drags a note. */
export async function* engineFigures(root: string): AsyncGenerator<Figure> {
  const app = await served(root);
  const document = songOf(2_000, { spacing: SIXTEENTH, together: 4 });
  await app.queries.create({ ...document, song: { ...document.song, id: 'engines' }, ...owned(document, 'engines') });
  const address = `${app.address}/song/engines/pattern/${document.placements[0]!.id}`;
  const folder = mkdtempSync(join(tmpdir(), 'yibbo-bench-'));
  const sink = await openSink(join(folder, 'sound'));
  const engines = { Chromium: openChromium, Gecko: openGecko, WebKit: openWebKit };
  try {
    for (const [name, open] of Object.entries(engines)) {
      const window = await open(join(folder, name), sink.server);
      yield* await framesIn(window, name, address).finally(() => window.close());
    }
  } finally {
    await sink.close();
    rmSync(folder, { recursive: true, force: true });
    app.close();
  }
}

async function framesIn(window: EngineWindow, name: string, address: string): Promise<Figure[]> {
  await window.go(address);
  const grid = await new Hand(window).boxOf('testid=notes-grid');
  const middle = { x: grid.x + grid.width / 2, y: grid.y + grid.height / 2 };
  const scroll = window.finger === 'touch' ? twoFingers(middle) : wheel(middle);
  const scrolled = await frames(window, async () => scroll);
  const dragged = await frames(window, async () => [drag(window, await until('a note', () => window.run(noteInPage)))]);
  return [
    frameFigure(`${name}: 2,000 notes scrolled: frame p95, in frames of a 60th of a second`, scrolled),
    frameFigure(`${name}: the same: a note dragged`, dragged),
  ];
}

async function frames(window: EngineWindow, sources: () => Promise<readonly ActionSource[]>): Promise<number[]> {
  const runs: number[] = [];
  for (let run = 0; run <= RUNS; run++) {
    const acts = await sources();
    await window.run(watchFrames);
    await window.act(acts);
    runs.push(percentile((await window.run(seenInPage)).frames, 0.95));
    await new Promise((resolve) => setTimeout(resolve, 300));
  }
  return [median(runs.slice(1))];
}

function finger(id: string, pointerType: 'touch' | 'mouse', path: (step: number) => Point): ActionSource {
  const move = (step: number, duration: number) => {
    const { x, y } = path(step);
    return { type: 'pointerMove', x: Math.round(x), y: Math.round(y), duration };
  };
  const way = Array.from({ length: STEPS }, (_, step) => move(step + 1, STEP_MS));
  const actions = [move(0, 0), { type: 'pointerDown', button: 0 }, ...way, { type: 'pointerUp', button: 0 }];
  return { type: 'pointer', id, parameters: { pointerType }, actions };
}

function twoFingers({ x, y }: Point): ActionSource[] {
  const by = (step: number) => 90 * Math.sin(step / 10);
  return [-40, 40].map((away) => finger(`finger ${away}`, 'touch', (step) => ({ x: x + away - by(step), y })));
}

function wheel({ x, y }: Point): ActionSource[] {
  const turn = (step: number) => ({
    type: 'scroll',
    x: Math.round(x),
    y: Math.round(y),
    deltaX: Math.round(9 * Math.cos(step / 10)),
    deltaY: 0,
    duration: STEP_MS,
  });
  return [{ type: 'wheel', id: 'wheel', actions: Array.from({ length: STEPS }, (_, step) => turn(step)) }];
}

function drag(window: EngineWindow, from: Point): ActionSource {
  return finger('finger', window.finger, (step) => ({ x: from.x + 50 * Math.sin(step / 8), y: from.y + 40 * Math.sin(step / 5) + step }));
}

/** Runs in the page: the middle of a note that is well inside the grid, and long enough not to be taken by its end. */
function noteInPage(): Point | null {
  const { left, right, top, bottom } = document.querySelector('[data-testid=notes-grid]')!.getBoundingClientRect();
  for (const note of document.querySelectorAll('[role=option]')) {
    const { x, y, width, height } = note.getBoundingClientRect();
    const isInside = x > left + 80 && x < right - 80 && y > top + 60 && y < bottom - 60;
    if (isInside && width > 18) return { x: x + width / 2, y: y + height / 2 };
  }
  return null;
}

/** Chromium steered the same way, so that all three do the same. */
async function openChromium(downloads: string): Promise<EngineWindow> {
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_FLAGS });
  const page = await browser.newPage({ viewport: PHONE, hasTouch: true, isMobile: true });
  const session = await page.context().newCDPSession(page);
  const act = async (sources: readonly ActionSource[]) => {
    for (let tick = 0; tick < sources[0]!.actions.length; tick++) {
      const touchPoints = sources.map(({ actions }, id) => ({ ...placeAt(actions, tick), id }));
      const { type, duration } = sources[0]!.actions[tick]!;
      if (type === 'pointerMove' && tick > 0) await session.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints });
      if (type === 'pointerDown') await session.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints });
      if (type === 'pointerUp') await session.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
      if (duration) await page.waitForTimeout(Number(duration));
    }
  };
  return {
    finger: 'touch',
    downloads,
    go: async (url) => void (await page.goto(url)),
    run: (body, ...given) => page.evaluate(`(${String(body)})(...${JSON.stringify(given)})`),
    act,
    choose: (selector, path) => page.setInputFiles(selector, path),
    screenshot: () => page.screenshot(),
    close: () => browser.close(),
  };
}

/** Where a pointer has come to at a tick of its actions. */
function placeAt(actions: ActionSource['actions'], tick: number): Point {
  const { x, y } = actions.slice(0, tick + 1).findLast(({ type }) => type === 'pointerMove')!;
  return { x: Number(x), y: Number(y) };
}
