import { barBeatWords, isOnGrid, lengthWords, leveled, notesInWords, spanOf, type Gesture, type Note } from '@yibbo/core';
import Eraser from 'lucide-react-native/icons/eraser';
import Hand from 'lucide-react-native/icons/hand';
import Pencil from 'lucide-react-native/icons/pencil';
import Frame from 'lucide-react-native/icons/square-dashed';
import { useState } from 'react';
import { XStack } from 'tamagui';
import { Press } from '../controls/Press';
import { Words } from '../controls/words';
import { selectNotes, selectPart, selectSelectedNotes, selectShownNotes, type OpenPart } from '../store/selectors';
import { useAppDispatch, useAppSelector } from '../store/store';
import { fingerSet, selectionSet, type Finger } from '../store/view';
import { holdButton } from './held';
import { rowName, rowsFor } from './rows';

const FINGERS: Readonly<Record<Finger, { readonly next: Finger; readonly label: string; readonly icon: typeof Pencil }>> = {
  draws: { next: 'selects', label: 'One finger draws', icon: Pencil },
  selects: { next: 'scrolls', label: 'One finger selects', icon: Frame },
  scrolls: { next: 'draws', label: 'One finger scrolls', icon: Hand },
};

/** What one finger on empty ground does; a press goes on to the next. */
function FingerSwitch() {
  const dispatch = useAppDispatch();
  const { next, label, icon } = FINGERS[useAppSelector((state) => state.view.finger)];
  return <Press label={`${label}: change`} icon={icon} iconOnly onPress={() => dispatch(fingerSet(next))} />;
}

/** Held by one thumb while another finger sweeps over notes. Pressed by key it does nothing: there, E is held. */
function EraseButton() {
  const [isDown, setDown] = useState(false);
  const hold = (down: boolean) => {
    holdButton('erase', down);
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

/** What is selected, in words and ranges, and how many notes are off the grid; a tap on that count selects them. */
export function Readout() {
  const dispatch = useAppDispatch();
  const part = useAppSelector(selectPart);
  const notes = useAppSelector(selectNotes);
  const shown = useAppSelector(selectShownNotes);
  const selected = useAppSelector(selectSelectedNotes);
  if (!part) return null;
  const rows = rowsFor(part.track, notes);
  const offGrid = shown.filter(({ start }) => !isOnGrid(part.grid, start));
  const words = selected.length
    ? notesInWords(selected, part.meter, (pitch) => rowName(rows, pitch))
    : notes.length
      ? `${notes.length} ${notes.length === 1 ? 'note' : 'notes'}, none selected: actions take all`
      : 'Tap the grid to put a note there';
  return (
    <XStack alignItems="center" gap={4} paddingLeft={10} minHeight="$touch" backgroundColor="$paper" borderTopWidth={1} borderColor="$line">
      <Words small flexGrow={1} flexShrink={1} strong={selected.length > 0} data-testid="readout" aria-live="polite">
        {words}
      </Words>
      {offGrid.length ? (
        <Press
          label={`${offGrid.length} off grid: select them`}
          shown={`${offGrid.length} off grid`}
          onPress={() => dispatch(selectionSet(offGrid.map(({ id }) => id)))}
        />
      ) : null}
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
): string | null {
  const length = (ticks: number) => lengthWords(ticks, part.meter);
  const signed = (value: number, say: (value: number) => string) => `${value < 0 ? '−' : '+'}${say(Math.abs(value))}`;
  switch (gesture.state) {
    case 'drawing':
      return `${rowLabel(gesture.note.pitch)} · ${barBeatWords(part.meters, gesture.note.start)} · ${length(gesture.note.length)} · vel ${gesture.note.velocity}`;
    case 'moving': {
      const start = spanOf(lifted).start + gesture.ticks;
      const pitch = gesture.semitones ? ` · ${signed(gesture.semitones, String)} semitones` : '';
      return `to ${barBeatWords(part.meters, Math.max(0, start))} · ${signed(gesture.ticks, length)}${pitch}`;
    }
    case 'resizing':
      return `${gesture.edge === 'end' ? 'End' : 'Start'} ${signed(gesture.ticks, length)}`;
    case 'leveling':
      return notesInWords(leveled(lifted, gesture.rise), part.meter, rowLabel).split(' · ').at(-1)!;
    case 'erasing':
      return `Erase ${gesture.noteIds.length}`;
    case 'selecting':
      return 'Select what the frame touches';
    default:
      return null;
  }
}
