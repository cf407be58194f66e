import { useRef } from 'react';
import type { Point } from '@yibbo/core';
import { useOnePointer, type PointerHandlers } from './useOnePointer';

interface PressOrDrag {
  /** How far a pointer goes before it drags, in pixels. */
  readonly far: number;
  /** The mouse is let go where it was pressed. Fingers and keys press the button that stands in it. */
  readonly onPress: () => void;
  /** It is dragged to a point, from where it was pressed. */
  readonly onDrag: (to: Point, from: Point) => void;
  /** A drag is let go at a point; null where it was called off. */
  readonly onDrop: (at: Point | null) => void;
}

/** Handlers for something around a button that is pressed, or dragged away. The mouse is captured at once, so that it is followed however fast it
 *  leaves: its click does not reach the button then. */
export function usePressOrDrag({ far, onPress, onDrag, onDrop }: PressOrDrag): PointerHandlers {
  const drag = useRef<{ readonly from: Point; isDrag: boolean } | null>(null);
  return useOnePointer({
    onPointerDown: ({ clientX: x, clientY: y, currentTarget, pointerId, pointerType }) => {
      drag.current = { from: { x, y }, isDrag: false };
      if (pointerType === 'mouse') currentTarget.setPointerCapture(pointerId);
    },
    onPointerMove: ({ clientX: x, clientY: y, currentTarget, pointerId }) => {
      const now = drag.current;
      if (!now || (!now.isDrag && Math.hypot(x - now.from.x, y - now.from.y) < far)) return;
      if (!now.isDrag) currentTarget.setPointerCapture(pointerId);
      now.isDrag = true;
      onDrag({ x, y }, now.from);
    },
    onPointerUp: ({ clientX: x, clientY: y, pointerType }) => {
      const now = drag.current;
      drag.current = null;
      if (now?.isDrag) onDrop({ x, y });
      else if (pointerType === 'mouse') onPress();
    },
    onPointerCancel: () => {
      const wasDrag = drag.current?.isDrag;
      drag.current = null;
      if (wasDrag) onDrop(null);
    },
  });
}
