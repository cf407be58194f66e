import { stepTicks, DIVISION_UNITS, divisionName, gridAt, LANDING_NAMES, NOTE_LANDINGS, unitTicks } from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { Choices } from '../../../controls/Choices';
import { Press } from '../../../controls/Press';
import { Stepper } from '../../../controls/Stepper';
import type { OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { drawnLengthSet, preferencesSet } from '../../../state/preferences/preferences';
import { useDrawnLength } from '../../grid/gesture/useSetting';
import { fingerSet, type Finger } from '../../../state/session/session';
import { SheetFrame, SheetLine } from '../SheetFrame';
import { ShapeChoice, TurnsStepper } from './ShapeControls';

const FINGERS: readonly { readonly value: Finger; readonly name: string }[] = [
  { value: 'draws', name: 'draws' },
  { value: 'paints', name: 'paints runs' },
  { value: 'selects', name: 'selects' },
  { value: 'scrolls', name: 'scrolls' },
];

/** Settings of drawing: how long new notes are, and the line that painted runs and swept velocities follow. */
export function DrawingSheet({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const finger = useAppSelector((state) => state.session.finger);
  const { noteLanding, runsKeepToKey } = useAppSelector((state) => state.preferences);
  const isStep = useDrawnLength(part) === 'grid';
  return (
    <SheetFrame title="Drawing" note={isStep ? `new notes are ${divisionName(part.division)}` : undefined} isPanel={isPanel}>
      <Choices title="One finger" options={FINGERS} value={finger} onChange={(to) => dispatch(fingerSet(to))} />
      <NewNotes part={part} />
      <SheetLine title="Dragged onto others">
        <Choices
          title="What is there where notes are dragged to"
          options={NOTE_LANDINGS.map((value) => ({ value, name: LANDING_NAMES[value] }))}
          value={noteLanding}
          onChange={(to) => dispatch(preferencesSet({ noteLanding: to }))}
        />
      </SheetLine>
      <SheetLine title="Runs and lane">
        <ShapeChoice />
      </SheetLine>
      <XStack gap={6} flexWrap="wrap">
        <TurnsStepper />
        <Press
          label={part.key ? 'Runs keep to the scale' : 'Runs keep to the scale, once a key is chosen'}
          shown="Runs keep to the scale"
          look={runsKeepToKey ? 'on' : 'raised'}
          pressed={runsKeepToKey}
          onPress={() => dispatch(preferencesSet({ runsKeepToKey: !runsKeepToKey }))}
        />
      </XStack>
    </SheetFrame>
  );
}

/** How long new notes are. */
function NewNotes({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const drawnLength = useDrawnLength(part);
  const stepSize = Math.round(stepTicks(gridAt(part.grid, 0)));
  const lengths = DIVISION_UNITS.slice(3).map((unit) => ({ value: String(unitTicks(unit, part.meter)), name: unit }));
  const { songId } = part.track;
  const set = (value: string) => dispatch(drawnLengthSet({ songId, length: value === 'grid' || value === 'last' ? value : Number(value) }));
  return (
    <>
      <SheetLine title="New notes">
        <Choices
          title="Length of new notes"
          options={[{ value: 'grid', name: 'as the grid' }, { value: 'last', name: 'as the last one' }, ...lengths]}
          value={String(drawnLength)}
          onChange={set}
        />
      </SheetLine>
      {typeof drawnLength === 'number' ? (
        <SheetLine title="Exactly">
          <Stepper
            title="Length of new notes, in steps"
            shown={`${Math.round((drawnLength / stepSize) * 100) / 100} × ${divisionName(part.division)}`}
            canLower={drawnLength > stepSize}
            onStep={(step) => dispatch(drawnLengthSet({ songId, length: drawnLength + step * stepSize }))}
          />
        </SheetLine>
      ) : null}
    </>
  );
}
