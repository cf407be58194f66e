import type { Document } from '@yibbo/core';
import type { WavEnd, WavOptions } from '@yibbo/core/render';

export interface WavRequest {
  readonly document: Document;
  readonly options: WavOptions;
}

/** The messages of making a WAV file, piece by piece. */
export type WavAnswer =
  | { readonly type: 'piece'; readonly bytes: Uint8Array; readonly progress: number }
  | { readonly type: 'end'; readonly end: WavEnd }
  | { readonly type: 'failed'; readonly message: string };
