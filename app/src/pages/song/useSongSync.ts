import { useEffect, useState } from 'react';
import { useStore } from 'react-redux';
import { songClosed } from '../../state/document/song';
import { useEffects } from '../../state/effects';
import { tourSet } from '../../state/session/tour';
import { othersLeft } from '../../state/session/others';
import { noticeSet, placementOpened } from '../../state/session/session';
import { trialSet } from '../../state/session/trial';
import type { Store } from '../../state/store';
import { askForSong, SongSync } from '../../sync/song-sync';
import { portOf } from './song-port';

/** Opens a song and keeps it in step with the server for as long as the component is there. Gives why it cannot be opened, if so. */
export function useSongSync(songId: string): string | null {
  const store = useStore() as Store;
  const { keeping, outbox, belongings, server, keptSongs, windowId } = useEffects();
  const [problem, setProblem] = useState<string | null>(null);
  // While the screen is drawn for the first time, the song is on its way already.
  const [asked] = useState(() => askForSong(songId, outbox(), server, keptSongs));
  const [sync] = useState(() => new SongSync(songId, portOf(store, belongings.heard), outbox(), server, keptSongs, windowId));
  useEffect(() => {
    const { dispatch } = store;
    const detach = keeping.attach(sync);
    sync.open(asked).catch((error: Error) => setProblem(error.message));
    return () => {
      sync.close();
      detach();
      dispatch(trialSet(null));
      dispatch(placementOpened(null));
      dispatch(noticeSet(null));
      dispatch(othersLeft());
      dispatch(tourSet(null));
      dispatch(songClosed());
    };
  }, [sync, asked, store, keeping]);
  return problem;
}
