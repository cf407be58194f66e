import {
  FOLLOWERS,
  withFollower,
  type FollowerKind,
  amountTicks,
  barTicks,
  copiedToTrack,
  cutWhereItRepeats,
  division,
  findById,
  gridOf,
  landingCount,
  least,
  makeOwn,
  meterAt,
  most,
  movedPlacements,
  putPlacements,
  repeatedPlacements,
  songLines,
  withoutPlacements,
  withPlacementEnd,
  type CopyMode,
  type Document,
  type Id,
  type Placement,
} from '@yibbo/core';
import { editSong } from '../document/edits';
import { noticeSet, placementsSelected, sheetSet } from '../../state/session/session';
import type { State, Thunk } from '../../state/store';

/** The selected placements that are still there, in the order of the song. */
export function selectedPlacements({ song, session }: State): readonly Placement[] {
  const ids = new Set(session.placementIds);
  return ids.size ? (song.document?.placements.filter(({ id }) => ids.has(id)) ?? []) : [];
}

function words(count: number): string {
  return count === 1 ? '1 placement' : `${count} placements`;
}

/** Adds a placement to the selection, or takes it out. */
export function togglePlacement(id: Id): Thunk {
  return (dispatch, getState) => {
    const { placementIds } = getState().session;
    dispatch(placementsSelected(placementIds.includes(id) ? placementIds.filter((other) => other !== id) : [...placementIds, id]));
  };
}

/** A new pattern at a bar of a track: two bars, or as much as there is room for before the next placement. Answers its placement. */
export function newPatternAt(trackId: Id, start: number): Thunk<Id | null> {
  return (dispatch, getState, { newId }) => {
    const { document } = getState().song;
    const track = findById(document?.tracks ?? [], trackId);
    if (!document || !track) return null;
    const bar = barTicks(meterAt(document.song.meters, start));
    const next = document.placements.find((each) => each.trackId === trackId && each.start > start)?.start ?? Infinity;
    const length = Math.max(1, Math.min(2 * bar, next - start));
    const songId = document.song.id;
    const pattern = { id: newId(), songId, name: track.name, length };
    const placement = { id: newId(), songId, trackId, patternId: pattern.id, start, length, offset: 0, muted: false };
    dispatch(
      editSong(`New pattern, ${track.name}`, (song) => ({
        ...song,
        patterns: [...song.patterns, pattern],
        placements: [...song.placements, placement].sort((a, b) => a.start - b.start),
      })),
    );
    return placement.id;
  };
}

/** Moves the selected placements by ticks and by tracks, with the landing that is set. */
export function moveSelected(ticks: number, trackSteps: number): Thunk {
  return (dispatch, getState) => {
    const { landing } = getState().preferences;
    const ids = getState().session.placementIds;
    if (ids.length === 0 || (ticks === 0 && trackSteps === 0)) return;
    dispatch(
      editSong(`Move ${words(ids.length)}`, (document, newId) =>
        putPlacements(document, movedPlacements(document, ids, ticks, trackSteps), landing, newId),
      ),
    );
  };
}

/** Moves the selected placements by one nudge, along with each other; a millisecond is as long as the tempo there says. */
export function nudgeSelected(direction: 1 | -1): Thunk {
  return (dispatch, getState) => {
    const song = getState().song.document?.song;
    const first = selectedPlacements(getState())[0];
    if (!song || !first) return;
    const { count, unit } = getState().preferences.placementNudge;
    const meter = meterAt(song.meters, first.start);
    const grid = gridOf(division('1/16'), meter);
    dispatch(moveSelected(amountTicks(direction * count, unit, { grid, meter, tempos: song.tempos }, first.start), 0));
  };
}

/** Selects every placement, or every one of a track. */
export function selectAll(trackId?: Id): Thunk {
  return (dispatch, getState) => {
    const placements = getState().song.document?.placements ?? [];
    dispatch(placementsSelected(placements.filter((each) => !trackId || each.trackId === trackId).map(({ id }) => id)));
    dispatch(sheetSet(null));
  };
}

/** How many placements of others the selected ones would lie on after a move. */
export function wouldLandOn(document: Document, ids: readonly Id[], ticks: number, trackSteps: number): number {
  return landingCount(document, movedPlacements(document, ids, ticks, trackSteps));
}

/** From the first of the selected placements' beginning to the last one's end, in whole bars. */
function spanOf(document: Document, placements: readonly Placement[]): number {
  const start = least(placements.map((each) => each.start));
  const end = most(placements.map((each) => each.start + each.length));
  const bar = barTicks(meterAt(document.song.meters, start));
  return Math.ceil((end - start) / bar) * bar;
}

/** Repeats the selected placements as linked copies, a number of times or to the end of the section they begin in. */
export function repeatSelected(times: number | 'section'): Thunk {
  return (dispatch, getState, { newId }) => {
    const { document } = getState().song;
    const chosen = selectedPlacements(getState());
    if (!document || chosen.length === 0) return;
    const ids = chosen.map(({ id }) => id);
    const span = spanOf(document, chosen);
    const first = chosen[0]!.start;
    const line = songLines(document).find(({ start, end }) => first >= start && first < end);
    const untilTick = times === 'section' ? (line?.end ?? first) : undefined;
    const count = times === 'section' ? Math.ceil(((untilTick ?? 0) - first) / span) : times;
    const { placements: copies, sources } = repeatedPlacements(
      document,
      ids,
      span,
      { times: count, ...(untilTick === undefined ? {} : { untilTick }) },
      newId,
    );
    if (copies.length === 0) return void dispatch(noticeSet('It already reaches the end of its section.'));
    const { landing } = getState().preferences;
    dispatch(editSong(`Repeat ${words(ids.length)}, linked`, (song, id) => putPlacements(song, copies, landing, id, sources)));
    dispatch(placementsSelected(copies.map(({ id }) => id)));
    dispatch(noticeSet({ words: `${words(copies.length)} more, linked: they change together.`, remedy: { kind: 'ownPlacements' } }));
  };
}

/** A copy of the selected placements right after them, linked or with patterns of its own. */
export function duplicateSelected(mode: 'linked' | 'own'): Thunk {
  return (dispatch, getState, { newId }) => {
    const { document } = getState().song;
    const chosen = selectedPlacements(getState());
    if (!document || chosen.length === 0) return;
    const span = spanOf(document, chosen);
    const { placements: copies, sources } = repeatedPlacements(
      document,
      chosen.map(({ id }) => id),
      span,
      { times: 1 },
      newId,
    );
    const ids = copies.map(({ id }) => id);
    const { landing } = getState().preferences;
    dispatch(
      editSong(`Duplicate ${words(chosen.length)}, ${mode}`, (song, id) => {
        const put = putPlacements(song, copies, landing, id, sources);
        return mode === 'own' ? makeOwn(put, ids, id) : put;
      }),
    );
    dispatch(placementsSelected(ids));
  };
}

/** Gives the selected placements patterns of their own. */
export function ownSelected(): Thunk {
  return (dispatch, getState) => {
    const ids = getState().session.placementIds;
    const isDone = dispatch(editSong(`Make own, ${words(ids.length)}`, (document, newId) => makeOwn(document, ids, newId)));
    dispatch(noticeSet(isDone ? 'Changes in it stay in it now.' : 'It has a pattern of its own already.'));
  };
}

/** Puts a part on another track too, at the same place. */
export function copyToTrack(placementId: Id, trackId: Id, mode: CopyMode): Thunk {
  return (dispatch, getState) => {
    const name = findById(getState().song.document?.tracks ?? [], trackId)?.name ?? '';
    const { landing } = getState().preferences;
    dispatch(editSong(`Copy to ${name}, ${mode}`, (song, newId) => copiedToTrack(song, placementId, trackId, { mode, landing }, newId)));
    dispatch(sheetSet(null));
    dispatch(
      noticeSet({
        words: mode === 'linked' ? `${name} plays it too, linked.` : `${name} has a copy of its own.`,
        remedy: { kind: 'undo' },
      }),
    );
  };
}

/** Cuts the selected placements into patterns at the bars where they repeat exactly. */
export function cutSelected(): Thunk {
  return (dispatch, getState) => {
    const ids = getState().session.placementIds;
    const isDone = dispatch(editSong(`Cut ${words(ids.length)} where it repeats`, (song, newId) => cutWhereItRepeats(song, ids, newId)));
    if (isDone) dispatch(placementsSelected([]));
    dispatch(noticeSet(isDone ? 'Equal bars are linked copies now.' : 'No bars in it are equal and apart, or it goes round already.'));
  };
}

export function deleteSelected(): Thunk {
  return (dispatch, getState) => {
    const ids = getState().session.placementIds;
    if (ids.length === 0) return;
    dispatch(editSong(`Delete ${words(ids.length)}`, (document) => withoutPlacements(document, ids)));
    dispatch(placementsSelected([]));
    dispatch(noticeSet({ words: `${words(ids.length)} deleted.`, remedy: { kind: 'undo' } }));
  };
}

export function muteSelected(muted: boolean): Thunk {
  return (dispatch, getState) => {
    const ids = new Set(getState().session.placementIds);
    dispatch(
      editSong(`${muted ? 'Mute' : 'Unmute'} ${words(ids.size)}`, (document) => ({
        ...document,
        placements: document.placements.map((each) => (ids.has(each.id) && each.muted !== muted ? { ...each, muted } : each)),
      })),
    );
  };
}

/** Makes a placement end elsewhere; it goes round as often as it takes. */
export function setPlacementEnd(id: Id, endTick: number): Thunk {
  return (dispatch) => void dispatch(editSong('Length of a placement', (document) => withPlacementEnd(document, id, endTick)));
}

/** Makes a part that follows another: linked, with actions kept adjustable, on a track or on a new one. */
export function followPart(placementId: Id, kind: FollowerKind, trackId: Id | null): Thunk {
  return (dispatch) => {
    const { name } = FOLLOWERS[kind];
    const isDone = dispatch(
      editSong(`${name} that follows`, (song, newId) => withFollower(song, placementId, kind, trackId, newId)?.document ?? song),
    );
    // The sheet stays: from chords come several parts, one after the other.
    if (isDone)
      dispatch(
        noticeSet(
          `${name} follows now: when these notes change, it does too.${kind === 'same' ? '' : ' Its settings are under Adjustable.'}`,
        ),
      );
  };
}
