import { canRun, EngineHost, SAMPLE_RATE, TimeMap, type EngineMessage, type PeaksMessage } from '@yibbo/core';
import { besideAddress } from '../browser/build';

const WORKLET_ADDRESS = besideAddress('/sound/worklet.js');
/** Samples a block in the fallback: smaller ones stutter when the page is busy. */
const FALLBACK_BLOCK = 2048;

/** Where sound goes: takes engine messages and knows what time it is on the engine's clock. */
export interface SoundOutput {
  post(message: EngineMessage): void;
  /** The frame being made right now. */
  frame(): number;
  /** The frame that was being made at a moment of the page's clock, in milliseconds; steadier than `frame`, and for moments that are past. */
  frameAt(ms: number): number;
  /** The moment of the page's clock at which a frame is made, in milliseconds. */
  msAt(frame: number): number;
  /** Seconds from a frame being made to its being heard. */
  latencySeconds(): number;
  /** Asks the browser for sound, where it holds it back. To be called at every press. */
  wake(): void;
}

/** Why there is no sound, in words for the person who wants it. */
export class NoSound extends Error {}

const TOO_OLD = 'This browser is too old to make sound here. Update it (2023 or later will do), or open Yibbo in another.';

/** User gestures at which browsers allow sound. */
const ACTS = ['pointerup', 'touchend', 'click', 'keydown'] as const;

/** How long the browser may take to give sound before it counts as held back, in milliseconds. */
const PATIENCE_MS = 1500;

/** How long the opening waits for the engine to run, in milliseconds: where sound is held back until a later press it does not yet. */
const FIRST_CLOCK_MS = 300;

type OnPeaks = (message: PeaksMessage) => void;

/** The browser's sound with the engine on it. It can be made before any press, and then rests, without a device, until it is opened. */
export class BrowserSound {
  private readonly context: AudioContext;
  private readonly clock: EngineClock;
  private readonly post: Promise<SoundOutput['post']>;

  /** Throws where there is no sound, NoSound where the reason is known. `onDied` is told where the engine stops by a fault: this sound is over
   *  then, and another can be made. */
  constructor(onPeaks: OnPeaks = () => undefined, onDied: () => void = () => undefined) {
    if (!canRun()) throw new NoSound(TOO_OLD);
    this.context = openContext();
    this.clock = new EngineClock(this.context);
    const tell: OnPeaks = (message) => {
      this.clock.tell(message.frame);
      onPeaks(message);
    };
    const died = () => {
      this.context.close().catch(() => undefined);
      onDied();
    };
    this.post = engineOn(this.context, tell, died);
    this.post.catch(() => void this.context.close());
  }

  /** Lets it wait for the press that opens it. Resolves once it is ready; rejects where it cannot be. */
  async rest(): Promise<void> {
    this.context.suspend().catch(() => undefined);
    await this.post;
  }

  /** Opens it, at a press that may sound. It does not wait for the browser to give sound: that may take until a later press (a finger that
   *  goes down does not count, one that is lifted does), and `wake` asks for it at each. Only for the engine's first word it waits a moment,
   *  since the page's own clock stands still while the engine is already under way: what it was asked for then came up to 70 ms late.
   *  `onBlocked` is told when sound is held back after all (a call comes in, another program takes it) and when it is back. */
  async open(onBlocked: (isBlocked: boolean) => void = () => undefined): Promise<SoundOutput> {
    const { context, clock } = this;
    playOverSilentSwitch();
    const wake = () => resumed(context);
    watch(context, onBlocked);
    wake();
    for (const act of ACTS) addEventListener(act, wake, { capture: true, passive: true });
    const post = await this.post.catch((error: unknown) => {
      for (const act of ACTS) removeEventListener(act, wake, { capture: true });
      throw error;
    });
    await Promise.race([clock.began, new Promise((resolve) => setTimeout(resolve, FIRST_CLOCK_MS))]);
    return {
      post,
      frame: () => clock.frame(),
      frameAt: (ms) => clock.frameAt(ms),
      msAt: (frame) => clock.msAt(frame),
      wake,
      latencySeconds: () => latencyOf(context),
    };
  }
}

/** A context at the engine's rate; where the device refuses that one, at its own. */
function openContext(): AudioContext {
  const options: AudioContextOptions = { latencyHint: 'interactive' };
  try {
    return new AudioContext({ ...options, sampleRate: SAMPLE_RATE });
  } catch {
    return new AudioContext(options);
  }
}

/** The engine's current frame. The page's clock lags behind the engine's in some browsers, most when they have just begun. */
class EngineClock {
  private toldFrame = 0;
  private readonly map = new TimeMap(SAMPLE_RATE);
  private begin: () => void = () => undefined;
  /** Resolves at the engine's first word. */
  readonly began = new Promise<void>((resolve) => (this.begin = resolve));

  constructor(private readonly context: AudioContext) {}

  tell(frame: number): void {
    this.toldFrame = frame;
    this.begin();
  }

  frame(): number {
    const frame = Math.round(this.context.currentTime * SAMPLE_RATE);
    if (this.context.state === 'running') this.map.add(performance.now(), frame);
    return Math.max(this.toldFrame, frame);
  }

  frameAt(ms: number): number {
    const now = this.frame();
    return this.map.frameAt(ms) ?? now + ((ms - performance.now()) / 1000) * SAMPLE_RATE;
  }

  msAt(frame: number): number {
    const now = this.frame();
    return this.map.msAt(frame) ?? performance.now() + ((frame - now) / SAMPLE_RATE) * 1000;
  }
}

async function engineOn(context: AudioContext, onPeaks: OnPeaks, onDied: () => void): Promise<SoundOutput['post']> {
  return context.audioWorklet ? workletEngine(context, onPeaks, onDied) : scriptEngine(context, onPeaks);
}

function resumed(context: AudioContext): void {
  // A context that a call or the lock screen has interrupted is in a state of its own.
  if (context.state !== 'running' && mayBegin()) context.resume().catch(() => undefined);
}

/** Whether the person has done anything on the page that lets it sound: a finger that is only down has not, its lift has. Where the browser does not
 *  say, it is asked. */
function mayBegin(): boolean {
  return navigator.userActivation?.hasBeenActive ?? true;
}

function watch(context: AudioContext, onBlocked: (isBlocked: boolean) => void): void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const look = () => {
    clearTimeout(timer);
    if (context.state === 'running') onBlocked(false);
    else if (context.state !== 'closed') timer = setTimeout(() => onBlocked(context.state !== 'running'), PATIENCE_MS);
  };
  context.onstatechange = look;
  look();
}

/** Asks a phone to play although its switch is on silent, as it does for music. */
function playOverSilentSwitch(): void {
  const { audioSession } = navigator as { audioSession?: { type: string } };
  if (audioSession) audioSession.type = 'playback';
}

/** One browser engine freezes if its output latency is read while the worklet is busy. */
const mayAskOutput = !/Gecko\/\d/.test(navigator.userAgent);

function latencyOf(context: AudioContext): number {
  return (mayAskOutput && context.outputLatency) || context.baseLatency || 0;
}

async function workletEngine(context: AudioContext, onPeaks: OnPeaks, onDied: () => void): Promise<SoundOutput['post']> {
  await context.audioWorklet.addModule(WORKLET_ADDRESS);
  const node = new AudioWorkletNode(context, 'yibbo-engine', { numberOfInputs: 0, outputChannelCount: [2] });
  node.port.onmessage = ({ data }: MessageEvent<PeaksMessage>) => onPeaks(data);
  node.addEventListener('processorerror', onDied);
  node.connect(context.destination);
  return (message) => node.port.postMessage(message);
}

/** On plain http from another machine browsers offer no worklet: the same engine then runs in the page. */
function scriptEngine(context: AudioContext, onPeaks: OnPeaks): SoundOutput['post'] {
  const node = context.createScriptProcessor(FALLBACK_BLOCK, 0, 2);
  let host: EngineHost | null = null;
  const early: EngineMessage[] = [];
  node.onaudioprocess = ({ outputBuffer, playbackTime }) => {
    if (!host) {
      host = new EngineHost(context.sampleRate, Math.round(playbackTime * context.sampleRate), onPeaks);
      for (const message of early) host.post(message);
    }
    host.render(outputBuffer.getChannelData(0), outputBuffer.getChannelData(1));
  };
  node.connect(context.destination);
  return (message) => (host ? host.post(message) : early.push(message));
}
