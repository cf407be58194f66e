/** A place on the grid: a tick, not yet snapped, and a row. */
export interface Place {
  readonly tick: number;
  readonly pitch: number;
  /** How far above the middle of its row, in rows, -0.5..0.5; absent means in the middle. */
  readonly inRow?: number;
}

/** A note as it is drawn: all but whose it is. */
export interface DrawnNote {
  readonly start: number;
  readonly length: number;
  readonly pitch: number;
  readonly velocity: number;
}
