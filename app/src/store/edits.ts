import {
  bpmAt,
  diffNotes,
  historyState,
  invert,
  layOnTop,
  newTrack,
  notesOf,
  rowLength,
  withNotes,
  type Change,
  type Entry,
  type Id,
  type Note,
  type Placement,
  type Sound,
} from '@yibbo/core';
import { nanoid } from 'nanoid';
import { api } from '../sync/api';
import { selectPart, type OpenPart } from './selectors';
import type { Thunk } from './store';
import { paramsUsed, trialSet } from './trial';
import { rememberTurn } from './turned';
import { noticeSet, placementOpened, selectionSet } from './view';

/** Where a made Change goes to be kept; set while a song is open. */
let keep: ((change: Change) => void) | null = null;

export function setKeeper(keeper: typeof keep): void {
  keep = keeper;
}

const DEVICE_KEY = 'yibbo device';

function deviceId(): string {
  try {
    const known = localStorage.getItem(DEVICE_KEY) ?? nanoid(10);
    localStorage.setItem(DEVICE_KEY, known);
    return known;
  } catch {
    return 'unnamed';
  }
}

export function stamp() {
  return { id: nanoid(), at: Date.now(), device: deviceId() };
}

/** Makes a Change: shown at once, kept at once. */
export function commit(change: Change): Thunk {
  return (dispatch, getState) => {
    if (change.entries.length === 0 && !change.undoes) return;
    if (!getState().song.document) return;
    dispatch({ type: 'song/changed', change });
    keep?.(change);
  };
}

function commitEntries(label: string, entries: Entry[]): Thunk {
  return (dispatch) => dispatch(commit({ ...stamp(), label, entries }));
}

/** Edits the open pattern's notes: `edit` gets them as they are and gives them as they are to be. A running trial is kept first,
 *  for the new edit was made on what it shows. */
export function editNotes(label: string, edit: (notes: readonly Note[], part: OpenPart) => readonly Note[], select?: readonly Id[]): Thunk {
  return (dispatch, getState) => {
    dispatch(keepTrial());
    const { document } = getState().song;
    const part = selectPart(getState());
    if (!document || !part) return;
    const before = notesOf(document, part.pattern.id);
    dispatch(commitEntries(label, diffNotes(part.pattern.id, before, edit(before, part))));
    if (select) dispatch(selectionSet(select));
  };
}

/** Puts new notes into the open pattern and selects them. */
export function addNotes(label: string, fresh: readonly Omit<Note, 'id' | 'patternId'>[]): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    if (!part) return;
    const made = fresh.map((note): Note => ({ ...note, id: nanoid(), patternId: part.pattern.id }));
    dispatch(
      editNotes(
        label,
        (notes) => withNotes(notes, made),
        made.map(({ id }) => id),
      ),
    );
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
    const words = `${beyond.length} ${beyond.length === 1 ? 'note lies' : 'notes lie'} beyond the end and will not sound.`;
    dispatch(noticeSet(isPattern ? { words, cure: { kind: 'lengthen' } } : words));
  };
}

export function removeNotes(ids: readonly Id[]): Thunk {
  const gone = new Set(ids);
  return editNotes(`Delete, ${ids.length} ${ids.length === 1 ? 'note' : 'notes'}`, (notes) => notes.filter(({ id }) => !gone.has(id)), []);
}

export function addTrack(sound: Sound): Thunk {
  return (dispatch, getState) => {
    dispatch(keepTrial());
    const { document } = getState().song;
    if (!document) return;
    const { track, pattern, placement } = newTrack(document, sound, () => nanoid());
    dispatch(
      commitEntries(`Add track ${track.name}`, [
        { kind: 'create', of: 'tracks', entities: [track] },
        { kind: 'create', of: 'patterns', entities: [pattern] },
        { kind: 'create', of: 'placements', entities: [placement] },
      ]),
    );
    dispatch(placementOpened(placement.id));
  };
}

/** Changes fields of one entity, as one Change. */
export function editEntity(
  label: string,
  of: 'song' | 'tracks' | 'patterns' | 'placements',
  entity: { readonly id: Id },
  fields: Readonly<Record<string, unknown>>,
): Thunk {
  const before = entity as unknown as Record<string, unknown>;
  const columns = Object.entries(fields).map(([field, after]) => [field, [[before[field] ?? null], [after]]] as const);
  return (dispatch) => {
    dispatch(keepTrial());
    dispatch(commitEntries(label, [{ kind: 'edit', of, ids: [entity.id], fields: Object.fromEntries(columns) }]));
  };
}

/** Moves placements by `ticks`, as one Change. */
export function movePlacements(label: string, placements: readonly Placement[], ticks: number): Thunk {
  return (dispatch) => {
    if (ticks === 0 || placements.length === 0) return;
    dispatch(keepTrial());
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
    dispatch(keepTrial());
    const part = selectPart(getState());
    if (!part || length === part.pattern.length) return;
    const bars = Math.round((length / part.pattern.length) * part.bars * 100) / 100;
    const placement = Math.max(part.placement.length, length);
    const entries: Entry[] = [
      { kind: 'edit', of: 'patterns', ids: [part.pattern.id], fields: { length: [[part.pattern.length], [length]] } },
    ];
    if (placement !== part.placement.length)
      entries.push({
        kind: 'edit',
        of: 'placements',
        ids: [part.placement.id],
        fields: { length: [[part.placement.length], [placement]] },
      });
    dispatch(commitEntries(`Length ${bars} ${bars === 1 ? 'bar' : 'bars'}`, entries));
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

/** Makes the very Change that the trial shows. */
export function keepTrial(): Thunk {
  return (dispatch, getState) => {
    const { trial } = getState().trial;
    if (!trial) return;
    const { change, select } = trial.performed;
    dispatch(trialSet(null));
    dispatch(paramsUsed({ actionId: trial.actionId, params: trial.params }));
    dispatch(commit(change));
    dispatch(rememberTurn(trial));
    if (trial.noteIds.length || select.length) dispatch(selectionSet(select));
  };
}

export function dropTrial(): Thunk {
  return (dispatch) => void dispatch(trialSet(null));
}

/** Takes back the newest Change (or, with `redo`, the newest undo). During a trial, undo drops the trial. */
export function undo(direction: 'undo' | 'redo' = 'undo'): Thunk<Promise<void>> {
  return async (dispatch, getState) => {
    if (getState().trial.trial) return dispatch(dropTrial());
    const { history, bodies, document } = getState().song;
    const id = historyState(history)[direction];
    if (!id || !document) return;
    const made = bodies[id] ?? (await api.change(document.song.id, id).catch((error: Error) => void dispatch(noticeSet(error.message))));
    const present = getState().song.document;
    if (!made || !present || historyState(getState().song.history)[direction] !== id) return;
    const label = direction === 'undo' ? `Undo: ${made.label}` : made.label.replace(/^Undo: /, 'Redo: ');
    const { change, lost } = layOnTop(present, invert(made, { ...stamp(), label }), 'present');
    dispatch(commit(change));
    if (lost.length) dispatch(noticeSet(`${lost.length} ${lost.length === 1 ? 'value has' : 'values have'} changed since and stayed.`));
  };
}
