import { useLocalSearchParams, useRouter } from 'expo-router';
import { useEffect, useEffectEvent } from 'react';
import { stored } from '../../browser/storage';
import { LAST_SONG_KEY } from '../../state/addresses';
import { sharedFile, whenOpenedWith } from '../../browser/handed-files';

interface Begun {
  readonly onNew: () => void;
  readonly onLast: (songId: string) => void;
  readonly onFile: (file: File) => void;
}

/** Begins as the app was asked to from outside: by a shortcut (a new song, the last one), a file opened with it or shared to it. */
export function useBegun({ onNew, onLast, onFile }: Begun): void {
  const router = useRouter();
  const { begin } = useLocalSearchParams<{ begin?: string }>();
  const start = useEffectEvent((how: string) => {
    // Asked for once: a reload later does not do it again.
    router.setParams({ begin: undefined });
    const { id } = stored(LAST_SONG_KEY, { id: '' });
    if (how === 'new') onNew();
    else if (how === 'last' && id) onLast(id);
    else if (how === 'shared') void sharedFile().then((file) => file && onFile(file));
  });
  const take = useEffectEvent(onFile);
  useEffect(() => {
    if (!begin) return undefined;
    // The first screen may not go to another before all around it is drawn.
    const timer = setTimeout(() => start(begin));
    return () => clearTimeout(timer);
  }, [begin]);
  useEffect(() => whenOpenedWith((file) => take(file)), []);
}
