import {
  counted,
  copiedNotes,
  heardFrom,
  landedOn,
  leveled,
  moveByRows,
  nearestLine,
  notesInRectangle,
  paintedNotes,
  resizeEnds,
  resizeStarts,
  spanOf,
  tappedNote,
  withNotes,
  type DrawnNote,
  type Gesture,
  type GestureSetting,
  type HandOutcome,
  type Id,
  type Note,
  type Place,
} from '@yibbo/core';
import { addNotes, editNotes, removeNotes, tellBeyond } from '../document/edits';
import { putChosenChord } from '../pattern/put-chord';
import { takeRow } from '../pattern/row-acts';
import { moveEntry } from '../playing-in/move-entry';
import { selectNotes, selectPart } from '../../state/session/selectors';
import type { Thunk } from '../../state/store';
import { lengthDrawn } from '../../state/preferences/preferences';
import { cursorSet, framed, menuSet, selectionSet } from '../../state/session/session';
import { hearNote } from './hear';

/** A finished gesture, with what the press meant. */
export type Finished = Omit<HandOutcome & { readonly type: 'finish' }, 'type'>;

export interface GestureContext {
  readonly trackId: Id;
  readonly notes: readonly Note[];
  readonly setting: GestureSetting;
  /** In Steps a tap on a hit takes it away; in Notes it selects it. */
  readonly tapErases: boolean;
}

/** Turns a finished gesture into what it does: one Change, or another selection. */
export function finishGesture({ gesture, isTouch, isDouble }: Finished, context: GestureContext): Thunk {
  return (dispatch) => {
    switch (gesture.state) {
      case 'pressing':
        if (gesture.target.kind === 'note')
          return dispatch(
            tapNote(gesture.target.noteId, { isTouch, isDouble, selects: gesture.purpose === 'select' || gesture.extend }, context),
          );
        if (gesture.purpose === 'select') {
          dispatch(selectionSet([]));
          // The place is where a paste goes.
          const { start: tick, pitch } = tappedNote(gesture.from, context.setting);
          return void dispatch(cursorSet({ tick, pitch }));
        }
        return dispatch(tapEmpty(tappedNote(gesture.from, context.setting), context));
      case 'drawing':
        return dispatch(drawn(gesture.note));
      case 'painting':
        return dispatch(
          paint(
            paintedNotes(gesture.path, (place) => tappedNote(place, context.setting)),
            context,
          ),
        );
      case 'moving':
        return dispatch(move(gesture, context));
      case 'resizing':
        return dispatch(resize(gesture.noteIds, gesture.edge, gesture.ticks));
      case 'leveling':
        return dispatch(
          editNotes(labelOf('Velocity', gesture.noteIds), (notes) =>
            withNotes(notes, leveled(chosen(notes, gesture.noteIds), gesture.rise)),
          ),
        );
      case 'selecting': {
        if (isTouch && dispatch(openOutline(gesture.from, gesture.to))) return undefined;
        const found = notesInRectangle(context.notes, gesture.from, gesture.to);
        const { grid } = context.setting;
        const [start, end] = [gesture.from.tick, gesture.to.tick].sort((a, b) => a - b) as [number, number];
        const noteIds = gesture.extend ? [...new Set([...context.setting.selected, ...found])] : found;
        return void dispatch(framed({ noteIds, frame: { start: nearestLine(grid, start), end: nearestLine(grid, end) } }));
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

/** Opens the menu of an outline that was held, and let go where it was held: it says where what is heard comes from. False where none was. */
function openOutline(from: Place, to: Place): Thunk<boolean> {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    const { document } = getState().song;
    if (from.tick !== to.tick || from.pitch !== to.pitch || !part || !document) return false;
    if (heardFrom(document, part.placement, from) === null) return false;
    dispatch(menuSet({ x: window.innerWidth / 2, y: window.innerHeight / 3, at: from, noteId: null }));
    return true;
  };
}

function drawn(note: DrawnNote): Thunk {
  return (dispatch, getState) => {
    const songId = getState().song.document?.song.id;
    if (songId) dispatch(lengthDrawn({ songId, ticks: note.length }));
    dispatch(addNotes('Draw a note', [note]));
  };
}

/** A painted run: a note for every place of it that has none of that pitch yet. */
function paint(run: readonly DrawnNote[], { notes }: GestureContext): Thunk {
  const taken = new Set(notes.map(({ start, pitch }) => `${start} ${pitch}`));
  const fresh = run.filter(({ start, pitch }) => !taken.has(`${start} ${pitch}`));
  if (fresh.length === 0) return () => undefined;
  return addNotes(`Paint ${counted(fresh.length, 'note')}`, fresh);
}

function tapEmpty(note: DrawnNote, { trackId }: GestureContext): Thunk {
  return (dispatch) => {
    if (dispatch(moveEntry(note))) return;
    if (dispatch(putChosenChord(note))) return;
    dispatch(hearNote(trackId, note.pitch, note.velocity));
    dispatch(takeRow(note.pitch));
    dispatch(addNotes('Draw a note', [note]));
  };
}

function tapNote(
  noteId: Id,
  { isTouch, isDouble, selects }: { readonly isTouch: boolean; readonly isDouble: boolean; readonly selects: boolean },
  context: GestureContext,
): Thunk {
  return (dispatch) => {
    const { selected } = context.setting;
    const note = context.notes.find(({ id }) => id === noteId);
    if (!note || dispatch(moveEntry(note))) return;
    // Where a tap selects, it never erases: it adds the note to what is selected, or takes it away.
    if (!selects && (context.tapErases || isDouble)) return dispatch(removeNotes([noteId]));
    const adds = selects || (isTouch && selected.size > 0);
    if (adds && selected.has(noteId)) return void dispatch(selectionSet([...selected].filter((id) => id !== noteId)));
    dispatch(hearNote(context.trackId, note.pitch, note.velocity));
    dispatch(takeRow(note.pitch));
    dispatch(selectionSet(adds ? [...selected, noteId] : [noteId]));
  };
}

function labelOf(verb: string, ids: readonly Id[]): string {
  return `${verb}, ${counted(ids.length, 'note')}`;
}

function chosen(notes: readonly Note[], ids: readonly Id[]): Note[] {
  const wanted = new Set(ids);
  return notes.filter(({ id }) => wanted.has(id));
}

type Moving = Gesture & { readonly state: 'moving' };

/** Notes as a drag would leave them: up and down they go by the rows shown. */
export function movedNotes(
  notes: readonly Note[],
  { ticks, rows, semitones }: Moving,
  { paint: { rows: shown } }: GestureSetting,
): readonly Note[] {
  return moveByRows(notes, ticks, { rows, semitones }, shown);
}

function move(gesture: Moving, { setting }: GestureContext): Thunk {
  const { noteIds: ids, ticks, semitones, copy } = gesture;
  if (ticks === 0 && semitones === 0) return (dispatch) => void dispatch(selectionSet(ids));
  const moved = (notes: readonly Note[]) => movedNotes(chosen(notes, ids), gesture, setting);
  const isMoved = new Set(ids);
  return (dispatch, getState, { newId }) => {
    const { noteLanding } = getState().preferences;
    const fresh = copy ? new Map(ids.map((id) => [id, newId()])) : null;
    const put = (notes: readonly Note[]) => (fresh ? copiedNotes(moved(notes), (id) => fresh.get(id)!, newId) : moved(notes));
    const landed = (notes: readonly Note[]) => {
      const others = fresh ? notes : notes.filter(({ id }) => !isMoved.has(id));
      return withNotes(landedOn(others, put(notes), noteLanding), put(notes));
    };
    const left = fresh ? [...fresh.values()] : ids;
    const source = chosen(selectNotes(getState()), ids);
    const [before] = source;
    const ticksLater = before ? moved(source).find(({ id }) => id === before.id)!.start - before.start : 0;
    const copied = fresh && before ? { ...spanOf(source), ticksLater: [ticksLater] } : undefined;
    dispatch(editNotes(labelOf(fresh ? 'Copy' : 'Move', ids), landed, left, copied));
    dispatch(tellBeyond(chosen(selectNotes(getState()), left)));
  };
}

function resize(ids: readonly Id[], edge: 'start' | 'end', ticks: number): Thunk {
  const change = edge === 'start' ? resizeStarts : resizeEnds;
  return editNotes(labelOf('Length', ids), (notes) => withNotes(notes, change(chosen(notes, ids), ticks)), ids);
}
