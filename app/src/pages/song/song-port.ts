import { bothChanged, counted, type Answer, type Change } from '@yibbo/core';
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
import { lineOpened, otherMoved } from '../../state/session/others';
import { noticeSet } from '../../state/session/session';
import type { Store } from '../../state/store';
import type { SongPort } from '../../sync/song-sync';

/** A word where another window changed the same as this one before either knew: the server's order decides. Null where none did. */
function sameWords({ missed, lost }: Answer, unsent: readonly Change[]): string | null {
  const order = missed.map(({ id }) => id);
  const own = unsent.filter(({ id }) => order.includes(id));
  const ownIds = new Set(own.map(({ id }) => id));
  // Where ours had to be fitted to theirs, the server sends it back, too.
  const theirs = missed.flatMap(({ id, change }) => (change && !ownIds.has(id) ? [change] : []));
  const pairs = theirs.flatMap((their) =>
    own.map((mine) => ({ count: bothChanged(mine, their), isLater: order.indexOf(mine.id) > order.indexOf(their.id) })),
  );
  const count = pairs.reduce((sum, pair) => sum + pair.count, 0);
  if (count > 0) {
    const whose = pairs.some((pair) => pair.count > 0 && !pair.isLater)
      ? 'The other window’s came later and holds'
      : 'Yours came later and holds';
    return `Another window changed the same ${count === 1 ? 'value' : `${count} values`} as you. ${whose}.`;
  }
  return lost.length > 0 ? `Another window had removed ${counted(lost.length, 'thing')} that you changed.` : null;
}

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
      const said = sameWords(answer, getState().song.unsent);
      dispatch(songAnswered(answer));
      if (said) dispatch(noticeSet(said));
      if (answer.missed.some(({ change }) => change)) dispatch(rerunTrial());
    },
    caughtUp: (server, known) => {
      dispatch(songCaughtUp({ server, known }));
      dispatch(rerunTrial());
    },
    belongingsPut,
    lineOpened: () => void dispatch(lineOpened()),
    otherMoved: (moved) => void dispatch(otherMoved(moved)),
    linked: (link) => void dispatch(linkChanged(link)),
    stored: (isKept) => void dispatch(storageChanged(isKept)),
    found: (unsent) => void dispatch(unsentFound(unsent)),
    parted: (server) => void dispatch(historiesParted(server)),
  };
}
