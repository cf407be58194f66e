import { SAMPLE_RATE, type PeaksMessage } from '@yibbo/core';
import { BrowserSound, type SoundOutput } from './output';
import { AppSound } from './sound';

/** A browser's audio with its faults: it may refuse a rate, hold sound back, lose the engine's script, or report the time late. */
const browser = { refusesRate: false, holdsBack: false, losesScript: false, worksAhead: 0 };

/** As much of the browser's sound as the page sees of it. */
class FakeContext extends EventTarget {
  static all: FakeContext[] = [];
  readonly sampleRate: number;
  state: 'suspended' | 'running' | 'closed' = 'suspended';
  currentTime = 0;
  baseLatency = 0;
  outputLatency = 0;
  onstatechange: (() => void) | null = null;
  resumes = 0;
  node: FakeNode | null = null;

  constructor({ sampleRate }: AudioContextOptions = {}) {
    super();
    if (sampleRate && browser.refusesRate) throw new DOMException('', 'NotSupportedError');
    this.sampleRate = sampleRate ?? 44_100;
    FakeContext.all.push(this);
  }

  readonly destination = {};
  readonly audioWorklet = {
    addModule: async () => {
      if (browser.losesScript) throw new DOMException('', 'AbortError');
    },
  };

  async resume(): Promise<void> {
    this.resumes++;
    if (browser.holdsBack || this.state === 'running') return;
    this.state = 'running';
    this.onstatechange?.();
    this.node?.tells(browser.worksAhead);
  }

  async suspend(): Promise<void> {
    this.state = 'suspended';
  }

  async close(): Promise<void> {
    this.state = 'closed';
  }
}

class FakeNode {
  readonly said: unknown[] = [];
  readonly addEventListener = (): void => undefined;
  readonly port = {
    onmessage: null as ((event: { data: PeaksMessage }) => void) | null,
    postMessage: (message: unknown) => void this.said.push(message),
  };

  constructor(context: FakeContext) {
    context.node = this;
    queueMicrotask(() => context.state === 'running' && this.tells(browser.worksAhead));
  }

  connect(): void {}

  tells(frame: number): void {
    this.port.onmessage?.({ data: { frame, peaks: [], truePeak: 0, held: 1 } });
  }
}

beforeEach(() => {
  Object.assign(browser, { refusesRate: false, holdsBack: false, losesScript: false, worksAhead: 0 });
  FakeContext.all = [];
  Object.assign(globalThis, { AudioContext: FakeContext, AudioWorkletNode: FakeNode });
});

const only = () => {
  expect(FakeContext.all).toHaveLength(1);
  return FakeContext.all[0]!;
};

async function opened(): Promise<SoundOutput> {
  return new BrowserSound().open();
}

describe('the browser’s sound', () => {
  it('made ready before a press asks for nothing; the press that opens it asks, and every later act does while it is held back', async () => {
    browser.holdsBack = true;
    const sound = new BrowserSound();
    await sound.rest();
    expect(only().resumes).toBe(0);
    await sound.open();
    expect(only().resumes).toBe(1);
    for (const act of ['pointerup', 'touchend', 'click', 'keydown']) dispatchEvent(new Event(act));
    expect(only().resumes).toBe(5);
    browser.holdsBack = false;
    dispatchEvent(new Event('pointerup'));
    expect(only().state).toBe('running');
  });

  it('waits for the engine’s first word where it comes, and not for ever where sound is held back', async () => {
    browser.worksAhead = 3328;
    expect((await opened()).frame()).toBe(3328);
    browser.holdsBack = true;
    expect((await opened()).frame()).toBe(0);
  });

  it('is never behind what the engine has told, nor behind the page’s own clock', async () => {
    const output = await opened();
    const context = only();
    context.currentTime = 2;
    expect(output.frame()).toBe(2 * SAMPLE_RATE);
    context.node!.tells(2 * SAMPLE_RATE + 960);
    expect(output.frame()).toBe(2 * SAMPLE_RATE + 960);
    context.currentTime = 3;
    expect(output.frame()).toBe(3 * SAMPLE_RATE);
  });

  it('takes a device’s own rate where it refuses the engine’s, and goes on counting in the engine’s', async () => {
    browser.refusesRate = true;
    const output = await opened();
    expect(only().sampleRate).toBe(44_100);
    only().currentTime = 1.5;
    expect(output.frame()).toBe(1.5 * SAMPLE_RATE);
  });
});

describe('the app’s sound', () => {
  it('opens what was made ready, once, whoever presses first', async () => {
    const sound = new AppSound();
    sound.prepare();
    sound.prepare();
    const [one, other] = await Promise.all([sound.open(), sound.open()]);
    expect(one).toBe(other);
    sound.prepare();
    expect(only().state).toBe('running');
  });

  it('that could not be made ready, nor opened, is closed and made anew at the next press', async () => {
    const sound = new AppSound();
    browser.losesScript = true;
    sound.prepare();
    await new Promise((resolve) => setTimeout(resolve));
    await expect(sound.open()).rejects.toThrow();
    expect(FakeContext.all.map(({ state }) => state)).toEqual(['closed', 'closed']);
    browser.losesScript = false;
    await sound.open();
    expect(FakeContext.all.map(({ state }) => state)).toEqual(['closed', 'closed', 'running']);
  });
});
