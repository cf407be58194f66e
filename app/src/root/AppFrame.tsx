import { useEffect, useState, type ReactNode } from 'react';
import { Provider } from 'react-redux';
import { TamaguiProvider, Theme } from '@tamagui/core';
import { EffectsProvider } from '../state/effects';
import { browserEffects } from './browser-effects';
import { Unbroken } from '../pages/broken/ErrorScreen';
import { fileTold } from '../state/recordings/sound-files';
import { noticeSet, playingSet } from '../state/session/session';
import { makeStore } from '../state/store';
import { hasUnsentFiles } from '../sync/unsent-files';
import { pageStyles } from '../theme/fonts';
import { useKeyboardRoom } from '../theme/page';
import { DAY, NIGHT } from '../theme/palette';
import { tamaguiConfig } from '../theme/tamagui.config';

/** Time for the page to open first. */
const LEFTOVERS_AFTER_MS = 3000;

const SOUND_RESTARTED = 'The sound stopped by a fault of ours, and was started again. Press Play to go on.';
const SOUND_GONE = 'The sound stopped again. Load the page anew to hear more; all you did is kept. Help has a report to save.';

const effects = browserEffects();
const store = makeStore(effects);

/** Day or night as the device has it, changing with it. */
function useNight(): boolean {
  const query = typeof matchMedia === 'function' ? matchMedia('(prefers-color-scheme: dark)') : null;
  const [isNight, setNight] = useState(query?.matches ?? false);
  useEffect(() => {
    const follow = () => setNight(query?.matches ?? false);
    query?.addEventListener('change', follow);
    return () => query?.removeEventListener('change', follow);
  }, [query]);
  return isNight;
}

/** Everything every screen stands in: store, theme, fonts. */
export function AppFrame({ children }: { readonly children: ReactNode }) {
  const isNight = useNight();
  useKeyboardRoom();
  useEffect(() => {
    effects.belongings.begin(store);
    effects.installed.begin();
    effects.faults.begin();
    const unwatch = effects.sound.watchDied((hasRestarted) => {
      effects.faults.note('sound', 'The sound engine stopped.');
      store.dispatch(playingSet(false));
      store.dispatch(noticeSet(hasRestarted ? SOUND_RESTARTED : SOUND_GONE));
    });
    effects.files.onNews = (hash, news) => {
      store.dispatch(fileTold({ hash, news }));
      effects.sound.refresh();
    };
    // Send Changes left over from a page that was closed.
    if (hasUnsentFiles()) effects.files.open().catch(() => undefined);
    const sendLeftovers = () => void effects.leftovers.send();
    const once = setTimeout(sendLeftovers, LEFTOVERS_AFTER_MS);
    addEventListener('online', sendLeftovers);
    return () => {
      unwatch();
      clearTimeout(once);
      removeEventListener('online', sendLeftovers);
    };
  }, []);
  useEffect(() => {
    document.documentElement.lang = 'en';
    // The browser's own widgets (sliders, scroll bars) follow the theme.
    document.documentElement.style.colorScheme = isNight ? 'dark' : 'light';
    document.body.style.background = (isNight ? NIGHT : DAY).paper;
  }, [isNight]);
  return (
    <Provider store={store}>
      <EffectsProvider value={effects}>
        <style>{pageStyles()}</style>
        <TamaguiProvider config={tamaguiConfig} defaultTheme="light">
          <Theme name={isNight ? 'dark' : 'light'}>
            <Unbroken>{children}</Unbroken>
          </Theme>
        </TamaguiProvider>
      </EffectsProvider>
    </Provider>
  );
}
