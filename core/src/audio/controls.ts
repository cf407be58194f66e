import { sineTurn } from './math';
import { SAMPLE_RATE } from './rate';

/** A track's live controls and their ranges: a bend in cents, pan -1..1 beside the track's own, filter and resonance -1..1 about
 *  where the sound has them, the others 0..1, of which a volume of 100 of MIDI's 127 leaves the track as loud as it is. */
export type TurnedKind = 'bend' | 'pressure' | 'modulation' | 'volume' | 'pan' | 'expression' | 'filter' | 'resonance';

/** A control on its way to the engine: from `value` at a frame of the engine's clock, in a straight line to another `frames` later. */
export interface EngineControl {
  readonly at: number;
  readonly frames: number;
  readonly trackId: string;
  readonly kind: TurnedKind;
  readonly value: number;
  readonly to: number;
}

const VIBRATO_HZ = 5.5;
/** How far the pitch swings with modulation, and with pressure, all the way up, in cents. */
const MODULATION_CENTS = 50;
const PRESSURE_CENTS = 20;
/** How far the filter opens with its own control, and with pressure, in octaves. */
const FILTER_OCTAVES = 3;
const PRESSURE_OCTAVES = 1.5;
const VOLUME_AT_REST = 100 / 127;

/** The controls of one track, where they stand and where they are going. */
export class TrackControls {
  private readonly ways = new Map<TurnedKind, EngineControl>();

  /** Whether any was ever turned: until then nothing has to be asked. */
  get areUsed(): boolean {
    return this.ways.size > 0;
  }

  set(control: EngineControl): void {
    this.ways.set(control.kind, control);
  }

  reset(): void {
    this.ways.clear();
  }

  /** How far the pitch of a note that has sounded for `age` frames is bent at a frame, in cents. */
  cents(frame: number, age: number): number {
    const depth = MODULATION_CENTS * this.value('modulation', frame, 0) + PRESSURE_CENTS * this.value('pressure', frame, 0);
    const vibrato = depth === 0 ? 0 : depth * sineTurn((age * VIBRATO_HZ) / SAMPLE_RATE);
    return this.value('bend', frame, 0) + vibrato;
  }

  /** How far the filter is opened at a frame, in octaves. */
  octaves(frame: number): number {
    return FILTER_OCTAVES * this.value('filter', frame, 0) + PRESSURE_OCTAVES * this.value('pressure', frame, 0);
  }

  /** How far the filter and its resonance are turned at a frame, -1..1. */
  filter(frame: number): number {
    return this.value('filter', frame, 0);
  }

  resonance(frame: number): number {
    return this.value('resonance', frame, 0);
  }

  /** The gain of volume and expression together: 40 dB for each tenth part, as General MIDI has it. */
  gain(frame: number): number {
    const volume = this.value('volume', frame, VOLUME_AT_REST) / VOLUME_AT_REST;
    const expression = this.value('expression', frame, 1);
    return volume * volume * expression * expression;
  }

  pan(frame: number): number {
    return this.value('pan', frame, 0);
  }

  private value(kind: TurnedKind, frame: number, rest: number): number {
    const way = this.ways.get(kind);
    if (!way) return rest;
    const { at, frames, value, to } = way;
    if (frame >= at + frames) return to;
    return frame <= at ? value : value + ((to - value) * (frame - at)) / frames;
  }
}
