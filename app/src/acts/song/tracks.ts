import { findById, freeName, most, withoutTrack, withTrackAt, withTreatmentsCopied, type Id, type Track } from '@yibbo/core';
import { editEntity, editSong } from '../document/edits';
import { noticeSet, sheetSet, switchingSet } from '../../state/session/session';
import type { Thunk } from '../../state/store';

/** Changes what a track is: its name, level, pan, colour, symbol. */
export function editTrack(trackId: Id, label: string, fields: Partial<Track>): Thunk {
  return (dispatch, getState) => {
    const track = findById(getState().song.document?.tracks ?? [], trackId);
    if (track) dispatch(editEntity(`${label}, ${track.name}`, 'tracks', track, fields));
  };
}

export function moveTrack(trackId: Id, direction: -1 | 1): Thunk {
  return (dispatch, getState) => {
    const tracks = getState().song.document?.tracks ?? [];
    const at = tracks.findIndex(({ id }) => id === trackId);
    const name = tracks[at]?.name ?? '';
    dispatch(
      editSong(`Move track ${name} ${direction === -1 ? 'up' : 'down'}`, (document) => withTrackAt(document, trackId, at + direction)),
    );
  };
}

/** Puts a track at another place among them, from 0. */
export function putTrackAt(trackId: Id, index: number): Thunk {
  return (dispatch, getState) => {
    const name = findById(getState().song.document?.tracks ?? [], trackId)?.name ?? '';
    dispatch(editSong(`Order of tracks: ${name}`, (document) => withTrackAt(document, trackId, index)));
  };
}

/** A track of the same sound below it, with linked copies of all its placements. */
export function duplicateTrack(trackId: Id): Thunk {
  return (dispatch, getState) => {
    const document = getState().song.document;
    const track = findById(document?.tracks ?? [], trackId);
    if (!document || !track) return;
    dispatch(
      editSong(`Duplicate track ${track.name}`, (song, newId) => {
        const id = newId();
        const at = song.tracks.findIndex((each) => each.id === trackId);
        const name = freeName(
          track.name,
          song.tracks.map((each) => each.name),
        );
        const own = song.placements.filter((each) => each.trackId === trackId);
        const copies = own.map((each) => ({ ...each, id: newId(), trackId: id }));
        const sources = new Map([[id, trackId], ...copies.map((copy, index) => [copy.id, own[index]!.id] as const)]);
        const last = most(song.tracks.map(({ order }) => order)) + 1;
        const added = {
          ...song,
          tracks: [...song.tracks, { ...track, id, name, order: last }],
          placements: [...song.placements, ...copies].sort((a, b) => a.start - b.start),
        };
        return withTrackAt(withTreatmentsCopied(added, sources, newId), id, at + 1);
      }),
    );
    dispatch(noticeSet(`${track.name} was duplicated. Its patterns are linked.`));
  };
}

export function deleteTrack(trackId: Id): Thunk {
  return (dispatch, getState) => {
    const name = findById(getState().song.document?.tracks ?? [], trackId)?.name ?? '';
    dispatch(editSong(`Delete track ${name}`, (document) => withoutTrack(document, trackId)));
    dispatch(sheetSet(null));
    dispatch(noticeSet({ words: `${name} was deleted.`, remedy: { kind: 'undo' } }));
  };
}

/** Only this track is heard, or all again: one touch each way. */
export function soloOnly(trackId: Id): Thunk {
  return (dispatch, getState) => {
    const tracks = getState().song.document?.tracks ?? [];
    const track = findById(tracks, trackId);
    if (!track) return;
    const isOnly = track.soloed && tracks.every(({ id, soloed }) => soloed === (id === trackId));
    dispatch(
      editSong(isOnly ? 'All tracks' : `Only ${track.name}`, (document) => ({
        ...document,
        tracks: document.tracks.map((each) => {
          const soloed = !isOnly && each.id === trackId;
          return each.soloed === soloed ? each : { ...each, soloed };
        }),
      })),
    );
  };
}

/** Lets a track go out at the next bar, or come in where it is muted, while the rest plays on. */
export function switchAtBar(trackId: Id): Thunk {
  return (dispatch, getState, { sound }) => {
    const track = findById(getState().song.document?.tracks ?? [], trackId);
    if (!track || !getState().session.isPlaying || getState().session.switching[trackId]) return;
    const goes = track.muted ? 'in' : 'out';
    dispatch(switchingSet({ trackId, goes }));
    // Kept silent until its bar, it can be unmuted at once.
    sound.player?.switchAtBar(trackId, goes);
    if (goes === 'in') dispatch(editEntity(`${track.name} comes in`, 'tracks', track, { muted: false }));
  };
}

/** A track has reached its bar: one that goes out is muted from there on. */
export function switchedAtBar(trackId: Id, goes: 'in' | 'out', isDone: boolean): Thunk {
  return (dispatch, getState) => {
    dispatch(switchingSet({ trackId, goes: null }));
    const track = findById(getState().song.document?.tracks ?? [], trackId);
    if (isDone && goes === 'out' && track) dispatch(editEntity(`${track.name} goes out`, 'tracks', track, { muted: true }));
  };
}
