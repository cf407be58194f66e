import { SAMPLE_RATE } from './rate';
import type { SoundEngine } from './engine';

/** Peaks by track, and what frame they reach up to; plain data, to be sent from where the engine runs. */
export interface PeaksMessage {
  readonly frame: number;
  readonly peaks: readonly (readonly [name: string, peak: number])[];
}

/** Thirty times a second: as often as an eye follows. */
const METER_FRAMES = SAMPLE_RATE / 30;

/** Tells an engine's peaks thirty times a second, counted in the frames it renders. */
export class PeakTeller {
  private waited = 0;

  constructor(
    private readonly engine: SoundEngine,
    private readonly tell: (message: PeaksMessage) => void,
  ) {}

  /** After each block that was rendered: how many frames it has, and the frame it ends at. */
  rendered(frames: number, frame: number): void {
    this.waited += frames;
    if (this.waited < METER_FRAMES) return;
    this.waited %= METER_FRAMES;
    const peaks = [...this.engine.takePeaks()];
    this.tell({ frame, peaks });
  }
}
