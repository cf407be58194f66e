import { chromium, type Browser } from '@playwright/test';
import { CHROMIUM, CHROMIUM_FLAGS } from '../e2e/support/chromium';
import { newSong, newTrack, SAMPLE_RATE, soundById, SoundEngine, SOUNDS, withTrack, type Document, type Sound } from '../core/src';
import { openIn } from './browser';
import { served, type Served } from './serve';
import { median, RUNS, type Figure } from './figure';
import { newId, songOf } from './song';
import { countLate } from './song-page';

const HELD = 16;
/** About 0.15 % of a core was measured for a voice before there were this many kinds. */
const SHARE_LIMIT = 0.25;
const FIRST_SOUND_MS = 200;
const BROWSED = 60;

/** Cost of voices and of choosing sounds: the first after a tap, and many in a row on the running loop. */
export async function* soundFigures(root: string): AsyncGenerator<Figure> {
  yield voiceFigure();
  const app = await served(root);
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_FLAGS });
  try {
    yield await firstSoundFigure(browser, app);
    yield await browsingFigure(browser, app);
  } finally {
    await browser.close();
    app.close();
  }
}

/** Milliseconds that a second with so many held voices of a sound takes: the least of three. */
function secondOf(sound: Sound, voices: number): number {
  const runs = [0, 1, 2].map(() => {
    const engine = new SoundEngine();
    engine.post({ type: 'tracks', tracks: [{ id: 't', sound, levelDb: -20, pan: 0, isAudible: true }] });
    const notes = Array.from({ length: voices }, (_, index) => ({
      at: 480,
      frames: 10 * SAMPLE_RATE,
      trackId: 't',
      pitch: 40 + index,
      velocity: 90,
      seed: index + 1,
    }));
    engine.post({ type: 'notes', notes, generation: 0 });
    const block = [new Float32Array(SAMPLE_RATE), new Float32Array(SAMPLE_RATE)] as const;
    engine.render(...block);
    const began = performance.now();
    engine.render(...block);
    return performance.now() - began;
  });
  return Math.min(...runs);
}

function voiceFigure(): Figure {
  // Those that ring by themselves are over before they are measured.
  const lasting = SOUNDS.filter((sound) => sound.kind === 'pitched' && sound.envelope.sustain > 0.3);
  const shares = lasting
    .map((sound) => ({ name: sound.name, percent: (secondOf(sound, HELD + 1) - secondOf(sound, 1)) / HELD / 10 }))
    .sort((a, b) => a.percent - b.percent);
  const [least, most] = [shares[0]!, shares.at(-1)!];
  return {
    what: 'share of a core that one voice takes, in percent, the costliest sound',
    ratio: most.percent,
    limit: SHARE_LIMIT,
    better: 'lower',
    plain: `${most.name}; ${least.name} ${least.percent.toFixed(2)} %`,
  };
}

function drums(): Document {
  const song = newSong('song', 'Bench', 1);
  return withTrack(song, newTrack(song, soundById('quay-kit', 'drums'), newId));
}

/** From a tap on a step, on a page that has not sounded yet, until the engine gives its first sample that is not silence. */
async function firstSoundFigure(browser: Browser, app: Served): Promise<Figure> {
  const runs: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
    await context.addInitScript(() => {
      const Native = window.AudioWorkletNode;
      window.AudioWorkletNode = class extends Native {
        constructor(audio: AudioContext, name: string, options?: AudioWorkletNodeOptions) {
          super(audio, name, options);
          const heard = audio.createAnalyser();
          this.connect(heard);
          const samples = new Float32Array(heard.fftSize);
          const look = () => {
            heard.getFloatTimeDomainData(samples);
            if (samples.some((sample) => Math.abs(sample) > 1e-3)) Object.assign(window, { heardAt: performance.now() });
            else setTimeout(look, 2);
          };
          look();
        }
      } as typeof AudioWorkletNode;
      addEventListener('pointerup', ({ timeStamp }) => Object.assign(window, { tappedAt: timeStamp }), { capture: true, once: true });
    });
    const page = await openIn(context, app, drums(), newId());
    await page.getByRole('checkbox').first().tap();
    const ms = await page.waitForFunction(() => {
      const { heardAt, tappedAt } = window as unknown as { heardAt?: number; tappedAt?: number };
      return heardAt && tappedAt ? heardAt - tappedAt : undefined;
    });
    runs.push((await ms.jsonValue()) as number);
    await context.close();
  }
  return {
    what: `from the first tap on a page until it sounds, over ${FIRST_SOUND_MS} ms`,
    ratio: median(runs) / FIRST_SOUND_MS,
    limit: 1,
    better: 'lower',
    plain: `${median(runs).toFixed(0)} ms, ${Math.max(...runs).toFixed(0)} at most`,
  };
}

/** Sixty sounds tried one after another while a busy loop plays: notes that were sent too late for their time. */
async function browsingFigure(browser: Browser, app: Served): Promise<Figure> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.addInitScript(countLate);
  const page = await openIn(context, app, songOf(64, { spacing: 2520 }), newId());
  await page.getByTestId('play').click();
  await page.getByRole('button', { name: 'Stop' }).waitFor();
  await page.getByRole('button', { name: /^Sound of / }).click();
  const kinds = page.getByRole('group', { name: 'Kind of sound' }).getByRole('button');
  const sounds = page.getByRole('group', { name: 'Sounds' }).getByRole('button');
  let tried = 0;
  for (let kind = 0; tried < BROWSED; kind++) {
    await kinds.nth(kind % 7).click();
    const count = await sounds.count();
    for (let sound = 0; sound < count && tried < BROWSED; sound++, tried++) {
      await sounds.nth(sound).click();
      await page.waitForTimeout(120);
    }
  }
  await page.getByTestId('play').click();
  const ahead = await page.evaluate(() => (window as unknown as { ahead: number[] }).ahead);
  await context.close();
  return {
    what: `late of the notes that play while ${BROWSED} sounds are tried`,
    ratio: ahead.filter((seconds) => seconds < 0).length,
    limit: 0,
    better: 'lower',
    plain: `${ahead.length} notes, the nearest sent ${(1000 * Math.min(...ahead)).toFixed(0)} ms ahead`,
  };
}
