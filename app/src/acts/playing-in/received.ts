import { playedIn, type Channel } from '@yibbo/core/recording';
import type { Thunk } from '../../state/store';
import { play } from './play';

/** A MIDI message has come in, from a device or from the simulated one. */
export function received(bytes: ArrayLike<number>, at: number, channel: Channel): Thunk {
  return (dispatch) => {
    const event = playedIn(bytes, at, channel);
    if (event) dispatch(play(event, 'device'));
  };
}
