import { canRun, SAMPLE_RATE, SoundEngine, type EngineMessage } from '@yibbo/core';

const WORKLET_ADDRESS = '/sound/worklet.js';
/** Samples a block in the fallback: smaller ones stutter when the page is busy. */
const FALLBACK_BLOCK = 2048;

/** Where sound goes: takes engine messages and knows what time it is on the engine's clock. */
export interface SoundOutput {
  post(message: EngineMessage): void;
  /** The frame being made right now. */
  frame(): number;
  /** Seconds from a frame being made to its being heard. */
  latencySeconds(): number;
  /** Asks for sound again after the browser has held it back. */
  wake(): Promise<void>;
}

/** Why there is no sound, in words for the person who wants it. */
export class NoSound extends Error {}

const TOO_OLD = 'This browser is too old to make sound here. Update it (2023 or later will do), or open Yibbo in another.';

/** How long the browser may take to give sound before it counts as held back, in milliseconds. */
const PATIENCE_MS = 1500;

/** Opens the browser's sound. Call it from a press or a key: browsers give no sound before one. `onBlocked` is told when sound is
 *  held back after all (a call comes in, another program takes it) and when it is back. Rejects where none is to be had, with
 *  NoSound where it can say why. */
export async function openSound(onBlocked: (isBlocked: boolean) => void = () => undefined): Promise<SoundOutput> {
  if (!canRun()) throw new NoSound(TOO_OLD);
  const context = new AudioContext({ sampleRate: SAMPLE_RATE, latencyHint: 'interactive' });
  context.onstatechange = () => onBlocked(context.state !== 'running');
  const late = setTimeout(() => onBlocked(true), PATIENCE_MS);
  await context.resume();
  clearTimeout(late);
  const post = context.audioWorklet ? await workletEngine(context) : scriptEngine(context);
  return {
    post,
    frame: () => Math.round(context.currentTime * SAMPLE_RATE),
    wake: () => context.resume(),
    latencySeconds: () => context.outputLatency || context.baseLatency || 0,
  };
}

async function workletEngine(context: AudioContext): Promise<SoundOutput['post']> {
  await context.audioWorklet.addModule(WORKLET_ADDRESS);
  const node = new AudioWorkletNode(context, 'yibbo-engine', { numberOfInputs: 0, outputChannelCount: [2] });
  node.connect(context.destination);
  return (message) => node.port.postMessage(message);
}

/** On plain http from another machine browsers offer no worklet: the same engine then runs in the page. */
function scriptEngine(context: AudioContext): SoundOutput['post'] {
  const node = context.createScriptProcessor(FALLBACK_BLOCK, 0, 2);
  let engine: SoundEngine | null = null;
  const early: EngineMessage[] = [];
  node.onaudioprocess = ({ outputBuffer, playbackTime }) => {
    if (!engine) {
      engine = new SoundEngine(Math.round(playbackTime * SAMPLE_RATE));
      for (const message of early) engine.post(message);
    }
    engine.render(outputBuffer.getChannelData(0), outputBuffer.getChannelData(1));
  };
  node.connect(context.destination);
  return (message) => (engine ? engine.post(message) : early.push(message));
}
