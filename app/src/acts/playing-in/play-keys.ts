import { isPlayCode, STEP_VALUES } from '@yibbo/core';
import type { Thunk } from '../../state/store';
import { padOf, selectPads } from './pads';
import { play } from './play';
import { putRest, putTie, setStepLength, stepBack } from './steps';

/** A key as the browser tells it. */
type PressedKey = Pick<KeyboardEvent, 'key' | 'code' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey' | 'repeat'>;

/** How loud a letter is where pads go by where they are hit. */
const LETTER_VELOCITY = 100;

/** The pitches of a key while letters play: empty for a letter without a pad or one being held; null if it is no playing letter. Nothing but
 *  the two rows of letters changes its meaning. */
export function letterPressed(
  { code, ctrlKey, metaKey, altKey, shiftKey, repeat }: PressedKey,
  at: number,
): Thunk<readonly number[] | null> {
  return (dispatch, getState) => {
    if (!getState().playingIn.lettersPlay || !isPlayCode(code) || ctrlKey || metaKey || altKey || shiftKey) return null;
    const pad = padOf(selectPads(getState()), code);
    if (!pad || repeat) return [];
    const { padVelocity } = getState().playIn;
    const velocity = padVelocity === 'place' ? LETTER_VELOCITY : padVelocity;
    for (const pitch of pad.pitches) dispatch(play({ kind: 'on', pitch, velocity, at }, 'letters'));
    return pad.pitches;
  };
}

export function letterLifted(pitches: readonly number[], at: number): Thunk {
  return (dispatch) => {
    for (const pitch of pitches) dispatch(play({ kind: 'off', pitch, at }, 'letters'));
  };
}

/** Keys of step entry: 1 to 7 take a value, 8 dots it, 9 makes it a triplet, 0 is a rest, = a tie, Backspace takes the last step
 *  back. Whether it was one of them. */
export function stepKeyPressed({ key, code, ctrlKey, metaKey, altKey }: PressedKey): Thunk<boolean> {
  return (dispatch, getState) => {
    if (!getState().playingIn.steps || ctrlKey || metaKey || altKey) return false;
    const digit = /^(?:Digit|Numpad)(\d)$/.exec(code)?.[1] ?? (/^\d$/.test(key) ? key : null);
    const { form } = getState().playIn.stepLength;
    const value = digit === null ? undefined : STEP_VALUES[Number(digit) - 1];
    if (value) dispatch(setStepLength({ value }));
    else if (digit === '8') dispatch(setStepLength({ form: form === 'dotted' ? 'straight' : 'dotted' }));
    else if (digit === '9') dispatch(setStepLength({ form: form === 'triplet' ? 'straight' : 'triplet' }));
    else if (digit === '0') dispatch(putRest());
    else if (key === '=') dispatch(putTie());
    else if (key === 'Backspace') dispatch(stepBack());
    else return false;
    return true;
  };
}
