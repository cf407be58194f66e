import { diff, type Change, type Id } from '@yibbo/core';
import { noticeSet } from '../../state/session/session';
import type { Thunk } from '../../state/store';
import { stamp } from './commit';
import { changeLeftOut, historiesRejoined, songTakenAsWhole } from '../../state/document/song';

/** Ends that the server and this window have different histories: `mine` sends as one Change what this window has and the server has not,
 *  `theirs` takes the song as the server has it. What was never sent is sent either way. */
export function rejoin(which: 'mine' | 'theirs'): Thunk<Promise<void>> {
  return async (dispatch, getState, effects) => {
    const { keeping } = effects;
    const { parted, acknowledged, unsent } = getState().song;
    if (!parted || !acknowledged) return;
    const entries = which === 'mine' ? diff(parted.song, acknowledged) : [];
    const back: Change[] = entries.length ? [{ ...stamp(effects), label: 'Bring back what the server had lost', entries }] : [];
    await keeping.current?.rekeep([...back, ...unsent]).catch(() => undefined);
    dispatch(historiesRejoined([...back, ...unsent]));
    keeping.current?.goOn();
  };
}

/** Leaves out the one Change that the server will not take, and sends the rest. */
export function leaveOut(changeId: Id): Thunk<Promise<void>> {
  return async (dispatch, getState, { keeping }) => {
    await keeping.current?.rekeep(getState().song.unsent.filter(({ id }) => id !== changeId)).catch(() => undefined);
    dispatch(changeLeftOut(changeId));
    keeping.current?.goOn();
  };
}

/** Takes the open song, which was damaged, as it is from now on. */
export function takeAsWhole(): Thunk<Promise<void>> {
  return async (dispatch, getState, { server }) => {
    const id = getState().song.document?.song.id;
    if (!id) return;
    try {
      await server.takeAsWhole(id);
      dispatch(songTakenAsWhole());
    } catch (error) {
      dispatch(noticeSet((error as Error).message));
    }
  };
}

/** Brings the open song back from where deleted songs are kept, and goes on. */
export function bringBackOpen(): Thunk<Promise<void>> {
  return async (dispatch, getState, { keeping, server }) => {
    const id = getState().song.document?.song.id;
    if (!id) return;
    try {
      await server.bringBack(id);
      keeping.current?.goOn();
    } catch (error) {
      dispatch(noticeSet((error as Error).message));
    }
  };
}
