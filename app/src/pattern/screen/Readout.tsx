import {
  barBeatWords,
  lengthWords,
  leveled,
  notesInWords,
  velocityWords,
  paintedNotes,
  spanOf,
  tappedNote,
  type Gesture,
  type GestureSetting,
  type Note,
} from '@yibbo/core';
import Brush from 'lucide-react/dist/esm/icons/brush.mjs';
import Eraser from 'lucide-react/dist/esm/icons/eraser.mjs';
import Hand from 'lucide-react/dist/esm/icons/hand.mjs';
import Pencil from 'lucide-react/dist/esm/icons/pencil.mjs';
import Frame from 'lucide-react/dist/esm/icons/square-dashed.mjs';
import { useState } from 'react';
import { styled, View } from '@tamagui/core';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { selectNotes, selectPart, selectSelectedNotes, type OpenPart } from '../../session/selectors';
import { useAppDispatch, useAppSelector } from '../../store';
import { tryAction } from '../../session/trials';
import { fingerSet, selectionSet, type Finger } from '../../session/session';
import { useEffects } from '../../effects';
import { rowName } from '../acts/rows';

const FINGERS: Readonly<Record<Finger, { readonly next: Finger; readonly label: string; readonly icon: typeof Pencil }>> = {
  draws: { next: 'paints', label: 'One finger draws', icon: Pencil },
  paints: { next: 'selects', label: 'One finger paints runs', icon: Brush },
  selects: { next: 'scrolls', label: 'One finger selects', icon: Frame },
  scrolls: { next: 'draws', label: 'One finger scrolls', icon: Hand },
};

/** What one finger on empty ground does; a press goes on to the next. */
function FingerSwitch() {
  const dispatch = useAppDispatch();
  const { next, label, icon } = FINGERS[useAppSelector((state) => state.session.finger)];
  return <Press label={`${label}: change`} icon={icon} iconOnly onPress={() => dispatch(fingerSet(next))} />;
}

/** Held by one thumb while another finger sweeps over notes. Pressed by key it does nothing: there, E is held. */
function EraseButton() {
  const { held } = useEffects();
  const [isDown, setDown] = useState(false);
  const hold = (down: boolean) => {
    held.setButton('erase', down);
    setDown(down);
  };
  return (
    <Press
      label="Hold and sweep to erase"
      icon={Eraser}
      iconOnly
      look={isDown ? 'on' : 'quiet'}
      onHoldStart={() => hold(true)}
      onHoldEnd={() => hold(false)}
    />
  );
}

/** The values of what is selected, to press. */
const ValuesFrame = styled(View, {
  render: 'button',
  flexGrow: 1,
  flexShrink: 1,
  minHeight: '$touch',
  padding: 0,
  borderWidth: 0,
  backgroundColor: 'transparent',
  justifyContent: 'center',
  alignItems: 'flex-start',
  cursor: 'pointer',
});

/** What is selected, in words and ranges; a tap on it types other values. */
export function Readout() {
  const dispatch = useAppDispatch();
  const part = useAppSelector(selectPart);
  const notes = useAppSelector(selectNotes);
  const selected = useAppSelector(selectSelectedNotes);
  if (!part) return null;
  const words = selected.length
    ? notesInWords(selected, part.meter, (pitch) => rowName(part, pitch))
    : notes.length
      ? `${notes.length} ${notes.length === 1 ? 'note' : 'notes'}, none selected: actions take all`
      : 'Tap the grid to put a note there';
  return (
    <XStack alignItems="center" gap={4} paddingLeft={10} minHeight="$touch" backgroundColor="$paper" borderTopWidth={1} borderColor="$line">
      {selected.length ? (
        <ValuesFrame aria-label={`${words}: type values`} onPress={() => dispatch(tryAction('type-values'))}>
          <Words
            small
            strong
            textAlign="left"
            textDecorationLine="underline"
            textDecorationStyle="dotted"
            data-testid="readout"
            aria-live="polite"
          >
            {words}
          </Words>
        </ValuesFrame>
      ) : (
        <Words small flexGrow={1} flexShrink={1} data-testid="readout" aria-live="polite">
          {words}
        </Words>
      )}
      {selected.length ? (
        <Press label="Select nothing" shown="Nothing" onPress={() => dispatch(selectionSet([]))} />
      ) : (
        <Press
          label="Select all notes"
          shown="All"
          disabled={notes.length === 0}
          onPress={() => dispatch(selectionSet(notes.map(({ id }) => id)))}
        />
      )}
      <EraseButton />
      <FingerSwitch />
    </XStack>
  );
}

/** What a running gesture would do, in words, shown above the finger. */
export function gestureWords(
  gesture: Gesture,
  part: OpenPart,
  rowLabel: (pitch: number) => string,
  lifted: readonly Note[],
  setting: GestureSetting,
): string | null {
  const length = (ticks: number) => lengthWords(ticks, part.meter);
  const signed = (value: number, say: (value: number) => string) => `${value < 0 ? '−' : '+'}${say(Math.abs(value))}`;
  switch (gesture.state) {
    case 'drawing':
      return `${rowLabel(gesture.note.pitch)} · ${barBeatWords(part.meters, gesture.note.start)} · ${length(gesture.note.length)} · vel ${gesture.note.velocity}`;
    case 'painting': {
      const run = paintedNotes(gesture.path, (at) => tappedNote(at, setting));
      const last = run.at(-1);
      return last
        ? `${run.length} ${run.length === 1 ? 'note' : 'notes'} · ${rowLabel(last.pitch)} · ${barBeatWords(part.meters, last.start)}`
        : 'Paint a run';
    }
    case 'moving': {
      const start = spanOf(lifted).start + gesture.ticks;
      const pitch = gesture.semitones ? ` · ${signed(gesture.semitones, String)} semitones` : '';
      const time = gesture.ticks || !gesture.semitones ? ` · ${signed(gesture.ticks, length)}` : '';
      return `to ${barBeatWords(part.meters, Math.max(0, start))}${time}${pitch}`;
    }
    case 'resizing':
      return `${gesture.edge === 'end' ? 'End' : 'Start'} ${signed(gesture.ticks, length)}`;
    case 'leveling':
      return velocityWords(leveled(lifted, gesture.rise));
    case 'erasing':
      return `Erase ${gesture.noteIds.length}`;
    case 'selecting':
      return 'Select what the frame touches';
    default:
      return null;
  }
}
