import {
  clearTime,
  copyTime,
  cutAt,
  deleteTime,
  insertTime,
  withMeterAt,
  withTempoAt,
  spanOfBars,
  type BarSpan,
  type CopyMode,
  type Document,
  type Id,
  type MeterShape,
  type TickSpan,
} from '@yibbo/core';
import { editSong } from '../document/edits';
import { noticeSet, placementsSelected, sheetSet, stretchSet } from '../../state/session/session';
import type { Thunk } from '../../state/store';

export const TOO_LONG = 'The song would be longer than it can be.';

/** Tracks a stretch of bars is taken of; null is all. */
export type AmongTracks = ReadonlySet<Id> | null;

/** Sets the tempo from a tick on, to the next change of tempo; with null it goes on as before. */
export function setTempoAt(tick: number, bpm: number | null): Thunk {
  return (dispatch) => void dispatch(editSong(bpm === null ? 'Tempo as before' : `Tempo ${bpm}`, (song) => withTempoAt(song, tick, bpm)));
}

/** Sets the meter from a tick on, to the next change of meter; with null it goes on as before. */
export function setMeterAt(tick: number, meter: MeterShape | null): Thunk {
  const label = meter ? `Meter ${meter.numerator}/${meter.denominator}` : 'Meter as before';
  return (dispatch) => void dispatch(editSong(label, (song) => withMeterAt(song, tick, meter)));
}

/** Puts empty bars in before bars, as many as they are; those are marked then. */
export function insertBars(bars: BarSpan, words: string): Thunk {
  return (dispatch) => {
    const insert = (song: Document, newId: () => Id) => {
      const { start, end } = spanOfBars(song.song.meters, bars);
      return insertTime(song, start, end - start, newId);
    };
    const isDone = dispatch(editSong(`Insert before ${words}`, insert));
    dispatch(isDone ? stretchSet(bars) : noticeSet(TOO_LONG));
  };
}

/** Takes bars out of the song, on all tracks. */
export function deleteBars({ start, end }: TickSpan, words: string): Thunk {
  return (dispatch) => {
    dispatch(editSong(`Delete ${words}`, (song, newId) => deleteTime(song, start, end, newId)));
    dispatch(sheetSet(null));
    dispatch(stretchSet(null));
    dispatch(noticeSet({ words: `${words}: deleted on all tracks.`, remedy: { kind: 'undo' } }));
  };
}

/** Puts a copy of bars in right after them, which is marked then. */
export function copyBars({ first, last }: BarSpan, mode: CopyMode, words: string): Thunk {
  return (dispatch) => {
    const copy = (song: Document, newId: () => Id) => {
      const { start, end } = spanOfBars(song.song.meters, { first, last });
      return copyTime(song, [start, end], end, mode, newId);
    };
    const isDone = dispatch(editSong(`Duplicate ${words}, ${mode}`, copy));
    if (!isDone) return void dispatch(noticeSet(TOO_LONG));
    const bars = { first: last + 1, last: last + 1 + last - first };
    dispatch(stretchSet(bars));
    dispatch(sheetSet({ kind: 'stretch', bars }));
    dispatch(noticeSet(mode === 'linked' ? 'The copy is linked: they change together.' : 'The copy changes alone.'));
  };
}

/** Cuts the placements of some tracks at both edges of a stretch; what is heard stays as it is. */
export function cutBars({ start, end }: TickSpan, among: AmongTracks, words: string): Thunk {
  return (dispatch) => {
    const isAmong = ({ trackId }: { readonly trackId: Id }) => among?.has(trackId) ?? true;
    const isDone = dispatch(
      editSong(`Cut at ${words}`, (song, newId) => [start, end].reduce((each, tick) => cutAt(each, tick, newId, isAmong), song)),
    );
    dispatch(noticeSet(isDone ? 'Cut at both ends.' : 'Nothing goes on over its ends.'));
  };
}

/** Takes what lies in a stretch out of some tracks; the time stays. */
export function clearBars({ start, end }: TickSpan, among: AmongTracks, words: string): Thunk {
  return (dispatch) => {
    const isDone = dispatch(editSong(`Clear ${words}`, (song, newId) => clearTime(song, start, end, among, newId)));
    dispatch(noticeSet(isDone ? { words: `${words}: cleared.`, remedy: { kind: 'undo' } } : 'The bars are empty already.'));
  };
}

/** Selects the placements that reach into a stretch. */
export function selectInBars({ start, end }: TickSpan, among: AmongTracks): Thunk {
  return (dispatch, getState) => {
    const inside = (getState().song.document?.placements ?? []).filter(
      (each) => each.start < end && each.start + each.length > start && (among?.has(each.trackId) ?? true),
    );
    if (inside.length === 0) return void dispatch(noticeSet('The bars are empty already.'));
    dispatch(placementsSelected(inside.map(({ id }) => id)));
    dispatch(sheetSet(null));
  };
}
