import {
  controllerOf,
  controllerTarget,
  HEARD_TARGETS,
  lanesOf,
  MAX_BEND_RANGE,
  MAX_CONTROLLER,
  pointsOf,
  COMMON_BEND_RANGE,
  counted,
  type Lane,
} from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { useMemo, useState } from 'react';
import { Choices } from '../../../controls/Choices';
import { NumberStepper } from '../../../controls/NumberStepper';
import { Press } from '../../../controls/Press';
import { preferencesSet, type LaneHeight } from '../../../state/preferences/preferences';
import type { OpenPart } from '../../../state/session/selectors';
import { SheetFrame, SheetLine } from '../SheetFrame';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { removeLane, setBendRange } from '../../../acts/pattern/lanes';
import { NOTE_LANES } from '../../grid/lanes/note-lanes';
import { laneName, useShownLanes } from '../../grid/lanes/shown-lanes';
import { ShapeChoice, TurnsStepper } from './ShapeControls';
import { showLane } from '../../../acts/pattern/view';

const HEIGHTS: readonly { readonly value: LaneHeight; readonly name: string }[] = [
  { value: 'low', name: 'low' },
  { value: 'middle', name: 'middle' },
  { value: 'high', name: 'high' },
];

/** The lanes under the notes: which are open, how high they are, and how they are drawn in. */
export function LanesSheet({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  const lanes = useMemo(() => (document ? lanesOf(document, part.pattern.id) : []), [document, part.pattern.id]);
  const shown = useShownLanes(part);
  const isShown = (of: string) => shown.some((each) => each.of === of);
  const others = lanes.map(({ target }) => target).filter((target) => !HEARD_TARGETS.includes(target));
  const more = shown.map(({ of }) => of).filter((of) => controllerOf(of) !== null && !HEARD_TARGETS.includes(of));
  const press = (of: string) => (
    <Press
      key={of}
      label={laneName(of)}
      look={isShown(of) ? 'on' : 'raised'}
      pressed={isShown(of)}
      onPress={() => dispatch(showLane(of, !isShown(of)))}
    />
  );
  return (
    <SheetFrame title="Lanes" note="a pressed one is open under the notes" isPanel={isPanel}>
      <SheetLine title="Of each note">{Object.keys(NOTE_LANES).map(press)}</SheetLine>
      <SheetLine title="Over time">{[...HEARD_TARGETS, ...new Set([...others, ...more])].map(press)}</SheetLine>
      <OtherController onTake={(target) => dispatch(showLane(target, true))} />
      <Drawing />
      {shown.map(({ of }) => (
        <OneLane key={of} of={of} lane={lanes.find(({ target }) => target === of)} />
      ))}
    </SheetFrame>
  );
}

/** Any controller of MIDI by its number: it leaves with the song, whatever it does where it arrives. */
function OtherController({ onTake }: { readonly onTake: (target: string) => void }) {
  const [controller, setController] = useState(2);
  return (
    <SheetLine title="Any controller">
      <NumberStepper
        title="Controller"
        unit=""
        value={controller}
        least={0}
        most={MAX_CONTROLLER}
        onStep={(step) => setController(controller + step)}
        onTyped={setController}
      />
      <Press label={`Open controller ${controller}`} shown="Open" look="raised" onPress={() => onTake(controllerTarget(controller))} />
    </SheetLine>
  );
}

function Drawing() {
  const dispatch = useAppDispatch();
  const lanesTravel = useAppSelector((state) => state.preferences.lanesTravel);
  return (
    <>
      <SheetLine title="A drag draws">
        <ShapeChoice />
      </SheetLine>
      <XStack gap={6} flexWrap="wrap">
        <TurnsStepper />
        <Press
          label="Lanes go along with notes that are moved or copied"
          shown="Lanes go along with notes"
          look={lanesTravel ? 'on' : 'raised'}
          pressed={lanesTravel}
          onPress={() => dispatch(preferencesSet({ lanesTravel: !lanesTravel }))}
        />
      </XStack>
    </>
  );
}

/** Settings of an open lane. */
function OneLane({ of, lane }: { readonly of: string; readonly lane: Lane | undefined }) {
  const dispatch = useAppDispatch();
  const heights = useAppSelector((state) => state.preferences.laneHeights);
  const count = useAppSelector(({ song }) => (lane && song.document ? pointsOf(song.document, lane.id).length : 0));
  const name = laneName(of);
  const range = lane?.range ?? COMMON_BEND_RANGE;
  return (
    <SheetLine title={name}>
      <Choices
        title={`Height of ${name}`}
        options={HEIGHTS}
        value={heights[of] ?? 'middle'}
        onChange={(height) => dispatch(preferencesSet({ laneHeights: { ...heights, [of]: height } }))}
      />
      {lane?.target === 'bend' ? (
        <NumberStepper
          title="A bend reaches"
          unit="semitones"
          value={range}
          least={1}
          most={MAX_BEND_RANGE}
          onStep={(step) => dispatch(setBendRange(lane, range + step))}
          onTyped={(to) => dispatch(setBendRange(lane, to))}
        />
      ) : null}
      {lane ? (
        <Press
          label={`Remove lane ${name} with its ${counted(count, 'point')}`}
          shown="Remove"
          look="raised"
          onPress={() => dispatch(removeLane(lane.id))}
        />
      ) : null}
    </SheetLine>
  );
}
