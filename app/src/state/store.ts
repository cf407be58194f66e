import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector, useStore } from 'react-redux';
import { songReducer } from './document/song';
import type { Effects } from './effects';
import { foldingsReducer, storeFoldings } from './preferences/foldings';
import { patternViewsReducer, storePatternViews } from './preferences/pattern-views';
import { hearOtherWindows, storeThings } from './belongings/stored-things';
import { belongingsReducer, thingsKnown } from './belongings/things';
import { playInReducer, storePlayIn } from './preferences/play-in';
import { preferencesReducer, storePreferences } from './preferences/preferences';
import { soundFilesReducer } from './recordings/sound-files';
import { clipboardReducer, storeClipboard } from './session/clipboard';
import { othersReducer } from './session/others';
import { nudgeReducer } from './session/nudged';
import { playingInReducer } from './session/playing-in';
import { sessionReducer } from './session/session';
import { tourReducer } from './session/tour';
import { trialReducer } from './session/trial';

/** The store's own checks and freezing are off: over a song's notes they cost more than everything else together. */
export function makeStore(effects: Effects) {
  const store = configureStore({
    reducer: {
      song: songReducer,
      session: sessionReducer,
      trial: trialReducer,
      tour: tourReducer,
      nudge: nudgeReducer,
      playingIn: playingInReducer,
      playIn: playInReducer,
      preferences: preferencesReducer,
      belongings: belongingsReducer,
      patternViews: patternViewsReducer,
      foldings: foldingsReducer,
      clipboard: clipboardReducer,
      others: othersReducer,
      soundFiles: soundFilesReducer,
    },
    middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false, thunk: { extraArgument: effects } }),
  });
  let before = store.getState();
  store.subscribe(() => {
    const now = store.getState();
    if (now.preferences !== before.preferences) storePreferences(before.preferences, now.preferences);
    if (now.playIn !== before.playIn) storePlayIn(before.playIn, now.playIn);
    if (now.belongings !== before.belongings) storeThings(before.belongings, now.belongings);
    if (now.patternViews !== before.patternViews) storePatternViews(before.patternViews, now.patternViews);
    if (now.foldings !== before.foldings) storeFoldings(before.foldings, now.foldings);
    if (now.clipboard !== before.clipboard) storeClipboard(now.clipboard);
    before = now;
  });
  hearOtherWindows((known) => store.dispatch(thingsKnown([known])));
  return store;
}

export type Store = ReturnType<typeof makeStore>;
export type State = ReturnType<Store['getState']>;
export type GetState = () => State;
export type AppDispatch = Store['dispatch'];
export type Thunk<T = void> = (dispatch: AppDispatch, getState: GetState, effects: Effects) => T;

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<State>();
export const useAppStore = useStore.withTypes<Store>();
