import type { Id } from '@yibbo/core';

/** Queries the page answers while it is shown. */
interface ShownPage {
  readonly isInView: (tick: number) => boolean;
  readonly reveal: (tick: number) => void;
}

/** The song page that is on screen, for what is said and done outside of it; while another screen is shown there is none. */
export class PageOnScreen {
  private shown: ShownPage | null = null;
  private left: { readonly songId: Id; readonly top: number } | null = null;

  /** Remembers how far down the page of a song was left, in pixels. */
  leave(songId: Id, top: number): void {
    this.left = { songId, top };
  }

  /** How far down a song's page was left; 0 where another song's was, or none. */
  leftAt(songId: Id): number {
    return this.left?.songId === songId ? this.left.top : 0;
  }

  /** Tells what is on screen; returns what takes it back. */
  show(shown: ShownPage): () => void {
    this.shown = shown;
    return () => {
      if (this.shown === shown) this.shown = null;
    };
  }

  get isOpen(): boolean {
    return this.shown !== null;
  }

  /** Whether the row of a tick of the song is on screen. */
  isInView(tick: number): boolean {
    return this.shown?.isInView(tick) ?? false;
  }

  /** Scrolls just far enough that the row of a tick is in view. */
  reveal(tick: number): void {
    this.shown?.reveal(tick);
  }
}
