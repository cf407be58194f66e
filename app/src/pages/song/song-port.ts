import { rerunTrial } from '../../acts/trial/trials';
import {
  songOpened,
  songAnswered,
  songCaughtUp,
  linkChanged,
  storageChanged,
  unsentFound,
  historiesParted,
} from '../../state/document/song';
import type { Store } from '../../state/store';
import type { SongPort } from '../../sync/song-sync';

/** The open song of a store, for what keeps it in step. */
export function portOf({ dispatch, getState }: Store, belongingsPut: SongPort['belongingsPut']): SongPort {
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
