import { chordPrinted, lineBefore } from '@yibbo/core';
import { useState } from 'react';
import { View } from '@tamagui/core';
import { Press } from '../../../controls/Press';
import { useOnePointer } from '../../../controls/useOnePointer';
import { Words } from '../../../controls/words';
import { hearChord, putChord } from '../../../acts/pattern/put-chord';
import { useEffects } from '../../../state/effects';
import { selectPart } from '../../../state/session/selectors';
import { chordToPutSet } from '../../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../../state/store';

/** Shorter ways are presses, in pixels. */
const DRAG = 10;

interface Dragged {
  readonly x: number;
  readonly y: number;
  readonly isDrag: boolean;
}

/** A chord to press: it sounds, and the next tap on the notes puts it there. Dragged onto the notes it is put where it is let go. */
export function ChordPad({ name, above }: { readonly name: string; readonly above: string }) {
  const dispatch = useAppDispatch();
  const isChosen = useAppSelector((state) => state.session.chordToPut === name);
  const { dragged, handlers } = useDragOntoNotes(name);
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
        onPress={() => {
          dispatch(hearChord(name));
          dispatch(chordToPutSet(isChosen ? null : name));
        }}
      />
      {dragged?.isDrag ? (
        <View style={{ ...CARRIED, left: dragged.x - 20, top: dragged.y - 56 }}>
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

/** The way of a pad that is dragged; where it is let go over the notes, its chord is put there. */
function useDragOntoNotes(name: string) {
  const dispatch = useAppDispatch();
  const { grid } = useEffects();
  const part = useAppSelector(selectPart);
  const [dragged, setDragged] = useState<Dragged | null>(null);
  const handlers = useOnePointer({
    onPointerDown: ({ clientX: x, clientY: y }) => setDragged({ x, y, isDrag: false }),
    onPointerMove: ({ clientX: x, clientY: y, currentTarget, pointerId }) => {
      if (!dragged || (!dragged.isDrag && Math.hypot(x - dragged.x, y - dragged.y) < DRAG)) return;
      if (!dragged.isDrag) currentTarget.setPointerCapture(pointerId);
      setDragged({ x, y, isDrag: true });
    },
    onPointerUp: ({ clientX: x, clientY: y }) => {
      setDragged(null);
      const place = dragged?.isDrag && part ? grid.placeAt({ x, y }) : null;
      if (place && part) dispatch(putChord(name, { start: Math.round(lineBefore(part.grid, place.tick)), pitch: place.pitch }));
    },
    onPointerCancel: () => setDragged(null),
  });
  return { dragged, handlers };
}
