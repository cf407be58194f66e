import { NoSound } from '../audio/output';
import { selectHandledNotes } from '../state/session/selectors';
import { noticeSet, playingSet, spokenSet } from '../state/session/session';
import type { State, Thunk } from '../state/store';

export const NO_SOUND = 'This browser gives no sound. Check that the tab is not muted, then press play again.';

/** Plays from a tick of what is open, or goes on from there where it plays already. */
export function playFrom(tick: number): Thunk<Promise<void>> {
  return async (dispatch, _getState, { recording, sound }) => {
    recording.current?.end();
    try {
      const player = await sound.open();
      player.play(tick);
      dispatch(playingSet(true));
    } catch (error) {
      dispatch(noticeSet(error instanceof NoSound ? error.message : NO_SOUND));
    }
  };
}

/** Plays the open pattern from the cursor, else from the first of the selected notes, else from the marked stretch. */
export function playFromHere(): Thunk {
  return (dispatch, getState) => {
    dispatch(spokenSet('Plays from here'));
    void dispatch(playFrom(hereTick(getState())));
  };
}

function hereTick(state: State): number {
  const { cursor, span } = state.session;
  if (cursor) return cursor.tick;
  const first = selectHandledNotes(state).reduce((tick, { start }) => Math.min(tick, start), Infinity);
  return Number.isFinite(first) ? first : (span?.start ?? 0);
}
