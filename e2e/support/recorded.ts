import type { Page } from '@playwright/test';
import type { EngineMessage } from '../../core/src';

interface Recorded {
  sent: EngineMessage[];
  heard: number[][];
}

declare global {
  interface Window {
    recorded: Recorded;
  }
}

/** Records what is said to the engine and, where `tap`, the samples it gives. */
export async function record(page: Page, tap: boolean): Promise<void> {
  await page.addInitScript((isTapped) => {
    const recorded: Recorded = { sent: [], heard: [] };
    window.recorded = recorded;
    const Native = window.AudioWorkletNode;
    window.AudioWorkletNode = class extends Native {
      constructor(context: AudioContext, name: string, options?: AudioWorkletNodeOptions) {
        super(context, name, options);
        const post = this.port.postMessage.bind(this.port) as (message: unknown) => void;
        this.port.postMessage = (message: unknown) => {
          recorded.sent.push(structuredClone(message) as EngineMessage);
          post(message);
        };
        if (!isTapped) return;
        const node = context.createScriptProcessor(16384, 2, 1);
        node.onaudioprocess = ({ inputBuffer }) => recorded.heard.push([...inputBuffer.getChannelData(0)]);
        this.connect(node);
        node.connect(context.destination);
      }
    } as typeof AudioWorkletNode;
  }, tap);
}
