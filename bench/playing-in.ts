import { chromium, type Page } from '@playwright/test';
import { CHROMIUM, CHROMIUM_FLAGS } from '../e2e/support/chromium';
import { served } from './serve';
import { median, percentile, type Figure } from './figure';

/** The simulated device plays eighths without a person's faults: where they are recorded is where the clocks say they are. */
const SETTINGS = { device: 'simulated', phrase: 3, humanMs: 0, humanVelocity: 0, mistakes: 0, ends: 'bars', bars: 8, countInBars: 1 };
const EIGHTH = 10_080;
/** At 120 bpm. */
const MS_OF_TICK = 500 / 20_160;
const BLOCK_MS = 1000 * (128 / 48_000);

/** Playing in: timing accuracy while the page is busy, and the delay from press to engine. */
export async function* playingInFigures(root: string): AsyncGenerator<Figure> {
  const app = await served(root);
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_FLAGS });
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.addInitScript((settings) => localStorage.setItem('yibbo playing in', JSON.stringify(settings)), SETTINGS);
    await page.addInitScript(watchPresses);
    await page.goto(app.address);
    await page.getByRole('button', { name: 'New song', exact: true }).click();
    await page.getByRole('textbox', { name: 'Name of the song' }).fill('Bench');
    await page.getByRole('button', { name: 'Create song' }).click();
    await page.getByRole('button', { name: 'Lamp keys', exact: true }).click();
    await page.getByTestId('play').waitFor();
    await page.keyboard.press('n');
    yield await pressFigure(page);
    yield* await onsetFigures(page);
  } finally {
    await browser.close();
    app.close();
  }
}

/** Begins to write down when presses are done, and when the engine is told of a key that is held. Runs in the page. */
function watchPresses(): void {
  const told: number[] = [];
  let pressed = 0;
  Object.assign(window, { told });
  addEventListener('pointerdown', ({ timeStamp }) => (pressed = timeStamp), { capture: true });
  const Node = window.AudioWorkletNode;
  window.AudioWorkletNode = class extends Node {
    constructor(context: BaseAudioContext, name: string, options?: AudioWorkletNodeOptions) {
      super(context, name, options);
      const post = this.port.postMessage.bind(this.port) as (message: unknown) => void;
      this.port.postMessage = (message: { type: string; notes?: { held?: string }[] }) => {
        post(message);
        if (message.type === 'notes' && message.notes?.some(({ held }) => held)) told.push(performance.now() - pressed);
      };
    }
  };
}

async function pressFigure(page: Page): Promise<Figure> {
  const key = page.getByRole('button', { name: 'Play C4', exact: true });
  for (let press = 0; press < 41; press++) await key.click();
  const told = (await page.evaluate(() => (window as unknown as { told: number[] }).told)).slice(1);
  const ms = median(told);
  return {
    what: 'from a press on a pad to the engine being told, in audio blocks',
    ratio: ms / BLOCK_MS,
    limit: 1,
    better: 'lower',
    plain: `${ms.toFixed(2)} ms, ${percentile(told, 0.95).toFixed(2)} at p95; a block is ${BLOCK_MS.toFixed(2)}`,
  };
}

async function onsetFigures(page: Page): Promise<Figure[]> {
  await page.evaluate(() => {
    setInterval(() => {
      for (const until = performance.now() + 50; performance.now() < until;);
    }, 200);
  });
  await page.keyboard.press('Shift+D');
  await page.getByTestId('recording').waitFor();
  await page.getByTestId('recording').waitFor({ state: 'detached', timeout: 40_000 });
  await page.getByTestId('link').filter({ hasText: 'Saved' }).waitFor({ state: 'attached' });
  const starts = await page.evaluate(async () => {
    const id = location.pathname.split('/')[2];
    const { song } = (await (await fetch(`/api/songs/${id}`)).json()) as { song: { notes: Record<string, { start: number }[]> } };
    return Object.values(song.notes).flatMap((notes) => notes.map(({ start }) => start));
  });
  const off = starts.map((start) => Math.abs(start - Math.round(start / EIGHTH) * EIGHTH) * MS_OF_TICK);
  const figure = (what: string, ms: number, limit: number): Figure => ({
    what: `ms that recorded onsets are off by, ${what}, the page blocked for 50 of every 200 ms`,
    ratio: ms,
    limit,
    better: 'lower',
    plain: `${starts.length} onsets`,
  });
  return [figure('median', median(off), 3), figure('at worst', Math.max(...off), 10)];
}
