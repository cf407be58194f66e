import { chordPrinted, lineBefore, type Point } from '@yibbo/core';
import { useState } from 'react';
import { View } from '@tamagui/core';
import { Press } from '../../../controls/Press';
import { usePressOrDrag } from '../../../controls/usePressOrDrag';
import { Words } from '../../../controls/words';
import { hearChord, putChord } from '../../../acts/pattern/put-chord';
import { useEffects } from '../../../state/effects';
import { selectPart } from '../../../state/session/selectors';
import { chordToPutSet } from '../../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../../state/store';

/** Shorter ways are presses, in pixels. */
const DRAG = 10;

/** A chord to press: it sounds, and the next tap on the notes puts it there. Dragged onto the notes it is put where it is let go. */
export function ChordPad({ name, above }: { readonly name: string; readonly above: string }) {
  const dispatch = useAppDispatch();
  const isChosen = useAppSelector((state) => state.session.chordToPut === name);
  const press = () => {
    dispatch(hearChord(name));
    dispatch(chordToPutSet(isChosen ? null : name));
  };
  const { carried, handlers } = useDragOntoNotes(name, press);
  const shown = chordPrinted(name);
  return (
    <View {...(handlers as object)} style={DRAGGED}>
      <Press
        label={`${shown} ${above}`}
        shown={shown}
        large
        under={above}
        width={PAD}
        look={isChosen ? 'on' : 'raised'}
        pressed={isChosen}
        onPress={press}
      />
      {carried ? (
        <View style={{ ...CARRIED, left: carried.x - 20, top: carried.y - 56 }}>
          <Words strong>{shown}</Words>
        </View>
      ) : null}
    </View>
  );
}

/** Width of a pad in pixels: seven beside each other on a phone. */
const PAD = 50;
const DRAGGED = { touchAction: 'none' } as const;
const CARRIED = {
  position: 'fixed',
  zIndex: 60,
  padding: 8,
  borderRadius: 6,
  backgroundColor: 'var(--card)',
  border: '2px solid var(--act)',
  pointerEvents: 'none',
} as never as { readonly position: 'absolute' };

/** Where a pad is carried to; let go over the notes, its chord is put there. */
function useDragOntoNotes(name: string, onPress: () => void) {
  const dispatch = useAppDispatch();
  const { grid } = useEffects();
  const part = useAppSelector(selectPart);
  const [carried, setCarried] = useState<Point | null>(null);
  const handlers = usePressOrDrag({
    far: DRAG,
    onPress,
    onDrag: setCarried,
    onDrop: (at) => {
      setCarried(null);
      const place = at && grid.placeAt(at);
      if (place && part) dispatch(putChord(name, { start: Math.round(lineBefore(part.grid, place.tick)), pitch: place.pitch }));
    },
  });
  return { carried, handlers };
}
