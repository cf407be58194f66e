import { DIVISION_UNITS, divisionName, formOf } from '@yibbo/core';
import Drum from 'lucide-react/dist/esm/icons/drum.mjs';
import Piano from 'lucide-react/dist/esm/icons/piano.mjs';
import Pin from 'lucide-react/dist/esm/icons/pin.mjs';
import Play from 'lucide-react/dist/esm/icons/play.mjs';
import Redo from 'lucide-react/dist/esm/icons/redo.mjs';
import Square from 'lucide-react/dist/esm/icons/square.mjs';
import Undo from 'lucide-react/dist/esm/icons/undo.mjs';
import { useWindowDimensions } from 'react-native';
import { styled, View } from '@tamagui/core';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Stepper } from '../../controls/Stepper';
import { undo } from '../../acts/document/undo';
import { useEffects } from '../../state/effects';
import { undoState } from '../../state/session/others';
import type { OpenPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { changeGrid } from '../../acts/pattern/grids';
import { openSheet } from '../../acts/open-sheet';
import { usePins } from './GridWords';

interface DockProps {
  readonly part: OpenPart;
  readonly onPlay: () => void;
  /** One above the other, at the left of a low window. */
  readonly isColumn?: boolean;
}

/** Where the thumb is: play, the grid and its stepper, undo. */
export function Dock({ part, onPlay, isColumn = false }: DockProps) {
  const { width } = useWindowDimensions();
  const isNarrow = width < NARROW;
  return (
    <DockFrame isColumn={isColumn} {...(isNarrow && !isColumn ? TIGHT : {})}>
      <PlayPress onPlay={onPlay} />
      {isColumn || width < ROOM_FOR_PADS ? null : <PlayInPress part={part} />}
      <GridStepper part={part} isColumn={isColumn} isNarrow={isNarrow} isVeryNarrow={width < VERY_NARROW} />
      <UndoButtons />
    </DockFrame>
  );
}

/** Pads or keys, to play the open part in. In a low window the dock has no room for it. */
export function PlayInPress({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const isOpen = useAppSelector((state) => state.session.sheet?.kind === 'play-in');
  const isRecording = useAppSelector((state) => state.playingIn.recording !== null);
  return (
    <Press
      label={part.track.kind === 'drums' ? 'Play in: pads' : 'Play in: keys'}
      icon={part.track.kind === 'drums' ? Drum : Piano}
      iconOnly
      look={isRecording ? 'strong' : isOpen ? 'on' : 'quiet'}
      pressed={isOpen}
      onPress={() => dispatch(openSheet({ kind: 'play-in' }))}
    />
  );
}

/** Narrower windows have no room beside the thumbs, in pixels. */
const NARROW = 400;
/** And those have none for the whole name of the grid between its minus and plus. */
const VERY_NARROW = 376;
/** Narrower ones have none for the press that opens pads, which the toolbox has too. */
const ROOM_FOR_PADS = 360;
const TIGHT = { gap: 1, paddingHorizontal: 0 } as const;

/** The thumb's row at the foot of a song's screens, or the column at the left of a low window. */
export const DockFrame = styled(XStack, {
  role: 'group',
  'aria-label': 'Dock',
  flexShrink: 0,
  alignItems: 'center',
  backgroundColor: '$wash',
  borderStyle: 'solid',
  borderColor: '$lineStrong',
  borderWidth: 0,
  variants: {
    isColumn: {
      true: { flexDirection: 'column', width: 60, justifyContent: 'space-between', paddingVertical: 2, borderRightWidth: 1 },
      false: { height: 60, justifyContent: 'center', gap: 5, paddingHorizontal: 4, borderTopWidth: 1 },
    },
  } as const,
  defaultVariants: { isColumn: false },
});

export function PlayPress({ onPlay }: { readonly onPlay: () => void }) {
  const isPlaying = useAppSelector((state) => state.session.isPlaying);
  return (
    <Press label={isPlaying ? 'Stop' : 'Play'} icon={isPlaying ? Square : Play} iconOnly look="strong" onPress={onPlay} testID="play" />
  );
}

/** Back and forth through what was done. During a trial, back drops the trial. */
export function UndoButtons() {
  const dispatch = useAppDispatch();
  const { deviceId } = useEffects();
  const { undo: canUndo, redo: canRedo } = useAppSelector(
    (state) => undoState(state, deviceId),
    (a, b) => a.undo === b.undo && a.redo === b.redo,
  );
  const isTrying = useAppSelector((state) => state.trial.trial !== null);
  return (
    <>
      <Press label="Undo" icon={Undo} iconOnly disabled={!canUndo && !isTrying} onPress={() => void dispatch(undo('undo'))} />
      <Press label="Redo" icon={Redo} iconOnly disabled={!canRedo} onPress={() => void dispatch(undo('redo'))} />
    </>
  );
}

interface GridStepperProps {
  readonly part: OpenPart;
  readonly isColumn: boolean;
  readonly isNarrow: boolean;
  readonly isVeryNarrow: boolean;
}

/** The grid's division between coarser and finer, and its form; a small pin where something has a grid of its own. */
function GridStepper({ part, isColumn, isNarrow, isVeryNarrow }: GridStepperProps) {
  const dispatch = useAppDispatch();
  const { division } = part;
  const form = formOf(division) ?? divisionName(division);
  const pins = usePins(part);
  const hasPins = pins.length > 0;
  return (
    <>
      <View position="relative">
        <Stepper
          title="Grid"
          shown={division.unit}
          width={isVeryNarrow ? 32 : 46}
          isColumn={isColumn}
          lowerLabel="Coarser grid"
          raiseLabel="Finer grid"
          canLower={division.unit !== DIVISION_UNITS[0]}
          canRaise={division.unit !== DIVISION_UNITS.at(-1)}
          onStep={(direction) => dispatch(changeGrid(direction === 1 ? 'finer' : 'coarser'))}
          onShown={{
            label: `Grid ${divisionName(division)}${hasPins ? `, ${pins.join(', ')}` : ''}: set up`,
            press: () => dispatch(openSheet({ kind: 'grid', of: 'pattern' })),
          }}
        />
        {hasPins ? (
          <View position="absolute" top={2} left="50%" pointerEvents="none">
            <Pin size={12} color="var(--act)" aria-hidden />
          </View>
        ) : null}
      </View>
      <Press
        label={`Grid is ${form}: change`}
        shown={form}
        tight={isColumn || isNarrow}
        width={isColumn || isNarrow ? undefined : 66}
        look={form === 'straight' ? 'raised' : 'on'}
        onPress={() => dispatch(changeGrid('form'))}
      />
    </>
  );
}
