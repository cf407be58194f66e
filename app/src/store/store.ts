import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { songReducer, type SongAction } from './song';
import { nudgeReducer } from './nudged';
import { trialReducer } from './trial';
import { storeViews, viewReducer } from './view';

/** The store's own checks and freezing are off: over a song's notes they cost more than everything else together. */
export function makeStore() {
  const store = configureStore({
    reducer: { song: songReducer, view: viewReducer, trial: trialReducer, nudge: nudgeReducer },
    middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }),
  });
  let before = store.getState().view;
  store.subscribe(() => {
    const now = store.getState().view;
    if (now.patterns !== before.patterns || now.habits !== before.habits) storeViews(now);
    before = now;
  });
  return store;
}

export type Store = ReturnType<typeof makeStore>;
export type State = ReturnType<Store['getState']>;
export type GetState = () => State;
export type AppDispatch = Store['dispatch'] & ((action: SongAction) => unknown);
export type Thunk<T = void> = (dispatch: AppDispatch, getState: GetState) => T;

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<State>();
