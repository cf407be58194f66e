import { notesInWords } from '@yibbo/core';
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
import { selectNotes, selectPart, selectSelectedNotes } from '../../session/selectors';
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
      ? `Nothing selected: buttons act on ${notes.length === 1 ? 'the one note' : `all ${notes.length} notes`}`
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
        <Press label="Deselect" shown="Deselect" onPress={() => dispatch(selectionSet([]))} />
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
