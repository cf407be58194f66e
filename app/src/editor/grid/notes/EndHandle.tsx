import { counted, nearestLine } from '@yibbo/core';
import { useRef, useState, type CSSProperties, type PointerEvent } from 'react';
import { useOnePointer } from '../../../controls/useOnePointer';
import { setPatternLength } from '../../../acts/document/edits';
import type { OpenPart } from '../../../state/session/selectors';
import { noticeSet } from '../../../state/session/session';
import { useAppDispatch } from '../../../state/store';
import type { GridWindow, Viewport } from '../viewport/viewport';

const REACH = 22;
/** A finger holds the end so long before it moves, in milliseconds: a swipe that only begins there cuts nothing. */
const HOLD_MS = 250;
const SLOP = 8;

interface EndHandleProps {
  readonly part: OpenPart;
  readonly viewport: Viewport;
  readonly window: GridWindow;
}

interface Grip {
  readonly fromX: number;
  readonly at: number;
  /** Whether it has hold of the end: the mouse at once, a finger after a short rest. */
  isHeld: boolean;
}

/** Dragging the pattern's end, and what its length would be; null while it is not dragged. */
function useEndDrag({ part, viewport }: EndHandleProps) {
  const dispatch = useAppDispatch();
  const [dragged, setDragged] = useState<number | null>(null);
  const grip = useRef<Grip | null>(null);
  const { length } = part.pattern;
  const end = () => {
    grip.current = null;
    setDragged(null);
  };
  const onPointerDown = (event: PointerEvent<HTMLElement>) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    grip.current = { fromX: event.clientX, at: event.timeStamp, isHeld: event.pointerType === 'mouse' };
  };
  const onPointerMove = (event: PointerEvent<HTMLElement>) => {
    const now = grip.current;
    if (!now) return;
    event.stopPropagation();
    const away = event.clientX - now.fromX;
    if (!now.isHeld && Math.abs(away) > SLOP) {
      if (event.timeStamp - now.at < HOLD_MS) return end();
      now.isHeld = true;
    }
    if (!now.isHeld) return;
    const ticks = length + away / viewport.pixelsPerTick;
    setDragged(Math.max(nearestLine(part.grid, 1), nearestLine(part.grid, Math.max(1, ticks))));
  };
  const onPointerUp = (event: PointerEvent<HTMLElement>) => {
    event.stopPropagation();
    if (dragged !== null && dragged !== length) {
      dispatch(setPatternLength(dragged));
      dispatch(noticeSet({ words: `The pattern is ${barsWords(dragged, part)} long now.`, remedy: { kind: 'undo' } }));
    }
    end();
  };
  return { dragged, handlers: useOnePointer({ onPointerDown, onPointerMove, onPointerUp, onPointerCancel: end }) };
}

/** The pattern's end on the ruler, to be dragged; let go where it was, it stays. */
export function EndHandle(props: EndHandleProps) {
  const { part, window } = props;
  const { dragged, handlers } = useEndDrag(props);
  const shown = dragged ?? part.pattern.length;
  const colour = dragged === null ? 'var(--faded)' : 'var(--act)';
  return (
    <div data-testid="pattern-end" {...handlers} style={{ ...HANDLE, left: (shown - window.fromTick) * window.pixelsPerTick - REACH }}>
      <div style={{ position: 'absolute', left: REACH - 2, top: 0, bottom: 0, width: 4, background: 'var(--act)' }} />
      <div style={{ ...LABEL, color: colour, fontWeight: dragged === null ? 400 : 600 }}>
        {dragged === null ? 'end' : barsWords(dragged, part)}
      </div>
    </div>
  );
}

function barsWords(ticks: number, { bars, pattern }: OpenPart): string {
  const count = Math.round(((ticks * bars) / pattern.length) * 100) / 100;
  return counted(count, 'bar');
}

const HANDLE: CSSProperties = {
  position: 'absolute',
  top: 0,
  bottom: 0,
  height: 44,
  width: 2 * REACH,
  cursor: 'ew-resize',
  touchAction: 'none',
  zIndex: 2,
};
const LABEL: CSSProperties = {
  position: 'absolute',
  // Before the line, where it is in view whenever the line is.
  right: REACH + 3,
  top: 2,
  padding: '0 3px',
  background: 'var(--wash)',
  fontSize: 12,
  lineHeight: '18px',
  whiteSpace: 'nowrap',
};
