import { chromium, type Browser, type Page } from '@playwright/test';
import { CHROMIUM, CHROMIUM_FLAGS } from '../e2e/support/chromium';
import { newSong, newTrack, soundById, TICKS_PER_QUARTER, withTrack, type Document, type Note } from '../core/src';
import { frameFigure, paintedAfter, seen, watch } from './browser';
import { served, type Served } from './serve';
import { median, percentile, RUNS, type Figure } from './figure';
import { newId } from './song';

const BAR = 4 * TICKS_PER_QUARTER;
const WIDE = { width: 1280, height: 800 };
const TRACKS = 16;
const BARS = 128;
const PIECE = 8;
const NOTES = 20_000;

/** A whole song: 16 tracks of 128 bars, each of 16 patterns of its own, 20,000 notes in all. */
function wholeSong(id: string): Document {
  const sounds = ['quay-kit', 'round-bass', 'lamp-keys', 'rope-pluck', 'gull-lead', 'fog-pad', 'buoy-bells'];
  const perPattern = NOTES / TRACKS / (BARS / PIECE);
  let document = newSong(id, 'Bench', 1);
  for (let track = 0; track < TRACKS; track++) {
    const parts = newTrack(document, soundById(sounds[track % sounds.length]!), newId, PIECE);
    const drums = parts.track.kind === 'drums' ? [36, 38, 42] : null;
    document = withTrack(document, { ...parts, placement: { ...parts.placement, length: PIECE * BAR } });
    const patterns = Array.from({ length: BARS / PIECE - 1 }, () => ({ ...parts.pattern, id: newId() }));
    const placements = patterns.map(({ id: patternId }, index) => ({
      ...parts.placement,
      id: newId(),
      patternId,
      start: (index + 1) * PIECE * BAR,
      length: PIECE * BAR,
    }));
    const notes = [parts.pattern, ...patterns].map(({ id: patternId, length }) => [
      patternId,
      Array.from({ length: Math.round(perPattern) }, (_, index): Note => ({
        id: newId(),
        patternId,
        start: Math.round((index * length) / perPattern),
        length: 5040,
        pitch: drums ? drums[index % drums.length]! : 40 + track + ((index * 7) % 24),
        velocity: 50 + (index % 70),
      })),
    ]);
    document = {
      ...document,
      patterns: [...document.patterns, ...patterns].sort((a, b) => (a.id < b.id ? -1 : 1)),
      placements: [...document.placements, ...placements].sort((a, b) => a.start - b.start || (a.id < b.id ? -1 : 1)),
      notes: { ...document.notes, ...(Object.fromEntries(notes) as Document['notes']) },
    };
  }
  return document;
}

/** A song of 16 tracks and 128 bars in the real browser: opened, scrolled, edited, played. */
export async function* songPageFigures(root: string): AsyncGenerator<Figure> {
  const app = await served(root);
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_FLAGS });
  try {
    await app.queries.create(wholeSong('whole'));
    yield await openFigure(browser, app);
    const page = await openPage(browser, app);
    yield await scrollFigure(page);
    yield await lateFigure(page);
    yield await sentFigure(page);
  } finally {
    await browser.close();
    app.close();
  }
}

async function openPage(browser: Browser, { address }: Served): Promise<Page> {
  const page = await (await browser.newContext({ viewport: WIDE })).newPage();
  await page.addInitScript(countLate);
  await page.goto(`${address}/song/whole`);
  await page.locator('[data-placement]').first().waitFor();
  await page.waitForTimeout(500);
  return page;
}

/** From the press on a song in the list to its page painted, by the page's own clock. */
async function openFigure(browser: Browser, { address }: Served): Promise<Figure> {
  const page = await (await browser.newContext({ viewport: WIDE })).newPage();
  const runs: number[] = [];
  for (let run = 0; run <= RUNS; run++) {
    await page.goto(address);
    const card = page.getByRole('button', { name: /^Bench/ }).first();
    await card.waitFor();
    await page.waitForTimeout(300);
    runs.push(await paintedAfter(page, card, '[data-placement]'));
  }
  await page.context().close();
  const ms = median(runs.slice(1));
  return {
    what: 's to open a song of 16 tracks x 128 bars, 20,000 notes, from the list',
    ratio: ms / 1000,
    limit: 1.5,
    better: 'lower',
    plain: `${ms.toFixed(0)} ms, ${Math.max(...runs.slice(1)).toFixed(0)} ms at most`,
  };
}

async function scrollFigure(page: Page): Promise<Figure> {
  await page.mouse.move(500, 400);
  const runs: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    await watch(page);
    for (let step = 0; step < 60; step++) {
      await page.mouse.wheel(0, run % 2 ? -90 : 90);
      await page.waitForTimeout(12);
    }
    runs.push(percentile((await seen(page)).frames, 0.95));
  }
  return frameFigure('the page of that song scrolled: frame p95, in frames of a 60th of a second', runs);
}

/** Begins to write down, for each note sent to the sound engine, how far ahead of its time it was sent. Runs in the page. */
export function countLate(): void {
  const ahead: number[] = [];
  Object.assign(window, { ahead });
  const Node = window.AudioWorkletNode;
  window.AudioWorkletNode = class extends Node {
    constructor(context: BaseAudioContext, name: string, options?: AudioWorkletNodeOptions) {
      super(context, name, options);
      const post = this.port.postMessage.bind(this.port) as (message: unknown) => void;
      this.port.postMessage = (message: { type: string; notes?: { at: number }[] }) => {
        for (const { at } of message.type === 'notes' ? (message.notes ?? []) : []) ahead.push(at / 48_000 - context.currentTime);
        post(message);
      };
    }
  };
}

const BLOCKED_SECONDS = 12;

async function lateFigure(page: Page): Promise<Figure> {
  await page.getByTestId('play').click();
  await page.getByRole('button', { name: 'Stop' }).waitFor();
  for (let second = 0; second < BLOCKED_SECONDS; second++) {
    await page.evaluate(() => {
      for (const until = performance.now() + 200; performance.now() < until;);
    });
    await page.waitForTimeout(800);
  }
  await page.getByTestId('play').click();
  const ahead = await page.evaluate(() => (window as unknown as { ahead: number[] }).ahead);
  const late = ahead.filter((seconds) => seconds < 0).length;
  return {
    what: `late of the notes of ${BLOCKED_SECONDS} s, the page blocked for 200 ms of every second`,
    ratio: late,
    limit: 0,
    better: 'lower',
    plain: `${ahead.length} notes, the nearest sent ${(1000 * Math.min(...ahead)).toFixed(0)} ms ahead`,
  };
}

/** One edit on the page of the song: what is sent for it. */
async function sentFigure(page: Page): Promise<Figure> {
  const sent = page.waitForRequest((request) => request.url().endsWith('/changes') && request.method() === 'POST');
  await page.locator('[data-placement]').first().focus();
  await page.keyboard.press('Shift+Enter');
  await page.keyboard.press('y');
  const bytes = (await sent).postDataBuffer()?.length ?? 0;
  return {
    what: 'kB sent when a placement of it is duplicated',
    ratio: bytes / 1024,
    limit: 4,
    better: 'lower',
    plain: `${bytes} bytes`,
  };
}
