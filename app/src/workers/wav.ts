import type { Document, FileSamples } from '@yibbo/core';
import type { WavEnd, WavOptions } from '@yibbo/core/render';

export interface WavRequest {
  readonly document: Document;
  readonly options: Omit<WavOptions, 'samplesOf' | 'oneShotsOf'>;
  /** Samples of the files that its tracks play, and of recordings where those go with it, by their hash. */
  readonly files: Readonly<Record<string, FileSamples>>;
  readonly hasRecordings: boolean;
  /** Whether each of its tracks leaves on its own. */
  readonly isApart: boolean;
}

/** The messages of making WAV files: pieces, the end of each file, the end of all. */
export type WavAnswer =
  | { readonly type: 'piece'; readonly bytes: Uint8Array; readonly progress: number }
  | { readonly type: 'end'; readonly end: WavEnd }
  | { readonly type: 'done' }
  | { readonly type: 'failed'; readonly message: string };
