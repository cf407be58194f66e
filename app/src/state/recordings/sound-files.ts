import type { SoundFile } from '@yibbo/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { FileNews } from '../../sync/sound-files';

/** The state of sound files in this window, by hash, and of files being brought in. */
export interface SoundFilesState {
  readonly files: Readonly<Record<string, FileNews>>;
  /** A file on its way in, in words and how far it is, 0..1. */
  readonly coming: { readonly name: string; readonly doing: string; readonly share: number } | null;
}

const slice = createSlice({
  name: 'soundFiles',
  initialState: (): SoundFilesState => ({ files: {}, coming: null }),
  reducers: {
    fileTold: (state, { payload }: PayloadAction<{ readonly hash: string; readonly news: FileNews }>) => ({
      ...state,
      files: { ...state.files, [payload.hash]: payload.news },
    }),
    comingSet: (state, { payload }: PayloadAction<SoundFilesState['coming']>) => ({ ...state, coming: payload }),
  },
});

export const soundFilesReducer = slice.reducer;
export const { fileTold, comingSet } = slice.actions;

/** A file's state in words; null where it is there and nothing has to be said. */
export function fileWords(news: FileNews | undefined, { name }: Pick<SoundFile, 'name'>): string | null {
  const percent = news?.share === undefined ? '' : ` ${Math.round(news.share * 100)} %`;
  switch (news?.state) {
    case undefined:
    case 'fetching':
      return `Fetching ${name} …`;
    case 'decoding':
      return `Decoding ${name} …`;
    case 'listening':
      return `Listening for hits …${percent}`;
    case 'missing':
      return `${name} is not here: it may still be on the device it was added on. Open Yibbo there, or bring the file in again.`;
    case 'broken':
      return `${name} cannot be read as sound in this browser.`;
    case 'there':
      return news.isSent === false ? 'kept here until the server can be reached' : null;
  }
}
