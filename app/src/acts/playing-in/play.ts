import type { Played } from '@yibbo/core/recording';
import type { InputSource } from '../../state/preferences/play-in';
import { selectPart } from '../../state/session/selectors';
import type { Thunk } from '../../state/store';
import { stepPlayed } from './steps';

/** Something is played on the open part, from wherever: it sounds at once, and goes into the steps or the recording that is under way. All that is
 *  played takes this one road. */
export function play(event: Played, source: InputSource): Thunk {
  return (dispatch, getState, { sound, pressed, recording, tapping }) => {
    const part = selectPart(getState());
    if (!part) return;
    if (event.kind === 'on') {
      sound.press(part.track.id, event.pitch, event.velocity, heldName(source, event.pitch));
      pressed.press(event.pitch);
      if (tapping.current?.source === source) tapping.current.tap(event.at);
    } else if (event.kind === 'off') {
      sound.letGo(heldName(source, event.pitch));
      pressed.letGo(event.pitch);
    } else if (event.kind === 'turn') sound.player?.turn(part.track.id, event.target, event.value);
    recording.current?.take(event, source);
    if (getState().playingIn.steps) dispatch(stepPlayed(event));
  };
}

function heldName(source: InputSource, pitch: number): string {
  return `${source} ${pitch}`;
}
