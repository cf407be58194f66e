/** A place on the grid: a tick, not yet snapped, and a row. */
export interface Place {
  readonly tick: number;
  readonly pitch: number;
}

/** A note as it is drawn: all but whose it is. */
export interface DrawnNote {
  readonly start: number;
  readonly length: number;
  readonly pitch: number;
  readonly velocity: number;
}
