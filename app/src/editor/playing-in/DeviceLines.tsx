import { SIMULATED_PHRASES } from '@yibbo/core/recording';
import { Choices } from '../../controls/Choices';
import { NumberStepper } from '../../controls/NumberStepper';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { chooseDevice, connectDevices, devicesWords } from '../../acts/playing-in/devices';
import { playSimulatedOnce } from '../../acts/playing-in/simulated';
import { playInSet, type DeviceChoice, type PlayIn } from '../../state/preferences/play-in';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { SheetLine } from '../sheets/SheetFrame';

/** Where MIDI comes from: a device, all of them, or one that is simulated. */
export function DeviceLines() {
  const dispatch = useAppDispatch();
  const { device, channel } = useAppSelector((state) => state.playIn);
  const devices = useAppSelector((state) => state.playingIn.devices);
  const chosen = device.startsWith('name:') ? device.slice(5) : null;
  const names = [...new Set([...devices.names, ...(chosen === null ? [] : [chosen])])];
  const options: readonly { readonly value: DeviceChoice; readonly name: string; readonly label?: string }[] = [
    { value: 'none', name: 'none', label: 'none: no device' },
    { value: 'all', name: 'all devices' },
    ...names.map((name) => ({ value: `name:${name}` as const, name: devices.names.includes(name) ? name : `${name} (gone)` })),
    { value: 'simulated', name: 'simulated', label: 'A simulated device, to try it out' },
  ];
  const isReal = device === 'all' || chosen !== null;
  const words = isReal ? devicesWords(devices) : '';
  return (
    <>
      <SheetLine title="MIDI from">
        <Choices title="MIDI device" options={options} value={device} onChange={(to) => dispatch(chooseDevice(to))} />
        {isReal && devices.state !== 'there' ? (
          <Press label="Connect" look="raised" onPress={() => void dispatch(connectDevices())} />
        ) : null}
      </SheetLine>
      {words ? (
        <Words small faded role="status">
          {words}
        </Words>
      ) : null}
      {isReal ? (
        <SheetLine title="Channel">
          <NumberStepper
            title="Channel"
            value={channel === 'all' ? 0 : channel + 1}
            unit=""
            words={(value) => (value === 0 ? 'all' : `channel ${value}`)}
            isWhole
            least={0}
            most={16}
            onStep={(by) => dispatch(playInSet({ channel: stepped(channel, by) }))}
            onTyped={(to) => dispatch(playInSet({ channel: to === 0 ? 'all' : to - 1 }))}
          />
        </SheetLine>
      ) : null}
      {device === 'simulated' ? <SimulatedLines /> : null}
    </>
  );
}

function stepped(channel: PlayIn['channel'], by: number): PlayIn['channel'] {
  const to = (channel === 'all' ? 0 : channel + 1) + by;
  return to <= 0 ? 'all' : Math.min(15, to - 1);
}

/** The simulated device's phrase, and how human its playing is. */
function SimulatedLines() {
  const dispatch = useAppDispatch();
  const { phrase, humanMs, humanVelocity, mistakes } = useAppSelector((state) => state.playIn);
  const number = (
    title: string,
    field: 'humanMs' | 'humanVelocity' | 'mistakes',
    value: number,
    unit: string,
    most: number,
    by: number,
  ) => (
    <NumberStepper
      title={title}
      value={value}
      unit={unit}
      isWhole
      least={0}
      most={most}
      onStep={(step) => dispatch(playInSet({ [field]: Math.min(most, Math.max(0, value + step * by)) }))}
      onTyped={(to) => dispatch(playInSet({ [field]: to }))}
    />
  );
  return (
    <>
      <SheetLine title="Plays">
        <Choices
          title="Phrase of the simulated device"
          options={SIMULATED_PHRASES.map(({ name }, index) => ({ value: index, name }))}
          value={phrase}
          onChange={(to) => dispatch(playInSet({ phrase: to }))}
        />
        <Press label="Hear it" look="raised" onPress={() => dispatch(playSimulatedOnce())} />
      </SheetLine>
      <SheetLine title="Timing off by">{number('Timing off by', 'humanMs', humanMs, 'ms', 60, 5)}</SheetLine>
      <SheetLine title="Velocity off by">{number('Velocity off by', 'humanVelocity', humanVelocity, '', 40, 5)}</SheetLine>
      <SheetLine title="Mistakes">{number('Mistakes', 'mistakes', mistakes, '%', 50, 5)}</SheetLine>
    </>
  );
}
