import type { Clip } from '@yibbo/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { store, stored } from '../../browser/storage';

/** The last copy, from any song and window of this browser. */
export interface Clipboard {
  readonly clip: Clip;
  /** The text given to the system's clipboard with it: any other text there is someone else's. */
  readonly text: string;
}

const EMPTY: Clipboard = { clip: { notes: [] }, text: '' };

/** Where it is stored: what another window copies is read from there too. */
export const CLIPBOARD_KEY = 'yibbo clipboard';

/** The stored form; an older page stored only the notes, which are ignored. */
function read(): Clipboard {
  const found = stored(CLIPBOARD_KEY, EMPTY);
  return Array.isArray(found.clip?.notes) ? found : EMPTY;
}

const slice = createSlice({
  name: 'clipboard',
  initialState: read,
  reducers: {
    copied: (_state, { payload }: PayloadAction<Clipboard>) => payload,
    copiedElsewhere: read,
  },
});

export function storeClipboard(clipboard: Clipboard): void {
  store(CLIPBOARD_KEY, clipboard);
}

export const clipboardReducer = slice.reducer;
export const { copied, copiedElsewhere } = slice.actions;
