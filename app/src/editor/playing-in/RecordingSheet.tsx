import { CLICK_SOUNDS } from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { Choices } from '../../controls/Choices';
import { NumberStepper } from '../../controls/NumberStepper';
import { Press } from '../../controls/Press';
import { Slider } from '../../controls/Slider';
import { openSheet } from '../../acts/open-sheet';
import { playInSet, type PlayIn, type RecordingEnd } from '../../state/preferences/play-in';
import type { OpenPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { SheetFrame, SheetLine } from '../sheets/SheetFrame';
import { DeviceLines } from './DeviceLines';
import { QuantizeControls } from './QuantizeControls';
import { TapTestLine } from './TapTestLine';

/** How a recording goes: what it is played to, when it begins and ends, what becomes of what is there, and where it is played. */
export function RecordingSheet({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  return (
    <SheetFrame
      title="Recording"
      isPanel={isPanel}
      tools={
        <Press label="Play in: back to the keys" shown="Play in" look="raised" onPress={() => dispatch(openSheet({ kind: 'play-in' }))} />
      }
    >
      <ClickLines />
      <SpanLines />
      <LandingLines />
      <QuantizeLine part={part} />
      <PadLine />
      <DeviceLines />
      <TapTestLine />
    </SheetFrame>
  );
}

function usePlayIn(): readonly [PlayIn, (changed: Partial<PlayIn>) => void] {
  const dispatch = useAppDispatch();
  return [useAppSelector((state) => state.playIn), (changed) => dispatch(playInSet(changed))];
}

interface BarsProps {
  readonly title: string;
  readonly value: number;
  readonly least?: number;
  readonly most: number;
  readonly words?: (value: number) => string;
  readonly onChange: (value: number) => void;
}

function Bars({ title, value, least = 0, most, words, onChange }: BarsProps) {
  return (
    <NumberStepper
      title={title}
      value={value}
      unit={value === 1 ? 'bar' : 'bars'}
      words={words}
      isWhole
      least={least}
      most={most}
      onStep={(by) => onChange(value + by)}
      onTyped={onChange}
    />
  );
}

function Switch({ label, isOn, onChange }: { readonly label: string; readonly isOn: boolean; readonly onChange: (isOn: boolean) => void }) {
  return <Press label={label} look={isOn ? 'on' : 'raised'} pressed={isOn} onPress={() => onChange(!isOn)} />;
}

function ClickLines() {
  const [{ hasClick, clickSound, clickLevelDb, clickAccents, countInBars }, set] = usePlayIn();
  return (
    <>
      <SheetLine title="Count-in">
        <Bars title="Count-in" value={countInBars} most={4} onChange={(to) => set({ countInBars: to })} />
        <Switch label="Click" isOn={hasClick} onChange={(to) => set({ hasClick: to })} />
        <Switch label="First beats stand out" isOn={clickAccents} onChange={(to) => set({ clickAccents: to })} />
      </SheetLine>
      <SheetLine title="Click">
        <Choices
          title="Sound of the click"
          options={CLICK_SOUNDS.map((value) => ({ value, name: value }))}
          value={clickSound}
          onChange={(to) => set({ clickSound: to })}
        />
        <Slider
          title="Level of the click"
          low={-40}
          high={6}
          value={clickLevelDb}
          words={(db) => `${db} dB`}
          onChange={(to) => set({ clickLevelDb: to })}
        />
      </SheetLine>
    </>
  );
}

const ENDS: readonly { readonly value: RecordingEnd; readonly name: string; readonly label: string }[] = [
  { value: 'told', name: 'when I end it', label: 'Round and round, when I end it' },
  { value: 'once', name: 'after one pass', label: 'After one pass of the loop' },
  { value: 'bars', name: 'after some bars', label: 'After some bars' },
  { value: 'grows', name: 'as long as I play', label: 'As long as I play: the pattern grows' },
];

function SpanLines() {
  const [{ ends, bars, startBar, leadInBars, runOnBars, onlyMarked }, set] = usePlayIn();
  const span = useAppSelector((state) => state.session.span);
  return (
    <>
      <SheetLine title="Ends">
        <Choices title="When recording ends" options={ENDS} value={ends} onChange={(to) => set({ ends: to })} />
        {ends === 'bars' ? <Bars title="Records for" value={bars} least={1} most={256} onChange={(to) => set({ bars: to })} /> : null}
      </SheetLine>
      <SheetLine title="From bar">
        <Bars
          title="From bar"
          value={startBar}
          least={1}
          most={999}
          words={(bar) => `bar ${bar}`}
          onChange={(to) => set({ startBar: to })}
        />
        <Switch
          label={span ? 'Only what is marked' : 'Only what is marked, once something is'}
          isOn={onlyMarked}
          onChange={(to) => set({ onlyMarked: to })}
        />
      </SheetLine>
      <SheetLine title="Lead-in">
        <Bars title="Lead-in" value={leadInBars} most={8} onChange={(to) => set({ leadInBars: to })} />
      </SheetLine>
      <SheetLine title="Run-on">
        <Bars
          title="Run-on"
          value={runOnBars ?? 9}
          most={9}
          words={(value) => (value === 9 ? 'plays on' : value === 1 ? '1 bar' : `${value} bars`)}
          onChange={(to) => set({ runOnBars: to > 8 ? null : to })}
        />
      </SheetLine>
    </>
  );
}

function LandingLines() {
  const [{ landing, passesAdd }, set] = usePlayIn();
  return (
    <>
      <SheetLine title="What is there">
        <Choices
          title="What is there where it is recorded"
          options={[
            { value: 'merge', name: 'stays', label: 'Stays: what is played is merged with it' },
            { value: 'replace', name: 'is replaced', label: 'Is replaced; on a kit in the rows that are played' },
          ]}
          value={landing}
          onChange={(to) => set({ landing: to })}
        />
      </SheetLine>
      <SheetLine title="Each pass">
        <Choices
          title="Each pass"
          options={[
            { value: 'adds', name: 'adds to the last', label: 'Adds to the last pass' },
            { value: 'afresh', name: 'starts afresh', label: 'Starts afresh from what was there' },
          ]}
          value={landing === 'replace' || !passesAdd ? 'afresh' : 'adds'}
          onChange={(to) => set({ passesAdd: to === 'adds', ...(to === 'adds' ? { landing: 'merge' } : {}) })}
        />
      </SheetLine>
    </>
  );
}

function QuantizeLine({ part }: { readonly part: OpenPart }) {
  const [{ quantize }, set] = usePlayIn();
  return (
    <SheetLine title="Quantize">
      <QuantizeControls title="Input quantize" meter={part.meter} value={quantize} onChange={(to) => set({ quantize: to })} />
    </SheetLine>
  );
}

/** How loud pads are that are hit on the screen, and letters. */
function PadLine() {
  const [{ padVelocity }, set] = usePlayIn();
  return (
    <SheetLine title="Loudness">
      <Choices
        title="Loudness of pads and keys"
        options={[
          { value: 'place', name: 'by where', label: 'By where a pad is hit: higher is louder' },
          { value: 'fixed', name: 'always', label: 'Always the same' },
        ]}
        value={padVelocity === 'place' ? 'place' : 'fixed'}
        onChange={(to) => set({ padVelocity: to === 'place' ? 'place' : 100 })}
      />
      {padVelocity === 'place' ? null : (
        <XStack>
          <Slider
            title="Velocity of pads and keys"
            low={1}
            high={127}
            value={padVelocity}
            words={(velocity) => `velocity ${velocity}`}
            onChange={(to) => set({ padVelocity: to })}
          />
        </XStack>
      )}
    </SheetLine>
  );
}
