import { gridOfRow, lineAfter } from '@yibbo/core';
import type { OpenPart } from '../../../state/session/selectors';
import type { GridRow } from '../../../acts/pattern/rows';
import type { GridWindow } from '../viewport/viewport';
import { stepsBetween, type GridCursor } from './useGridCursor';

/** Where keys act, and the frame they draw. */
export function Cursor({
  cursor: { place, corner, rowIndex },
  part,
  rows,
  window,
}: {
  readonly cursor: GridCursor;
  readonly part: OpenPart;
  readonly rows: readonly GridRow[];
  readonly window: GridWindow;
}) {
  if (!place) return null;
  const frame = corner ? stepsBetween(corner, place, part) : null;
  const width = (lineAfter(gridOfRow(part, place.pitch), place.tick) - place.tick) * window.pixelsPerTick;
  const cell = (
    <div
      data-testid="cursor"
      style={{
        position: 'absolute',
        left: (place.tick - window.fromTick) * window.pixelsPerTick,
        top: (rowIndex - window.fromRow) * window.rowPixels,
        width,
        height: window.rowPixels,
        border: '2px solid var(--head)',
        boxSizing: 'border-box',
        borderRadius: 4,
        zIndex: 3,
        pointerEvents: 'none',
      }}
    />
  );
  if (!frame) return cell;
  const from = rows.findIndex(({ pitch }) => pitch === corner!.pitch);
  return (
    <>
      <div
        style={{
          position: 'absolute',
          left: (frame[0].tick - window.fromTick) * window.pixelsPerTick,
          width: (frame[1].tick - frame[0].tick) * window.pixelsPerTick,
          top: (Math.min(from, rowIndex) - window.fromRow) * window.rowPixels,
          height: (Math.abs(from - rowIndex) + 1) * window.rowPixels,
          border: '2px solid var(--act)',
          boxSizing: 'border-box',
          zIndex: 3,
          pointerEvents: 'none',
        }}
      />
      {cell}
    </>
  );
}
