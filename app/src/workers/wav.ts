import type { Document } from '@yibbo/core';
import type { WavEnd, WavOptions } from '@yibbo/core/render';

export interface WavRequest {
  readonly document: Document;
  readonly options: WavOptions;
  /** Whether each of its tracks leaves on its own. */
  readonly isApart: boolean;
}

/** The messages of making WAV files: pieces, the end of each file, the end of all. */
export type WavAnswer =
  | { readonly type: 'piece'; readonly bytes: Uint8Array; readonly progress: number }
  | { readonly type: 'end'; readonly end: WavEnd }
  | { readonly type: 'done' }
  | { readonly type: 'failed'; readonly message: string };
