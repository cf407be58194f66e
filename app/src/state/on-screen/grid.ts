import type { Id, Place, Point } from '@yibbo/core';

/** A range of time and rows, half open. */
export interface ShownRange {
  readonly fromTick: number;
  readonly toTick: number;
  readonly fromRow: number;
  readonly toRow: number;
}

/** A note's place: its time and the index of its row. */
export interface NotePlace {
  readonly start: number;
  readonly length: number;
  readonly row: number;
}

/** Commands for the view of the notes: scroll and zoom, in pixels, ticks and rows. */
interface GridView {
  readonly width: number;
  readonly height: number;
  zoomBy(timeFactor: number, rowFactor: number, x: number, y: number): void;
  scrollBy(x: number, y: number): void;
  shows(startTick: number, lengthTicks: number, row: number): boolean;
  reveal(tick: number, row: number): void;
  jump(places: readonly NotePlace[]): void;
  fit(range: ShownRange): void;
}

interface Shown {
  readonly viewport: GridView;
  readonly range: () => ShownRange;
  readonly places: () => readonly NotePlace[];
  /** The index of a pitch's row; -1 where that is hidden. */
  readonly rowOf: (pitch: number) => number;
}

/** A stretch of time that was in view, and of which song. */
interface ShownTime {
  readonly songId: Id;
  readonly pixelsPerTick: number;
  readonly fromTick: number;
}

/** The notes that are on screen, for keys and buttons outside the grid. While the pattern is shown as steps there are none. */
export class GridOnScreen {
  private shown: Shown | null = null;
  private lastTime: ShownTime | null = null;
  private placeOf: ((point: Point) => Place) | null = null;

  /** Tells how points of the page become places, in either view; returns what takes it back. */
  showPlaces(placeOf: (point: Point) => Place): () => void {
    this.placeOf = placeOf;
    return () => {
      if (this.placeOf === placeOf) this.placeOf = null;
    };
  }

  /** The place at a point of the page: anywhere on the grid of notes, or on a cell of the steps; null elsewhere. */
  placeAt(point: Point): Place | null {
    const isOnNotes = document.elementFromPoint(point.x, point.y)?.closest('[data-places], [data-cell]');
    return isOnNotes && this.placeOf ? this.placeOf(point) : null;
  }

  /** Tells what is on screen; returns what takes it back. */
  show(shown: Shown): () => void {
    this.shown = shown;
    return () => {
      this.shown = null;
    };
  }

  /** Remembers the time in view, so that the next track begins there. */
  leave(time: ShownTime): void {
    this.lastTime = time;
  }

  /** The time that was last in view of a song. */
  timeOf(songId: Id): ShownTime | null {
    return this.lastTime?.songId === songId ? this.lastTime : null;
  }

  /** Zooms by factors about the middle. */
  zoom(timeFactor: number, rowFactor: number): void {
    const viewport = this.shown?.viewport;
    viewport?.zoomBy(timeFactor, rowFactor, viewport.width / 2, viewport.height / 2);
  }

  /** Scrolls by shares of what is in view. */
  scroll(across: number, down: number): void {
    const viewport = this.shown?.viewport;
    viewport?.scrollBy(across * viewport.width, down * viewport.height);
  }

  /** Whether a place is on screen. */
  isInView(tick: number, pitch: number): boolean {
    const row = this.shown?.rowOf(pitch) ?? -1;
    return row >= 0 && this.shown!.viewport.shows(tick, 1, row);
  }

  /** Scrolls just far enough that a place is in view. */
  reveal(tick: number, pitch: number): void {
    const row = this.shown?.rowOf(pitch) ?? -1;
    if (row >= 0) this.shown!.viewport.reveal(tick, row);
  }

  /** Scrolls to the nearest note that is out of sight, if there is one. */
  jumpToHidden(): void {
    this.shown?.viewport.jump(this.shown.places());
  }

  /** Brings every note into view. */
  fit(): void {
    this.shown?.viewport.fit(this.shown.range());
  }
}
