import { clamp, type Gesture, type Id, type Note } from '@yibbo/core';
import { useRef } from 'react';
import { useEffects } from '../../../state/effects';
import { useAppSelector } from '../../../state/store';
import { DRAWN_VELOCITY } from './useSetting';

/** Loudness changes smaller than this are not sounded again while a note is drawn. */
const VELOCITY_STEP = 14;

/** Sounds a gesture while it goes on: a note as it begins to be drawn and at each clear change of its velocity, a moved note at
 *  each new pitch. */
export function useListen(trackId: Id, notes: readonly Note[]): (gesture: Gesture) => void {
  const { sound } = useEffects();
  const hears = useAppSelector((state) => state.preferences.hearsDrawing);
  const last = useRef<number | null>(null);
  return (gesture) => {
    if (!hears) return;
    const heard =
      gesture.state === 'drawing'
        ? Math.round(gesture.note.velocity / VELOCITY_STEP)
        : gesture.state === 'painting'
          ? (gesture.path.get([...gesture.path.keys()].at(-1) ?? -1) ?? 0) * 1000 + gesture.path.size
          : gesture.state === 'moving'
            ? gesture.semitones
            : gesture.state === 'leveling'
              ? Math.round(gesture.rise / VELOCITY_STEP)
              : null;
    if (heard === last.current) return;
    const isFirst = last.current === null;
    last.current = heard;
    if (gesture.state === 'drawing') sound.audition(trackId, gesture.note.pitch, gesture.note.velocity);
    if (gesture.state === 'painting') sound.audition(trackId, gesture.last.pitch, DRAWN_VELOCITY);
    if ((gesture.state !== 'moving' && gesture.state !== 'leveling') || isFirst) return;
    const grabbed = notes.find(({ id }) => id === gesture.noteIds[0]);
    if (!grabbed) return;
    const { pitch, velocity } = grabbed;
    if (gesture.state === 'moving') sound.audition(trackId, clamp(pitch + gesture.semitones, 0, 127), velocity);
    else sound.audition(trackId, pitch, clamp(velocity + gesture.rise, 1, 127));
  };
}
