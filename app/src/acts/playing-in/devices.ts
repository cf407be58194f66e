import { playInSet, type DeviceChoice } from '../../state/preferences/play-in';
import { devicesSet, type Devices } from '../../state/session/playing-in';
import { noticeSet } from '../../state/session/session';
import type { State, Thunk } from '../../state/store';
import { received } from './received';

/** Chooses what MIDI is taken from; where that is a device, the browser is asked for them. */
export function chooseDevice(device: DeviceChoice): Thunk {
  return (dispatch) => {
    dispatch(playInSet({ device }));
    if (device !== 'none' && device !== 'simulated') void dispatch(connectDevices());
  };
}

/** Asks the browser for MIDI devices; to be called at a press. */
export function connectDevices(): Thunk<Promise<void>> {
  return async (dispatch, getState, { midi }) => {
    if (getState().playingIn.devices.state === 'there') return;
    midi.onMessage = (name, bytes, at) => {
      const { device, channel } = getState().playIn;
      if (device === 'all' || device === `name:${name}`) dispatch(received(bytes, at, channel));
    };
    midi.onChange = (names, gone) => {
      dispatch(devicesSet({ state: 'there', names }));
      if (gone.length) dispatch(tellGone(gone));
    };
    dispatch(devicesSet({ state: 'asking', names: [] }));
    const why = await midi.open();
    if (why) dispatch(devicesSet({ state: why, names: [] }));
  };
}

function tellGone(gone: readonly string[]): Thunk {
  return (dispatch, getState) => {
    const { device } = getState().playIn;
    const isOurs = device === 'all' || gone.some((name) => device === `name:${name}`);
    if (!isOurs) return;
    const isRecording = getState().playingIn.recording !== null;
    dispatch(
      noticeSet(
        `${gone.join(', ')} is gone. ${isRecording ? 'The recording goes on, and what was played is kept.' : 'Plug it in again to go on.'}`,
      ),
    );
  };
}

/** Whether a MIDI device was chosen that is not there. */
export function lacksDevice({ playIn: { device }, playingIn: { devices } }: State): boolean {
  if (device === 'none' || device === 'simulated') return false;
  return !devices.names.some((name) => device === 'all' || device === `name:${name}`);
}

/** Why there are no devices, in words. */
export function devicesWords({ state, names }: Devices): string {
  const words = {
    unasked: 'The browser asks once whether devices may be used.',
    asking: 'The browser is asking whether devices may be used.',
    refused: 'The browser does not allow MIDI devices here. Allow them in its site settings, then connect again.',
    missing: 'This browser has no MIDI, or the page came over plain http. Play on the screen or by letters.',
    there: names.length ? '' : 'No device is plugged in. One that is plugged in now shows here at once.',
  };
  return words[state];
}
