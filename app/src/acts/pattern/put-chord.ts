import { barTicks, chordLine, meterAt, readChord, voiced, type ActionParams, type Id } from '@yibbo/core';
import type { PhraseNote } from '../../audio/sound';
import { selectPart } from '../../state/session/selectors';
import { cursorSet } from '../../state/session/session';
import { paramsUsed } from '../../state/session/trial';
import type { Thunk } from '../../state/store';
import { paramsFor, runAction } from '../trial/trials';
import { placeFor } from './places';

/** How long a chord is heard that is only pressed, in seconds. */
const HEARD_SECONDS = 1.2;

/** The settings that chords are put with, as they were last used. */
export function chordSettings(): Thunk<ActionParams<'chords'>> {
  return (dispatch) => dispatch(paramsFor('chords')) as unknown as ActionParams<'chords'>;
}

/** Changes the settings that chords are put with. */
export function setChordSettings(changed: Partial<ActionParams<'chords'>>): Thunk {
  return (dispatch) => void dispatch(paramsUsed({ actionId: 'chords', params: { ...dispatch(paramsFor('chords')), ...changed } }));
}

/** Sounds a chord by its name on the open track, as the settings lay it out. */
export function hearChord(name: string): Thunk {
  return (dispatch, getState, { sound }) => {
    const part = selectPart(getState());
    const chord = part && readChord(name, part.key);
    if (!chord) return;
    const { voicing, velocity, ...settings } = dispatch(chordSettings());
    const pitches = voiced(chord, { ...settings, isNearest: voicing === 'nearest' }, []);
    sound.phrase(
      part.track.id,
      pitches.map((pitch): PhraseNote => ({ pitch, velocity: Math.round(velocity), seconds: HEARD_SECONDS })),
    );
  };
}

/** Writes a chord by its name at a place, or where new notes go; the cursor moves on to its end. */
export function putChord(name: string, place: { readonly start: number; readonly pitch: number } | null): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    if (!part) return;
    if (place) dispatch(cursorSet({ tick: place.start, pitch: place.pitch }));
    const at = placeFor(getState(), part);
    const line = chordLine(name, dispatch(chordSettings()).each, { ...part, at });
    dispatch(runAction('chords', { text: name }, NO_NOTES));
    const length = line.ok ? line.words[0]!.length : barTicks(meterAt(part.meters, at.tick));
    dispatch(cursorSet({ tick: at.tick + length, pitch: at.pitch }));
  };
}

/** Puts the chord that is chosen where a note would be put; false where none is. */
export function putChosenChord(note: { readonly start: number; readonly pitch: number }): Thunk<boolean> {
  return (dispatch, getState) => {
    const { chordToPut } = getState().session;
    if (chordToPut !== null) dispatch(putChord(chordToPut, note));
    return chordToPut !== null;
  };
}

const NO_NOTES: readonly Id[] = [];
