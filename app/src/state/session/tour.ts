import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Steps of the short tour, each done by doing it on the open song. */
export type TourStep = 'draw' | 'play' | 'more' | 'done';

const slice = createSlice({
  name: 'tour',
  initialState: { step: null as TourStep | null },
  reducers: { tourSet: (_state, { payload }: PayloadAction<TourStep | null>) => ({ step: payload }) },
});

export const tourReducer = slice.reducer;
export const { tourSet } = slice.actions;
