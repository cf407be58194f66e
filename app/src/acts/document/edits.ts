import {
  bpmAt,
  counted,
  diff,
  diffNotes,
  lanesOf,
  newTrack,
  notesOf,
  rowLength,
  withLanesTravelled,
  withNotes,
  type Copied,
  type Document,
  type Entry,
  type Id,
  type Note,
  type Placement,
  type Sound,
} from '@yibbo/core';
import { selectPart, type OpenPart } from '../../state/session/selectors';
import { currentSet, noticeSet, placementOpened, selectionSet } from '../../state/session/session';
import { settleTrial } from '../trial/trial-ends';
import type { Thunk } from '../../state/store';
import { commitEntries } from './commit';
import { withLength } from './lengths';

/** Edits the open pattern's notes: `edit` gets them as they are and gives them as they are to be. A running trial is kept first,
 *  for the new edit was made on what it shows. `copied` says what was copied, so that lanes can go along. */
export function editNotes(
  label: string,
  edit: (notes: readonly Note[], part: OpenPart) => readonly Note[],
  select?: readonly Id[],
  copied?: Copied,
): Thunk {
  return (dispatch, getState) => {
    dispatch(settleTrial());
    const { document } = getState().song;
    const part = selectPart(getState());
    if (!document || !part) return;
    const before = notesOf(document, part.pattern.id);
    const notes = edit(before, part);
    dispatch(commitEntries(label, dispatch(noteEntries(document, part.pattern.id, notes, copied))));
    // Editing the current note keeps it current.
    const isCurrent = select?.length === 1 && select[0] === getState().session.currentId;
    if (select && !isCurrent) dispatch(selectionSet(select));
  };
}

/** The entries that give a pattern these notes; lane points under moved notes go along where that is switched on. */
function noteEntries(document: Document, patternId: Id, notes: readonly Note[], copied?: Copied): Thunk<Entry[]> {
  return (_dispatch, getState, { newId }) => {
    const before = notesOf(document, patternId);
    if (!getState().preferences.lanesTravel || lanesOf(document, patternId).length === 0) return diffNotes(patternId, before, notes);
    const after = { ...document, notes: { ...document.notes, [patternId]: notes } };
    return diff(document, withLanesTravelled(document, after, patternId, newId, copied));
  };
}

/** Edits the song as a whole, by a pure function of it, as one Change; says whether anything changed. */
export function editSong(label: string, edit: (document: Document, newId: () => Id) => Document): Thunk<boolean> {
  return (dispatch, getState, { newId }) => {
    dispatch(settleTrial());
    const { document } = getState().song;
    if (!document) return false;
    const after = edit(document, newId);
    if (after === document) return false;
    dispatch(commitEntries(label, diff(document, after)));
    return true;
  };
}

/** Puts new notes into the open pattern; the last of them becomes the current one. */
export function addNotes(label: string, fresh: readonly Omit<Note, 'id' | 'patternId'>[]): Thunk {
  return (dispatch, getState, { newId }) => {
    const part = selectPart(getState());
    if (!part) return;
    const made = fresh.map((note): Note => ({ ...note, id: newId(), patternId: part.pattern.id }));
    dispatch(editNotes(label, (notes) => withNotes(notes, made)));
    dispatch(currentSet(made.at(-1)?.id ?? null));
    dispatch(tellBeyond(made));
  };
}

/** Says where notes were put beyond the end, and offers to make the pattern longer. */
export function tellBeyond(put: readonly Note[]): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    const beyond = put.filter(({ pitch, start }) => part && start >= rowLength(part.pattern, pitch));
    if (!part || beyond.length === 0) return;
    const isPattern = beyond.every(({ start }) => start >= part.pattern.length);
    const words = `${counted(beyond.length, 'note lies', 'notes lie')} beyond the end and will not sound.`;
    dispatch(noticeSet(isPattern ? { words, remedy: { kind: 'lengthen' } } : words));
  };
}

export function removeNotes(ids: readonly Id[]): Thunk {
  const gone = new Set(ids);
  return editNotes(`Delete, ${counted(ids.length, 'note')}`, (notes) => notes.filter(({ id }) => !gone.has(id)), []);
}

/** A track for a sound with an empty pattern, which is opened; answers the pattern's placement. */
export function addTrack(sound: Sound): Thunk<Id | null> {
  return (dispatch, getState, { newId }) => {
    dispatch(settleTrial());
    const { document } = getState().song;
    if (!document) return null;
    const { track, pattern, placement } = newTrack(document, sound, newId);
    dispatch(
      commitEntries(`Add track ${track.name}`, [
        { kind: 'create', of: 'tracks', entities: [track] },
        { kind: 'create', of: 'patterns', entities: [pattern] },
        { kind: 'create', of: 'placements', entities: [placement] },
      ]),
    );
    dispatch(placementOpened(placement.id));
    return placement.id;
  };
}

/** Changes fields of one entity, as one Change. */
export function editEntity(
  label: string,
  of: 'song' | 'tracks' | 'patterns' | 'placements' | 'sections' | 'recordings' | 'treatments' | 'lanes',
  entity: { readonly id: Id },
  fields: Readonly<Record<string, unknown>>,
): Thunk {
  const before = entity as unknown as Record<string, unknown>;
  const columns = Object.entries(fields).map(([field, after]) => [field, [[before[field] ?? null], [after ?? null]]] as const);
  return (dispatch) => {
    dispatch(settleTrial());
    dispatch(commitEntries(label, [{ kind: 'edit', of, ids: [entity.id], fields: Object.fromEntries(columns) }]));
  };
}

/** Moves placements by `ticks`, as one Change. */
export function movePlacements(label: string, placements: readonly Placement[], ticks: number): Thunk {
  return (dispatch) => {
    if (ticks === 0 || placements.length === 0) return;
    dispatch(settleTrial());
    const starts = placements.map(({ start }) => start);
    const fields = { start: [starts, starts.map((start) => start + ticks)] as const };
    dispatch(commitEntries(label, [{ kind: 'edit', of: 'placements', ids: placements.map(({ id }) => id), fields }]));
  };
}

/** Sets the length of the open pattern in bars. */
export function setBars(bars: number): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    if (part) dispatch(setPatternLength(Math.round((part.pattern.length / part.bars) * bars)));
  };
}

/** Sets the length of the open pattern in ticks. Notes beyond the new end are kept, silent. The placement grows with it. */
export function setPatternLength(length: number): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    if (!part || length === part.pattern.length) return;
    const bars = Math.round((length / part.pattern.length) * part.bars * 100) / 100;
    dispatch(editSong(`Length ${counted(bars, 'bar')}`, (document) => withLength(document, part.placement, length)));
  };
}

export function setBpm(bpm: number): Thunk {
  return (dispatch, getState) => {
    const song = getState().song.document?.song;
    const start = selectPart(getState())?.placement.start ?? 0;
    if (!song || bpmAt(song.tempos, start) === bpm) return;
    const at = song.tempos.findLastIndex(({ tick }) => tick <= start);
    dispatch(
      editEntity(`Tempo ${bpm}`, 'song', song, {
        tempos: song.tempos.map((tempo, index) => (index === Math.max(0, at) ? { ...tempo, bpm } : tempo)),
      }),
    );
  };
}
