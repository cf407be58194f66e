import { counted } from '@yibbo/core';
import { useRef } from 'react';
import { View } from '@tamagui/core';
import { Press } from '../../../controls/Press';
import { useOnePointer } from '../../../controls/useOnePointer';

/** Width of a beat, and the least and most of a block, in pixels: a thumb, and what leaves room for others. */
const BEAT = 14;
const LEAST = 54;
const MOST = 160;
/** A drag this far is one: shorter ones are presses, in pixels. */
const DRAG = 6;
/** Half a beat: what a drag goes by. */
const STEP = 0.5;
const LONGEST = 64;

interface ChordBlockProps {
  readonly name: string;
  readonly beats: number;
  readonly isOn: boolean;
  readonly onPress: () => void;
  /** It is dragged to a length, in beats. */
  readonly onBeats: (beats: number) => void;
}

/** A chord as wide as it is long: a press takes it up, a drag sideways makes it longer or shorter. */
export function ChordBlock({ name, beats, isOn, onPress, onBeats }: ChordBlockProps) {
  const drag = useRef<{ readonly x: number; readonly beats: number; isDrag: boolean } | null>(null);
  const handlers = useOnePointer({
    onPointerDown: (event) => {
      drag.current = { x: event.clientX, beats, isDrag: false };
    },
    onPointerMove: ({ clientX, currentTarget, pointerId }) => {
      const now = drag.current;
      if (!now || (!now.isDrag && Math.abs(clientX - now.x) < DRAG)) return;
      // Taken over only now: a press that is none is the button's own.
      if (!now.isDrag) currentTarget.setPointerCapture(pointerId);
      now.isDrag = true;
      const to = now.beats + Math.round((clientX - now.x) / BEAT / STEP) * STEP;
      const bounded = Math.max(STEP, Math.min(LONGEST, to));
      if (bounded !== beats) onBeats(bounded);
    },
    onPointerUp: () => (drag.current = null),
    onPointerCancel: () => (drag.current = null),
  });
  return (
    <View {...(handlers as object)} style={SIDEWAYS}>
      <Press
        label={`${name}, ${counted(beats, 'beat')}`}
        shown={name}
        large
        under={counted(beats, 'beat')}
        look={isOn ? 'on' : 'raised'}
        pressed={isOn}
        width={Math.min(MOST, Math.max(LEAST, beats * BEAT))}
        onPress={onPress}
      />
    </View>
  );
}

const SIDEWAYS = { touchAction: 'pan-y' } as const;
