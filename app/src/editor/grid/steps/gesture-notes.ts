import {
  leveled,
  moveNotes,
  paintedNotes,
  tappedNote,
  withNotes,
  type Gesture,
  type GestureSetting,
  type Id,
  type Note,
} from '@yibbo/core';

/** The notes a gesture has hold of. */
export function heldNotes(notes: readonly Note[], gesture: Gesture): readonly Note[] {
  if (gesture.state !== 'leveling' && gesture.state !== 'moving') return [];
  const ids = new Set(gesture.noteIds);
  return notes.filter(({ id }) => ids.has(id));
}

/** The notes as the running gestures would leave them. */
export function withGestures(
  notes: readonly Note[],
  gestures: readonly Gesture[],
  patternId: Id,
  setting: GestureSetting,
): readonly Note[] {
  return gestures.reduce((shown, gesture, index) => withGesture(shown, gesture, patternId, setting, index), notes);
}

function withGesture(notes: readonly Note[], gesture: Gesture, patternId: Id, setting: GestureSetting, index: number): readonly Note[] {
  if (gesture.state === 'drawing') return [...notes, { id: `drawing ${index}`, patternId, ...gesture.note }];
  if (gesture.state === 'painting') {
    const run = paintedNotes(gesture.path, (at) => tappedNote(at, setting));
    return [...notes, ...run.map((note) => ({ id: `run ${index} ${note.start}`, patternId, ...note }))];
  }
  const held = heldNotes(notes, gesture);
  if (gesture.state === 'leveling') return withNotes(notes, leveled(held, gesture.rise));
  return gesture.state === 'moving' ? withNotes(notes, moveNotes(held, gesture.ticks, gesture.semitones)) : notes;
}
