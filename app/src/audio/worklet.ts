import { EngineHost, type EngineMessage } from '@yibbo/core/engine-host';

declare const currentFrame: number;
declare const sampleRate: number;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;

/** The sound engine on the browser's audio thread: messages in, samples out. */
class EngineProcessor extends AudioWorkletProcessor {
  private readonly host = new EngineHost(sampleRate, currentFrame, (message) => this.port.postMessage(message));

  constructor() {
    super();
    this.port.onmessage = (event: MessageEvent<EngineMessage>) => this.host.post(event.data);
  }

  process(_inputs: Float32Array[][], outputs: Float32Array[][]): boolean {
    const [left, right] = outputs[0]!;
    if (left && right) this.host.render(left, right);
    return true;
  }
}

registerProcessor('yibbo-engine', EngineProcessor);
