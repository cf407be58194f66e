import type { ActionId } from '@yibbo/core';

/** An explanation of something on the screen. */
export interface Explanation {
  readonly title: string;
  readonly text: string;
  /** Of the guide: the text with what is set apart in it, made when the program is built. */
  readonly html?: string;
  /** The action it is about, of which an example can be shown. */
  readonly actionId?: ActionId;
}

export interface Entry extends Explanation {
  /** Fits the accessible names of what is explained. */
  readonly names: RegExp;
}
