import { actionById, arpeggioRound, byStartThenPitch, chordsOf, inOrder, least, most, type Note } from '@yibbo/core';
import { useMemo } from 'react';
import Svg, { Path } from 'react-native-svg';
import { selectNotes } from '../../../state/session/selectors';
import { useAppSelector } from '../../../state/store';
import type { Trial } from '../../../state/session/trial';

/** Width of a note, and height of the picture, in pixels. */
const NOTE = 14;
const HEIGHT = 40;
const MOST_SHOWN = 64;
/** A chord to show the order with where there is none. */
const SAMPLE = [60, 64, 67, 71].map((pitch): Note => ({ id: `${pitch}`, patternId: '', start: 0, length: 1, pitch, velocity: 100 }));

/** The order in which the first chord's notes are played, once through: the higher a note, the higher its line. */
export function ArpeggioPicture({ trial }: { readonly trial: Trial }) {
  const notes = useAppSelector(selectNotes);
  const pitches = useMemo(() => {
    const ids = new Set(trial.noteIds);
    const meant = ids.size ? notes.filter(({ id }) => ids.has(id)) : notes;
    const chords = chordsOf(inOrder(meant, byStartThenPitch));
    const chord = chords.find(({ length }) => length > 1) ?? SAMPLE;
    const params = actionById('arpeggio').params.parse(trial.params) as Parameters<typeof arpeggioRound>[1];
    return arpeggioRound(chord, params, trial.seed).slice(0, MOST_SHOWN);
  }, [notes, trial]);
  const [low, high] = [least(pitches), most(pitches)];
  const y = (pitch: number) => HEIGHT - 5 - ((pitch - low) / Math.max(1, high - low)) * (HEIGHT - 10);
  const path = pitches.map((pitch, at) => `M${at * NOTE + 2} ${y(pitch).toFixed(1)}h${NOTE - 4}`).join('');
  return (
    <Svg
      width="100%"
      height={HEIGHT}
      viewBox={`0 0 ${Math.max(8, pitches.length) * NOTE} ${HEIGHT}`}
      preserveAspectRatio="xMinYMid meet"
      accessibilityRole="image"
      accessibilityLabel={`The order of ${pitches.length} notes, lowest to highest from below`}
    >
      <Path d={path} stroke="var(--act)" strokeWidth={5} fill="none" />
    </Svg>
  );
}
