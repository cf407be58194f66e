import { diff, type Change, type Id } from '@yibbo/core';
import { api } from '../sync/api';
import { stamp } from './edits';
import type { Thunk } from './store';
import { noticeSet } from './view';

/** What the two ends do in order to go on together; set while a song is open. */
export interface Keeping {
  rekeep(unsent: readonly Change[]): Promise<void>;
  goOn(): void;
}

/** Ends that the server and this window have different histories: `mine` sends as one Change what this window has and the server has not,
 *  `theirs` takes the song as the server has it. What was never sent is sent either way. */
export function rejoin(which: 'mine' | 'theirs', keeping: Keeping): Thunk<Promise<void>> {
  return async (dispatch, getState) => {
    const { parted, acknowledged, unsent } = getState().song;
    if (!parted || !acknowledged) return;
    const entries = which === 'mine' ? diff(parted.song, acknowledged) : [];
    const back: Change[] = entries.length ? [{ ...stamp(), label: 'Bring back what the server had lost', entries }] : [];
    await keeping.rekeep([...back, ...unsent]).catch(() => undefined);
    dispatch({ type: 'song/rejoined', unsent: [...back, ...unsent] });
    keeping.goOn();
  };
}

/** Leaves out the one Change that the server will not take, and sends the rest. */
export function leaveOut(changeId: Id, keeping: Keeping): Thunk<Promise<void>> {
  return async (dispatch, getState) => {
    await keeping.rekeep(getState().song.unsent.filter(({ id }) => id !== changeId)).catch(() => undefined);
    dispatch({ type: 'song/leftOut', changeId });
    keeping.goOn();
  };
}

/** Brings the open song back from where deleted songs are kept, and goes on. */
export function bringBackOpen(keeping: Keeping): Thunk<Promise<void>> {
  return async (dispatch, getState) => {
    const id = getState().song.document?.song.id;
    if (!id) return;
    try {
      await api.bringBack(id);
      keeping.goOn();
    } catch (error) {
      dispatch(noticeSet((error as Error).message));
    }
  };
}
