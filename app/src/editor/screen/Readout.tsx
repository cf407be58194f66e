import { actionById, notesInWords, paramFields } from '@yibbo/core';
import Brush from 'lucide-react/dist/esm/icons/brush.mjs';
import Eraser from 'lucide-react/dist/esm/icons/eraser.mjs';
import Hand from 'lucide-react/dist/esm/icons/hand.mjs';
import Pencil from 'lucide-react/dist/esm/icons/pencil.mjs';
import Frame from 'lucide-react/dist/esm/icons/square-dashed.mjs';
import { memo, useState } from 'react';
import { styled, View } from '@tamagui/core';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { useHasMouse } from '../../controls/useHasMouse';
import { selectChordName, selectHandledNotes, selectHasSelection, selectNotes, type OpenPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { adjustStep } from '../../acts/trial/adjust';
import { selectAdjustable } from '../../acts/trial/made-step';
import { tryAction } from '../../acts/trial/trials';
import { fingerSet, type Finger } from '../../state/session/session';
import { useEffects } from '../../state/effects';
import { rowName } from '../../acts/pattern/rows';
import { deselect, selectAllNotes } from '../../acts/pattern/select';
import { Marks } from './Marks';
import { allNotesWords } from './scope';

const FINGERS: Readonly<Record<Finger, { readonly next: Finger; readonly label: string; readonly icon: typeof Pencil }>> = {
  draws: { next: 'paints', label: 'One finger draws', icon: Pencil },
  paints: { next: 'selects', label: 'One finger paints runs', icon: Brush },
  selects: { next: 'scrolls', label: 'One finger selects', icon: Frame },
  scrolls: { next: 'draws', label: 'One finger scrolls', icon: Hand },
};

/** Shows what one finger does on empty ground; a press switches to the next mode. */
const FingerSwitch = memo(function FingerSwitch() {
  const dispatch = useAppDispatch();
  const { next, label, icon } = FINGERS[useAppSelector((state) => state.session.finger)];
  const said = useHasMouse() ? label.replace('One finger', 'The pointer') : label;
  return <Press label={`${said}: change`} icon={icon} iconOnly onPress={() => dispatch(fingerSet(next))} />;
});

/** Held by one thumb while another finger sweeps over notes. Pressed by key it does nothing: there, E is held. */
const EraseButton = memo(function EraseButton() {
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
});

/** The values of notes, to press. */
const ValuesFrame = styled(View, {
  render: 'button',
  flexGrow: 1,
  flexShrink: 1,
  minWidth: 0,
  minHeight: '$touch',
  padding: 0,
  borderWidth: 0,
  backgroundColor: 'transparent',
  justifyContent: 'center',
  alignItems: 'flex-start',
  cursor: 'pointer',
});

/** One line below the notes: the values of what is selected, or of the current note, and what actions take; what is easily overlooked; the
 *  eraser and what one finger does. A tap on the values types others. */
export function Readout({ part }: { readonly part: OpenPart }) {
  return (
    <XStack
      role="group"
      aria-label="Readout"
      alignItems="center"
      height="$touch"
      flexShrink={0}
      gap={2}
      paddingLeft={10}
      backgroundColor="$paper"
      borderTopWidth={1}
      borderColor="$line"
    >
      <Values part={part} />
      <AdjustPress />
      <Marks part={part} />
      <SelectPress />
      <EraseButton />
      <FingerSwitch />
    </XStack>
  );
}

/** Opens the step that was just kept again, until something else is done. */
function AdjustPress() {
  const dispatch = useAppDispatch();
  const label = useAppSelector((state) => {
    const made = selectAdjustable(state);
    return made && paramFields(actionById(made.trial.actionId).params).length ? actionById(made.trial.actionId).label : null;
  });
  return label === null ? null : <Press label={`Adjust: ${label}`} shown="Adjust" tight onPress={() => dispatch(adjustStep())} />;
}

/** Selects all, or nothing, which takes the marked stretch of time away too. */
function SelectPress() {
  const dispatch = useAppDispatch();
  const hasSelection = useAppSelector(selectHasSelection);
  const isEmpty = useAppSelector((state) => selectNotes(state).length === 0);
  const hasMark = useAppSelector((state) => state.session.span !== null);
  if (hasSelection || hasMark) return <Press label="Deselect" tight onPress={() => dispatch(deselect)} />;
  return <Press label="Select all notes" shown="All" tight disabled={isEmpty} onPress={() => dispatch(selectAllNotes)} />;
}

/** The hint on an empty grid: what one finger, or the pointer, does there. */
const EMPTY_WORDS: Readonly<Record<Finger, string>> = {
  draws: 'Tap the grid to put a note there',
  paints: 'Drag along the grid to paint a run of notes',
  selects: 'No notes yet. One finger selects; let it draw to put some there',
  scrolls: 'No notes yet. One finger scrolls; let it draw to put some there',
};

/** Below the current note's values, what actions take, in pixels. */
const SCOPE_ROOM = 14;

function Values({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const count = useAppSelector((state) => selectNotes(state).length);
  const handled = useAppSelector(selectHandledNotes);
  const hasSelection = useAppSelector(selectHasSelection);
  const chord = useAppSelector(selectChordName);
  const finger = useAppSelector((state) => state.session.finger);
  if (handled.length === 0)
    return (
      <Words small oneLine data-testid="readout" aria-live="polite" style={{ flexGrow: 1 }}>
        {[count ? allNotesWords(count) : EMPTY_WORDS[finger], chord ? `${chord} at the cursor` : []].flat().join(' · ')}
      </Words>
    );
  const plain = notesInWords(handled, part.meter, (pitch) => rowName(part, pitch));
  const words = chord === null ? plain : handled.length > 1 ? `${chord} · ${plain}` : `${plain} · in ${chord}`;
  const ids = handled.map(({ id }) => id);
  return (
    <View flexGrow={1} flexShrink={1} minWidth={0} position="relative">
      <ValuesFrame
        aria-label={`${words}: type values`}
        paddingBottom={hasSelection ? 0 : SCOPE_ROOM}
        onPress={() => dispatch(tryAction('type-values', undefined, ids))}
      >
        <Words
          small
          strong
          oneLine
          data-testid="readout"
          aria-live="polite"
          style={{ textAlign: 'left', textDecoration: 'underline dotted', maxWidth: '100%' }}
        >
          {words}
        </Words>
      </ValuesFrame>
      {hasSelection ? null : (
        <Words tiny faded oneLine style={{ maxWidth: '100%', position: 'absolute', left: 0, bottom: 4, pointerEvents: 'none' }}>
          actions take {allNotesWords(count)}
        </Words>
      )}
    </View>
  );
}
