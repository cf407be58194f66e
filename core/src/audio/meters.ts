import { TruePeakMeter } from './loudness';
import type { SoundEngine } from './engine';
import { SAMPLE_RATE } from './rate';

/** Peaks by track, and what frame they reach up to; plain data, to be sent from where the engine runs. */
export interface PeaksMessage {
  readonly frame: number;
  readonly peaks: readonly (readonly [name: string, peak: number])[];
  /** The highest level of the whole between samples too, as a gain. */
  readonly truePeak: number;
  /** The least that the limiter turned the whole down to, as a gain: 1 where it had nothing to do. */
  readonly held: number;
}

/** Thirty times a second: as often as an eye follows. */
const METER_FRAMES = SAMPLE_RATE / 30;

/** Tells an engine's peaks thirty times a second, counted in the frames it renders, and at once when it begins. */
export class PeakTeller {
  private waited = METER_FRAMES;
  private truePeak = new TruePeakMeter();

  constructor(
    private readonly engine: SoundEngine,
    private readonly tell: (message: PeaksMessage) => void,
  ) {}

  /** After each block that was rendered: its samples, and the frame it ends at. */
  rendered(left: Float32Array, right: Float32Array, frame: number): void {
    this.truePeak.add({ left, right });
    this.waited += left.length;
    if (this.waited < METER_FRAMES) return;
    this.waited %= METER_FRAMES;
    this.tell({ frame, peaks: [...this.engine.takePeaks()], truePeak: this.truePeak.take(), held: this.engine.takeLeastGain() });
  }
}
