import { counted, differences, historyLine, stepsTo, type Difference, type Document, type Id } from '@yibbo/core';
import { commit, stamp } from './document/commit';
import { editSong } from './document/edits';
import { earlierRead } from '../state/document/song';
import { undo } from './document/undo';
import { noticeSet } from '../state/session/session';
import { settleTrial } from './trial/trial-ends';
import type { Thunk } from '../state/store';

/** Goes back or on until a step of the history is the last that is done: as many undos, or redos, as it takes. */
export function goToStep(id: Id): Thunk<Promise<void>> {
  return async (dispatch, getState) => {
    dispatch(settleTrial());
    const line = historyLine(getState().song.history, getState().session.openRun);
    const steps = stepsTo(line, id);
    // A long way is gone in one step, which can be undone as one.
    if (Math.abs(steps) > MOST_STEPS) return dispatch(backTo(id, line.find((step) => step.id === id)!.words));
    for (let step = 0; step < Math.abs(steps); step++) {
      const before = getState().song.history.length;
      await dispatch(undo(steps < 0 ? 'undo' : 'redo'));
      // Without the server, what is not in this browser cannot be taken back.
      if (getState().song.history.length === before) return;
    }
    if (steps) dispatch(noticeSet(`${counted(Math.abs(steps), 'step')} ${steps < 0 ? 'undone' : 'done again'}.`));
  };
}

/** How many steps are taken one by one. */
const MOST_STEPS = 30;

/** Saves where the song is now under a name, to be opened and gone back to however it goes on. */
export function savePoint(name: string): Thunk {
  return (dispatch, _getState, effects) => {
    const point = name.trim().slice(0, 200);
    if (!point) return;
    dispatch(settleTrial());
    dispatch(commit({ ...stamp(effects), label: `Saved point: ${point}`, point, entries: [] }));
    dispatch(noticeSet(`Saved as ${point}.`));
  };
}

/** Makes the song what it was at a saved point, or after a step, as one step that can be undone. */
export function backTo(id: Id, name: string): Thunk<Promise<void>> {
  return async (dispatch, getState, { server }) => {
    const songId = getState().song.document?.song.id;
    if (!songId) return;
    const then = await server.songAt(songId, id).catch((error: Error) => void dispatch(noticeSet(error.message)));
    if (!then || getState().song.document?.song.id !== songId) return;
    const isDone = dispatch(editSong(`Back to ${name}`, () => then.song));
    dispatch(
      noticeSet(
        isDone ? { words: `The song is as it was at ${name}.`, remedy: { kind: 'undo' } } : `The song is as it was at ${name} already.`,
      ),
    );
  };
}

/** How the song differs from what it was at a saved point, and that song, to be heard; null where it cannot be had. */
export function comparedWith(id: Id): Thunk<Promise<Compared | null>> {
  return async (dispatch, getState, { server }) => {
    dispatch(settleTrial());
    const { document } = getState().song;
    const then = document && (await server.songAt(document.song.id, id).catch((error: Error) => void dispatch(noticeSet(error.message))));
    return then ? { document: then.song, differences: differences(then.song, document) } : null;
  };
}

/** A saved point, compared with the song as it is. */
export interface Compared {
  readonly document: Document;
  readonly differences: readonly Difference[];
}

/** Opens a saved point beside the song: a copy of what it was then. Answers the copy's id. */
export function copyOfPoint(id: Id): Thunk<Promise<Id | null>> {
  return async (dispatch, getState, { server }) => {
    const songId = getState().song.document?.song.id;
    if (!songId) return null;
    const made = await server.copy(songId, id).catch((error: Error) => void dispatch(noticeSet(error.message)));
    return made?.id ?? null;
  };
}

/** Reads what came before the oldest step that is known. */
export function readEarlier(): Thunk<Promise<void>> {
  return async (dispatch, getState, { server }) => {
    const { document, revision, acknowledgedLabels } = getState().song;
    const before = revision - acknowledgedLabels.length + 1;
    if (!document || before <= 1) return;
    const read = await server.history(document.song.id, before).catch(() => null);
    if (read) dispatch(earlierRead({ songId: document.song.id, before, labels: read.labels }));
  };
}
