import { DIVISION_UNITS, divisionName, divisionWords, formOf, historyState } from '@yibbo/core';
import Pin from 'lucide-react/dist/esm/icons/pin.mjs';
import Play from 'lucide-react/dist/esm/icons/play.mjs';
import Redo from 'lucide-react/dist/esm/icons/redo.mjs';
import Square from 'lucide-react/dist/esm/icons/square.mjs';
import Undo from 'lucide-react/dist/esm/icons/undo.mjs';
import { useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Stepper } from '../../controls/Stepper';
import { Words } from '../../controls/words';
import { undo } from '../../document/undo';
import type { OpenPart } from '../../session/selectors';
import { useAppDispatch, useAppSelector } from '../../store';
import { changeGrid, pinsOf } from '../acts/grids';
import { rowName } from '../acts/rows';
import { sheetSet } from '../../session/session';
import { usePlayhead } from './usePlayback';

/** Where the thumb is: play, the grid and its stepper, undo. The grid is said in words above. */
export function Dock({ part, onPlay }: { readonly part: OpenPart; readonly onPlay: () => void }) {
  const isPlaying = useAppSelector((state) => state.session.isPlaying);
  return (
    <YStack
      backgroundColor="$wash"
      borderTopWidth={1}
      borderColor="$lineStrong"
      paddingHorizontal={8}
      paddingBottom={6}
      paddingTop={2}
      role="group"
      aria-label="Dock"
    >
      <XStack justifyContent="center" gap={8} minHeight={20}>
        <Words small faded data-testid="grid-words">
          {divisionWords(part.division, part.meter)}
        </Words>
        <Pins part={part} />
        <PassCounter lengthTicks={part.pattern.length} />
      </XStack>
      <XStack alignItems="center" justifyContent="center" gap={5}>
        <Press label={isPlaying ? 'Stop' : 'Play'} icon={isPlaying ? Square : Play} iconOnly look="strong" onPress={onPlay} testID="play" />
        <GridStepper part={part} />
        <UndoButtons />
      </XStack>
    </YStack>
  );
}

/** Back and forth through what was done. During a trial, back drops the trial. */
export function UndoButtons() {
  const dispatch = useAppDispatch();
  const { undo: canUndo, redo: canRedo } = useAppSelector(
    (state) => historyState(state.song.history),
    (a, b) => a.undo === b.undo && a.redo === b.redo,
  );
  const isTrying = useAppSelector((state) => state.trial.trial !== null);
  return (
    <XStack gap={5}>
      <Press label="Undo" icon={Undo} iconOnly disabled={!canUndo && !isTrying} onPress={() => void dispatch(undo('undo'))} />
      <Press label="Redo" icon={Redo} iconOnly disabled={!canRedo} onPress={() => void dispatch(undo('redo'))} />
    </XStack>
  );
}

/** The exceptions from the grid said beside it, each with its pin. */
function Pins({ part }: { readonly part: OpenPart }) {
  const { isSnapping } = useAppSelector((state) => state.preferences);
  const pins = [
    ...(part.view.followsZoom ? ['follows zoom'] : []),
    ...(isSnapping ? [] : ['snap off']),
    ...pinsOf(part, (pitch) => rowName(part, pitch)),
  ];
  if (pins.length === 0) return null;
  return (
    <XStack alignItems="center" gap={2} flexShrink={1} minWidth={0}>
      <Pin size={13} color="var(--faded)" aria-hidden />
      <Words small faded oneLine data-testid="pins">
        {pins.join(', ')}
      </Words>
    </XStack>
  );
}

function GridStepper({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const { division } = part;
  const form = formOf(division) ?? divisionName(division);
  return (
    <XStack alignItems="center" gap={5}>
      <Stepper
        title="Grid"
        shown={division.unit}
        width={46}
        lowerLabel="Coarser grid"
        raiseLabel="Finer grid"
        canLower={division.unit !== DIVISION_UNITS[0]}
        canRaise={division.unit !== DIVISION_UNITS.at(-1)}
        onStep={(direction) => dispatch(changeGrid(direction === 1 ? 'finer' : 'coarser'))}
        onShown={{ label: `Grid ${divisionName(division)}: set up`, press: () => dispatch(sheetSet({ kind: 'grid', of: 'pattern' })) }}
      />
      <Press
        label={`Grid is ${form}: change`}
        shown={form}
        look={form === 'straight' ? 'raised' : 'on'}
        onPress={() => dispatch(changeGrid('form'))}
      />
    </XStack>
  );
}

/** Times round since play began. */
function PassCounter({ lengthTicks }: { readonly lengthTicks: number }) {
  const [pass, setPass] = useState<number | null>(null);
  usePlayhead((tick) => setPass(tick === null ? null : Math.floor(tick / lengthTicks) + 1));
  if (pass === null) return null;
  return (
    <Words small strong color="$head" data-testid="pass">
      pass {pass}
    </Words>
  );
}
