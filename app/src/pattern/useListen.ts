import { clamp, type Gesture, type Id, type Note } from '@yibbo/core';
import { useRef } from 'react';
import { desk } from '../audio/desk';

/** Loudness changes smaller than this are not sounded again while a note is drawn. */
const VELOCITY_STEP = 14;

/** Sounds a gesture while it goes on: a note as it begins to be drawn and at each clear change of its velocity, a moved note at
 *  each new pitch. */
export function useListen(trackId: Id, notes: readonly Note[]): (gesture: Gesture) => void {
  const last = useRef<number | null>(null);
  return (gesture) => {
    const heard =
      gesture.state === 'drawing'
        ? Math.round(gesture.note.velocity / VELOCITY_STEP)
        : gesture.state === 'moving'
          ? gesture.semitones
          : null;
    if (heard === last.current) return;
    const isFirst = last.current === null;
    last.current = heard;
    if (gesture.state === 'drawing') desk.audition(trackId, gesture.note.pitch, gesture.note.velocity);
    if (gesture.state !== 'moving' || isFirst) return;
    const grabbed = notes.find(({ id }) => id === gesture.noteIds[0]);
    if (grabbed) desk.audition(trackId, clamp(grabbed.pitch + gesture.semitones, 0, 127), grabbed.velocity);
  };
}
