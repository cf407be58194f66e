import type { Change, Entry, Id } from '@yibbo/core';
import type { Effects } from '../../state/effects';
import type { Thunk } from '../../state/store';
import { songChanged } from '../../state/document/song';

/** The stamp of every Change: an id, a time, a device. */
export function stamp({ newId, now, deviceId }: Pick<Effects, 'newId' | 'now' | 'deviceId'>): Pick<Change, 'id' | 'at' | 'device'> {
  return { id: newId(), at: now(), device: deviceId };
}

/** Makes a Change: shown at once, kept at once. */
export function commit(change: Change): Thunk {
  return (dispatch, getState, { keeping }) => {
    if (change.entries.length === 0 && !change.undoes && change.point === undefined) return;
    if (!getState().song.document) return;
    dispatch(songChanged(change));
    keeping.current?.keep(change);
  };
}

/** Makes a Change of these entries; with `together` it belongs to that run of Changes, which undo takes back as one once the run is over. */
export function commitEntries(label: string, entries: readonly Entry[], together?: Id): Thunk {
  return (dispatch, _getState, effects) => dispatch(commit({ ...stamp(effects), label, ...(together ? { together } : {}), entries }));
}
