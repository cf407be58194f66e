import type { TrackControls } from './controls';
import { StateFilter, type Band } from './filter';
import { exp2 } from './math';
import type { Sound } from './sounds';
import type { Tools } from './voice';
import type { Samples } from './workbench';

const BANDS: readonly Band[] = ['low', 'mid', 'high'];
/** The filter of a kit: how many octaves it comes down from the top, or up from the foot, and where these are, in hertz. */
const SWEEP_OCTAVES = 7;
const TOP_HZ = 18_000;
const FOOT_HZ = 24;
/** Turned by less, the filter is not there. */
const UNTURNED = 0.02;
const MOST_RESONANCE = 0.9;

/** Processes all of a track's notes at one pan position together: a filter swept over a kit, and the tone in three
 *  bands. */
export class Shape {
  private readonly filters: Partial<Record<Band, StateFilter>> = {};
  /** Those of them that turn something. */
  private turning: readonly StateFilter[] = [];
  private bandsWere: Sound['bands'];
  private sweep: StateFilter | null = null;

  constructor(private readonly tools: Tools) {}

  work(samples: Samples, sound: Sound, controls: TrackControls, frame: number): void {
    if (sound.kind === 'drums' && controls.areUsed)
      this.turnFilter(samples, controls.filter(frame), (sound.resonance ?? 0) + controls.resonance(frame));
    if (sound.bands !== this.bandsWere) this.setBands(sound.bands);
    for (const filter of this.turning) this.through(filter, samples);
  }

  private setBands(bands: Sound['bands']): void {
    this.bandsWere = bands;
    this.turning = BANDS.flatMap((band) => {
      const db = bands?.[band] ?? 0;
      // One that was turned and is not any more stays, so that nothing jumps.
      if (db === 0 && !this.filters[band]) return [];
      const filter = (this.filters[band] ??= new StateFilter('low'));
      filter.tuneBand(band, db);
      return [filter];
    });
  }

  /** Closes a kit from above where it is turned down, from below where it is turned up. */
  private turnFilter(samples: Samples, turned: number, resonance: number): void {
    if (Math.abs(turned) < UNTURNED) {
      this.sweep = null;
      return;
    }
    const kind = turned < 0 ? 'low' : 'high';
    if (this.sweep?.kind !== kind) this.sweep = new StateFilter(kind);
    const hz = turned < 0 ? TOP_HZ * exp2(SWEEP_OCTAVES * turned) : FOOT_HZ * exp2(SWEEP_OCTAVES * turned);
    this.sweep.tune(hz, Math.max(0, Math.min(MOST_RESONANCE, resonance)));
    this.through(this.sweep, samples);
  }

  private through(filter: StateFilter, samples: Samples): void {
    this.tools.filters.add(filter, samples);
    this.tools.filters.finish();
  }
}
