import { counted } from '@yibbo/core';
import { useRef } from 'react';
import { View } from '@tamagui/core';
import { Press } from '../../../controls/Press';
import { usePressOrDrag } from '../../../controls/usePressOrDrag';

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
  const before = useRef(beats);
  const handlers = usePressOrDrag({
    far: DRAG,
    onPress,
    onDrag: (to, from) => {
      const dragged = before.current + Math.round((to.x - from.x) / BEAT / STEP) * STEP;
      const bounded = Math.max(STEP, Math.min(LONGEST, dragged));
      if (bounded !== beats) onBeats(bounded);
    },
    onDrop: () => undefined,
  });
  // A drag counts from the length that the chord had when it was pressed.
  const onPointerDown: typeof handlers.onPointerDown = (event) => {
    before.current = beats;
    handlers.onPointerDown(event);
  };
  return (
    <View {...({ ...handlers, onPointerDown } as object)} style={SIDEWAYS}>
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
