import { useEffect, useState } from 'react';
import { useStore } from 'react-redux';
import {
  historiesParted,
  linkChanged,
  songAnswered,
  songCaughtUp,
  songClosed,
  songOpened,
  storageChanged,
  unsentFound,
} from '../document/song';
import { useEffects } from '../effects';
import { noticeSet, placementOpened } from '../session/session';
import { trialSet } from '../session/trial';
import { rerunTrial } from '../session/trials';
import type { Store } from '../store';
import { askForSong, SongSync, type SongPort } from '../sync/song-sync';

/** The open song of a store, for what keeps it in step. */
function portOf({ dispatch, getState }: Store, belongingsPut: SongPort['belongingsPut']): SongPort {
  return {
    standing: () => {
      const { revision, acknowledgedLabels, unsent, link } = getState().song;
      return { revision, head: acknowledgedLabels.at(-1)?.id ?? null, unsent, link };
    },
    opened: ({ song, revision, history, missing }, unsent) =>
      void dispatch(songOpened({ document: song, revision, history, unsent, missing })),
    answered: (answer) => {
      dispatch(songAnswered(answer));
      if (answer.missed.some(({ change }) => change)) dispatch(rerunTrial());
    },
    caughtUp: (server, known) => {
      dispatch(songCaughtUp({ server, known }));
      dispatch(rerunTrial());
    },
    belongingsPut,
    linked: (link) => void dispatch(linkChanged(link)),
    stored: (isKept) => void dispatch(storageChanged(isKept)),
    found: (unsent) => void dispatch(unsentFound(unsent)),
    parted: (server) => void dispatch(historiesParted(server)),
  };
}

/** Opens a song and keeps it in step with the server for as long as the component is there. Gives why it cannot be opened, if so. */
export function useKeptSong(songId: string): string | null {
  const store = useStore() as Store;
  const { keeping, outbox, belongings } = useEffects();
  const [problem, setProblem] = useState<string | null>(null);
  // While the screen is drawn for the first time, the song is on its way already.
  const [asked] = useState(() => askForSong(songId, outbox()));
  const [sync] = useState(() => new SongSync(songId, portOf(store, belongings.heard), outbox()));
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
      dispatch(songClosed());
    };
  }, [sync, asked, store, keeping]);
  return problem;
}
