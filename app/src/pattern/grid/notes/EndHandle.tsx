import { nearestLine } from '@yibbo/core';
import { useRef, useState, type PointerEvent } from 'react';
import { setPatternLength } from '../../../document/edits';
import type { OpenPart } from '../../../session/selectors';
import { useAppDispatch } from '../../../store';
import type { GridWindow, Viewport } from '../viewport/viewport';

const REACH = 22;

/** The pattern's end on the ruler, to be dragged; let go where it was, it stays. */
export function EndHandle({
  part,
  viewport,
  window,
}: {
  readonly part: OpenPart;
  readonly viewport: Viewport;
  readonly window: GridWindow;
}) {
  const dispatch = useAppDispatch();
  const [dragged, setDragged] = useState<number | null>(null);
  const from = useRef(0);
  const { length } = part.pattern;
  const shown = dragged ?? length;
  const bars = Math.round(((shown * part.bars) / length) * 100) / 100;
  const end = () => setDragged(null);
  return (
    <div
      data-testid="pattern-end"
      onPointerDown={(event: PointerEvent<HTMLElement>) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = event.clientX;
        setDragged(length);
      }}
      onPointerMove={(event) => {
        if (dragged === null) return;
        event.stopPropagation();
        const ticks = length + (event.clientX - from.current) / viewport.pixelsPerTick;
        setDragged(Math.max(nearestLine(part.grid, 1), nearestLine(part.grid, Math.max(1, ticks))));
      }}
      onPointerUp={(event) => {
        event.stopPropagation();
        if (dragged !== null && dragged > 0) dispatch(setPatternLength(dragged));
        end();
      }}
      onPointerCancel={end}
      style={{
        position: 'absolute',
        top: 0,
        bottom: 0,
        height: 44,
        left: (shown - window.fromTick) * window.pixelsPerTick - REACH,
        width: 2 * REACH,
        cursor: 'ew-resize',
        touchAction: 'none',
        zIndex: 2,
      }}
    >
      <div style={{ position: 'absolute', left: REACH - 2, top: 0, bottom: 0, width: 4, background: 'var(--act)' }} />
      <div
        style={{
          position: 'absolute',
          // Before the line, where it is in view whenever the line is.
          right: REACH + 3,
          top: 2,
          padding: '0 3px',
          background: 'var(--wash)',
          fontSize: 12,
          lineHeight: '18px',
          whiteSpace: 'nowrap',
          color: dragged === null ? 'var(--faded)' : 'var(--act)',
          fontWeight: dragged === null ? 400 : 600,
        }}
      >
        {dragged === null ? 'end' : `${bars} ${bars === 1 ? 'bar' : 'bars'}`}
      </div>
    </div>
  );
}
