import { chromium, type Browser, type Page } from '@playwright/test';
import { CHROMIUM, CHROMIUM_FLAGS } from '../e2e/support/chromium';
import type { Change, LanePoint } from '../core/src';
import { frameFigure, openIn, paintedAfter, seen, selectLoud, watch } from './browser';
import { served, type Served } from './serve';
import { median, percentile, RUNS, type Figure } from './figure';
import { newId, songOf } from './song';

const WIDE = { viewport: { width: 1280, height: 800 } };
const SIXTEENTH = 5_040;
const NOTES = 5_000;
const STEPS = 10_000;
const POINTS = 10_000;

/** Editing in the real browser: a trial's slider, a large undo, a long history, a lane full of points. */
export async function* editingFigures(root: string): AsyncGenerator<Figure> {
  const app = await served(root);
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_FLAGS });
  try {
    yield await sliderFigure(browser, app);
    yield await undoFigure(browser, app);
    yield await historyFigure(browser, app);
    yield await laneFigure(browser, app);
  } finally {
    await browser.close();
    app.close();
  }
}

/** 5,000 notes on ten rows of 500. */
function manyRows() {
  const document = songOf(NOTES, { spacing: SIXTEENTH, together: 10 });
  const [patternId] = Object.keys(document.notes) as [string];
  return {
    ...document,
    notes: {
      [patternId]: document.notes[patternId]!.map((note, index) => ({
        ...note,
        pitch: 60 + (index % 10),
        velocity: index % 10 === 0 ? 127 : 60,
      })),
    },
  };
}

async function sliderFigure(browser: Browser, app: Served): Promise<Figure> {
  const page = await openIn(await browser.newContext(WIDE), app, manyRows(), 'slider');
  await selectLoud(page);
  await page.getByRole('button', { name: 'Louder / softer: try with settings' }).click();
  const slider = page.getByTestId('trial').getByRole('slider').first();
  const box = (await slider.boundingBox())!;
  const runs: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    await page.mouse.move(box.x + 20, box.y + box.height / 2);
    await page.mouse.down();
    await watch(page);
    for (let step = 0; step < 60; step++) {
      await page.mouse.move(box.x + 20 + (step / 60) * (box.width - 40), box.y + box.height / 2);
      await page.waitForTimeout(12);
    }
    runs.push(percentile((await seen(page)).frames, 0.95));
    await page.mouse.up();
  }
  await page.context().close();
  return frameFigure("a trial's slider dragged on 500 of 5,000 notes: frame p95, in frames of a 60th of a second", runs);
}

/** Milliseconds from the next key or press to the paint after what it does, by the page's own clock. */
async function paintAfter(page: Page, act: () => Promise<void>): Promise<number> {
  await page.evaluate(() => {
    const begin = (event: Event) => {
      // A modifier comes before the key it is for.
      if (event instanceof KeyboardEvent && ['Control', 'Shift'].includes(event.key)) return;
      const { timeStamp } = event;
      for (const type of ['keydown', 'click']) removeEventListener(type, begin, true);
      requestAnimationFrame(() => {
        const painted = new MessageChannel();
        painted.port1.onmessage = () => Object.assign(window, { tookMs: performance.now() - timeStamp });
        painted.port2.postMessage(null);
      });
    };
    Object.assign(window, { tookMs: null });
    for (const type of ['keydown', 'click']) addEventListener(type, begin, true);
  });
  await act();
  const took = await page.waitForFunction(() => (window as unknown as { tookMs: number | null }).tookMs);
  return (await took.jsonValue())!;
}

async function undoFigure(browser: Browser, app: Served): Promise<Figure> {
  const page = await openIn(await browser.newContext(WIDE), app, manyRows(), 'undone');
  await page.keyboard.press('Control+a');
  await page.keyboard.press('ArrowRight');
  await page.waitForTimeout(500);
  const runs: number[] = [];
  for (let run = 0; run <= RUNS; run++) {
    for (const keys of ['Control+z', 'Control+Shift+z']) {
      const took = await paintAfter(page, () => page.keyboard.press(keys));
      if (run > 0) runs.push(took);
      await page.waitForTimeout(400);
    }
  }
  await page.context().close();
  const worst = Math.max(...runs);
  return {
    what: 'ms until undo, or redo, of a change of 5,000 notes is painted',
    ratio: median(runs),
    limit: 100,
    better: 'lower',
    plain: `${worst.toFixed(0)} ms at most`,
  };
}

async function historyFigure(browser: Browser, app: Served): Promise<Figure> {
  const song = songOf(16, { spacing: SIXTEENTH });
  const page = await openIn(await browser.newContext(WIDE), app, song, 'history');
  const [patternId] = Object.keys(song.notes) as [string];
  const [note] = song.notes[patternId]!;
  let velocity = note!.velocity;
  for (let base = 0; base < STEPS; base += 500) {
    const changes = Array.from({ length: 500 }, (_, index): Change => {
      const to = 1 + ((velocity + 1) % 126);
      const fields: Record<string, [unknown[], unknown[]]> = { velocity: [[velocity], [to]] };
      velocity = to;
      return {
        id: newId(),
        label: `Velocity ${base + index}`,
        at: base + index,
        device: 'bench',
        entries: [{ kind: 'edit', of: 'notes', in: patternId, ids: [note!.id], fields }],
      };
    });
    const answer = await fetch(`${app.address}/api/songs/history/changes`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ base, changes }),
    });
    if (!answer.ok) throw new Error(`The steps were refused: ${answer.status} ${await answer.text()}`);
  }
  const runs: number[] = [];
  for (let run = 0; run <= RUNS; run++) {
    await page.goto(`${app.address}/song/history`);
    await page.locator('[data-placement]').first().waitFor();
    await page.waitForTimeout(800);
    await page.getByRole('button', { name: 'Song: tempo, send out' }).first().click();
    const press = page.getByRole('button', { name: 'History', exact: true });
    await press.waitFor();
    runs.push(await paintedAfter(page, press, '[aria-label=Steps] [role=listitem]'));
  }
  await page.context().close();
  const ms = median(runs.slice(1));
  return {
    what: 'ms until a history of 10,000 steps is open',
    ratio: ms,
    limit: 300,
    better: 'lower',
    plain: `${Math.max(...runs.slice(1)).toFixed(0)} ms at most`,
  };
}

async function laneFigure(browser: Browser, app: Served): Promise<Figure> {
  const document = songOf(500, { spacing: SIXTEENTH });
  const [patternId] = Object.keys(document.notes) as [string];
  const { length } = document.patterns[0]!;
  const lane = { id: 'filter', patternId, target: 'cc:74' };
  const points = Array.from({ length: POINTS }, (_, index): LanePoint => ({
    id: `point-${String(index).padStart(6, '0')}`,
    laneId: 'filter',
    tick: Math.floor((index * length) / POINTS),
    value: Math.round(64 + 60 * Math.sin(index / 9)),
    shape: 'straight',
  }));
  const page = await openIn(await browser.newContext(WIDE), app, { ...document, lanes: [lane], lanePoints: { filter: points } }, 'lane');
  await page.getByRole('button', { name: 'Lanes …' }).click();
  await page.getByRole('button', { name: 'Filter', exact: true }).click();
  await page.getByTestId('lane cc:74').waitFor();
  await page.keyboard.press('0');
  await page.getByTestId('notes-grid').hover();
  const runs: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    // All of it in view first, then a part, so that windows of it are drawn anew while it scrolls.
    if (run === 1) for (let press = 0; press < 6; press++) await page.keyboard.press('5');
    await watch(page);
    for (let step = 0; step < 60; step++) {
      await page.mouse.wheel(run % 2 ? 90 : -90, 0);
      await page.waitForTimeout(12);
    }
    runs.push(percentile((await seen(page)).frames, 0.95));
  }
  await page.context().close();
  return frameFigure('a lane of 10,000 points scrolled with its notes: frame p95, in frames of a 60th of a second', runs);
}
