import {
  leveled,
  moveNotes,
  notesInRectangle,
  resizeEnds,
  resizeStarts,
  tappedNote,
  withNotes,
  type DrawnNote,
  type GestureSetting,
  type Id,
  type Note,
} from '@yibbo/core';
import { nanoid } from 'nanoid';
import { addNotes, editNotes, removeNotes } from '../store/edits';
import type { Thunk } from '../store/store';
import { selectionSet } from '../store/view';
import { hearNote } from './hear';
import type { Finished } from './useGridGesture';

const DOUBLE_TAP_MS = 350;

let lastTap: { noteId: Id; at: number } | null = null;

export interface GestureContext {
  readonly trackId: Id;
  readonly notes: readonly Note[];
  readonly setting: GestureSetting;
  /** In Steps a tap on a hit takes it away; in Notes it selects it. */
  readonly tapErases: boolean;
}

/** Turns a finished gesture into what it does: one Change, or another selection. */
export function finishGesture({ gesture, isTouch, at }: Finished, context: GestureContext): Thunk {
  return (dispatch) => {
    switch (gesture.state) {
      case 'pressing':
        if (gesture.target.kind === 'note')
          return dispatch(tapNote(gesture.target.noteId, { isTouch, at, extend: gesture.extend }, context));
        if (gesture.ground === 'select') return void dispatch(selectionSet([]));
        return dispatch(tapEmpty(tappedNote(gesture.from, context.setting), context));
      case 'drawing':
        return dispatch(addNotes('Draw a note', [gesture.note]));
      case 'moving':
        return dispatch(move(gesture.noteIds, gesture.ticks, gesture.semitones, gesture.copy));
      case 'resizing':
        return dispatch(resize(gesture.noteIds, gesture.edge, gesture.ticks));
      case 'leveling':
        return dispatch(
          editNotes(counted('Velocity', gesture.noteIds), (notes) =>
            withNotes(notes, leveled(chosen(notes, gesture.noteIds), gesture.rise)),
          ),
        );
      case 'selecting': {
        const found = notesInRectangle(context.notes, gesture.from, gesture.to);
        return void dispatch(selectionSet(gesture.extend ? [...new Set([...context.setting.selected, ...found])] : found));
      }
      case 'erasing':
        return gesture.noteIds.length ? dispatch(removeNotes(gesture.noteIds)) : undefined;
      case 'menu':
        return void dispatch(selectionSet(context.setting.selected.has(gesture.noteId) ? [...context.setting.selected] : [gesture.noteId]));
      default:
        return undefined;
    }
  };
}

function tapEmpty(note: DrawnNote, { trackId }: GestureContext): Thunk {
  return (dispatch) => {
    dispatch(hearNote(trackId, note.pitch, note.velocity));
    dispatch(addNotes('Draw a note', [note]));
  };
}

function tapNote(
  noteId: Id,
  { isTouch, at, extend }: { readonly isTouch: boolean; readonly at: number; readonly extend: boolean },
  context: GestureContext,
): Thunk {
  return (dispatch) => {
    const { selected } = context.setting;
    const note = context.notes.find(({ id }) => id === noteId);
    if (!note) return;
    const isDouble = lastTap?.noteId === noteId && at - lastTap.at < DOUBLE_TAP_MS;
    lastTap = { noteId, at };
    if (context.tapErases || isDouble) return dispatch(removeNotes([noteId]));
    const adds = extend || (isTouch && selected.size > 0);
    if (adds && selected.has(noteId)) return void dispatch(selectionSet([...selected].filter((id) => id !== noteId)));
    dispatch(hearNote(context.trackId, note.pitch, note.velocity));
    dispatch(selectionSet(adds ? [...selected, noteId] : [noteId]));
  };
}

function counted(verb: string, ids: readonly Id[]): string {
  return `${verb}, ${ids.length} ${ids.length === 1 ? 'note' : 'notes'}`;
}

function chosen(notes: readonly Note[], ids: readonly Id[]): Note[] {
  const wanted = new Set(ids);
  return notes.filter(({ id }) => wanted.has(id));
}

function move(ids: readonly Id[], ticks: number, semitones: number, copy: boolean): Thunk {
  if (ticks === 0 && semitones === 0) return (dispatch) => void dispatch(selectionSet(ids));
  if (!copy) return editNotes(counted('Move', ids), (notes) => withNotes(notes, moveNotes(chosen(notes, ids), ticks, semitones)), ids);
  const fresh = new Map(ids.map((id) => [id, nanoid()]));
  const copies = (notes: readonly Note[]) =>
    moveNotes(chosen(notes, ids), ticks, semitones).map((note) => ({ ...note, id: fresh.get(note.id)! }));
  return editNotes(counted('Copy', ids), (notes) => withNotes(notes, copies(notes)), [...fresh.values()]);
}

function resize(ids: readonly Id[], edge: 'start' | 'end', ticks: number): Thunk {
  const change = edge === 'start' ? resizeStarts : resizeEnds;
  return editNotes(counted('Length', ids), (notes) => withNotes(notes, change(chosen(notes, ids), ticks)), ids);
}
