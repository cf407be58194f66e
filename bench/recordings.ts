import { chromium, type Page } from '@playwright/test';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { CHROMIUM, CHROMIUM_FLAGS } from '../e2e/support/chromium';
import { copySong } from '../core/src';
import { HitFinder } from '../core/src/hits';
import { wavOf } from '../e2e/support/made-sound';
import { frameFigure, paintedAfter, seen, watch } from './browser';
import { served, type Served } from './serve';
import { median, percentile, RUNS, time, type Figure } from './figure';
import { songOf } from './song';

const RATE = 48_000;
const MINUTES = 5;
const PHONE = { width: 390, height: 844 };

/** Five minutes of strokes over a little noise. */
function strokes(): Float64Array {
  let state = 1;
  const noise = () => (state = (state * 16_807) % 2_147_483_647) / 1_073_741_824 - 1;
  return Float64Array.from({ length: MINUTES * 60 * RATE }, (_, at) => {
    const since = at % 14_400;
    return 0.01 * noise() + 0.5 * Math.exp(-since / 2400) * noise();
  });
}

/** Recordings: listened to in Node; pictured and opened in the real browser. */
export async function* recordingFigures(root: string): AsyncGenerator<Figure> {
  const samples = strokes();
  yield listenFigure(samples);
  const app = await served(root);
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_FLAGS });
  try {
    await app.queries.create(copySong(songOf(2000), 'plain', 'Without'));
    await app.queries.create(copySong(songOf(2000), 'recorded', 'With it'));
    const context = await browser.newContext({ viewport: PHONE, hasTouch: true });
    const page = await context.newPage();
    await addRecording(page, app, wavOf(samples));
    yield await scrolledFigure(page);
    yield await openFigure(page, app);
  } finally {
    await browser.close();
    app.close();
  }
}

/** Both sides are there, and are mixed as the worker does. */
function listenFigure(samples: Float64Array): Figure {
  const [left, right] = [Float32Array.from(samples), Float32Array.from(samples)];
  const ms = time(() => {
    const finder = new HitFinder();
    for (let at = 0; at < left.length; at += 262_144) {
      const piece = new Float32Array(Math.min(262_144, left.length - at));
      for (let index = 0; index < piece.length; index++) piece[index] = (left[at + index]! + right[at + index]!) / 2;
      finder.add(piece);
    }
    finder.found();
  });
  return {
    what: `listening to ${MINUTES} minutes of stereo for hits, as times real time`,
    ratio: (MINUTES * 60_000) / ms,
    limit: 50,
    better: 'higher',
    plain: `${(ms / 1000).toFixed(2)} s`,
  };
}

async function addRecording(page: Page, { address }: Served, file: Buffer): Promise<void> {
  await page.goto(`${address}/song/recorded`);
  await page.getByRole('button', { name: 'Song: tempo, send out' }).click();
  await page.getByRole('button', { name: 'Recordings …' }).click();
  const folder = mkdtempSync(join(tmpdir(), 'yibbo-bench-'));
  const path = join(folder, 'long.wav');
  writeFileSync(path, file);
  await page.getByLabel('Sound file').setInputFiles(path);
  await page.getByRole('heading', { name: /^Hits: [1-9]/ }).waitFor({ timeout: 120_000 });
  await page.getByRole('button', { name: 'Close: Recordings' }).click();
  await page.waitForTimeout(3000);
  rmSync(folder, { recursive: true });
}

/** The pattern over its recording, scrolled by the wheel. */
async function scrolledFigure(page: Page): Promise<Figure> {
  await page.locator('[data-placement]').first().click();
  await page.getByTestId('recording-lane').waitFor();
  const box = (await page.getByTestId('notes-grid').boundingBox())!;
  await page.mouse.move(box.x + 100, box.y + 100);
  const runs: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    await watch(page);
    for (let step = 0; step < 60; step++) {
      await page.mouse.wheel(run % 2 ? -60 : 60, 0);
      await page.waitForTimeout(12);
    }
    runs.push(percentile((await seen(page)).frames, 0.95));
  }
  return frameFigure('notes over a recording of five minutes scrolled: frame p95, in frames of a 60th of a second', runs);
}

/** From the press on a song in the list to its page painted, one after the other. */
async function openFigure(page: Page, { address }: Served): Promise<Figure> {
  const runs: Record<'Without' | 'With it', number[]> = { Without: [], 'With it': [] };
  for (let run = 0; run <= RUNS; run++) {
    for (const name of ['Without', 'With it'] as const) {
      await page.goto(address);
      const card = page.getByRole('button', { name: new RegExp(`^${name}`) }).first();
      await card.waitFor();
      await page.waitForTimeout(300);
      runs[name].push(await paintedAfter(page, card, '[data-placement]'));
    }
  }
  const [without, having] = [median(runs.Without.slice(1)), median(runs['With it'].slice(1))];
  return {
    what: 'opening a song with a recording of five minutes, over the same without',
    ratio: having / without,
    limit: 1.2,
    better: 'lower',
    plain: `${having.toFixed(0)} ms over ${without.toFixed(0)} ms`,
  };
}
