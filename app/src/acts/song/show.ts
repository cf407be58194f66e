import { barBeatWords, entitiesOf, findById, SONG_TIMED, type Change, type Document, type Entry, type Id } from '@yibbo/core';
import { changedPlace } from '../pattern/show';
import { noticeSet } from '../../state/session/session';
import type { Thunk } from '../../state/store';

/** Where in the song a Change shows: the first tick, and the track where it is about one. */
export interface SongPlace {
  readonly tick: number;
  readonly trackId: Id | null;
}

/** The place of a Change that has just been made: of the earliest of what lies in the song's own time that it put in, took out or edited, else
 *  of the notes it touched, where they are first played. Null where it touched none of these. */
export function changedSongPlace(document: Document, change: Change): SongPlace | null {
  const touched = change.entries.flatMap((entry) => placesOf(document, entry));
  if (touched.length) return touched.reduce((first, each) => (each.tick < first.tick ? each : first));
  const place = changedPlace(document, change);
  const placement = place && document.placements.find(({ patternId }) => patternId === place.patternId);
  return placement ? { tick: placement.start, trackId: placement.trackId } : null;
}

function placesOf(document: Document, entry: Entry): SongPlace[] {
  if (!SONG_TIMED.includes(entry.of)) return [];
  const rows: readonly unknown[] =
    entry.kind === 'edit' ? entry.ids.map((id) => findById(entitiesOf(document, entry.of), id)) : entry.entities;
  return rows.flatMap((row) => {
    const { start, tick = start, trackId = null } = (row ?? {}) as { start?: number; tick?: number; trackId?: Id };
    return tick === undefined ? [] : [{ tick, trackId }];
  });
}

/** Says on the song page what was done and where, with a way there if that is out of view. */
export function tellOnPage(words: string, place: SongPlace | null): Thunk {
  return (dispatch, getState, { page }) => {
    const { document } = getState().song;
    if (!document || !place) return void dispatch(noticeSet({ words, isOfLastStep: true }));
    const track = findById(document.tracks, place.trackId);
    const where = `${track ? `${track.name}, ` : ''}bar ${barBeatWords(document.song.meters, place.tick)}`;
    const isSeen = page.isInView(place.tick);
    dispatch(
      noticeSet({ words: `${words}: ${where}`, isOfLastStep: true, ...(isSeen ? {} : { remedy: { kind: 'showBar', tick: place.tick } }) }),
    );
  };
}
