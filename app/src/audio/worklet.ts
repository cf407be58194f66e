import { PeakTeller } from '@yibbo/core/meters';
import { SoundEngine, type EngineMessage } from '@yibbo/core/sound-engine';

declare const currentFrame: number;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;

/** The sound engine on the browser's audio thread: messages in, samples out. */
class EngineProcessor extends AudioWorkletProcessor {
  private readonly engine: SoundEngine;
  private readonly teller: PeakTeller;

  constructor() {
    super();
    this.engine = new SoundEngine(currentFrame);
    this.teller = new PeakTeller(this.engine, (message) => this.port.postMessage(message));
    this.port.onmessage = (event: MessageEvent<EngineMessage>) => this.engine.post(event.data);
  }

  process(_inputs: Float32Array[][], outputs: Float32Array[][]): boolean {
    const [left, right] = outputs[0]!;
    if (left && right) {
      this.engine.render(left, right);
      this.teller.rendered(left, right, currentFrame + left.length);
    }
    return true;
  }
}

registerProcessor('yibbo-engine', EngineProcessor);
