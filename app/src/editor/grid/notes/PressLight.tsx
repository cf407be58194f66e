import { gridOfRow, lineAfter, lineBefore, type Gesture, type GestureSetting, type Place } from '@yibbo/core';
import type { OpenPart } from '../../../state/session/selectors';
import type { GridRow } from '../../../acts/pattern/rows';
import type { GridWindow } from '../viewport/viewport';

interface PressLightProps {
  /** The finger's gesture; null where none is down. */
  readonly gesture: Gesture | null;
  readonly setting: GestureSetting;
  readonly part: OpenPart;
  readonly rows: readonly GridRow[];
  readonly window: GridWindow;
}

/** The place a finger is on, as far as it is going to draw there. */
function placeOf(gesture: Gesture | null): Place | null {
  if (gesture?.state === 'pressing' && gesture.target.kind === 'empty') return gesture.from;
  if (gesture?.state === 'drawing') return { tick: gesture.note.start, pitch: gesture.note.pitch };
  return gesture?.state === 'painting' ? gesture.last : null;
}

const LIGHT = 'color-mix(in srgb, var(--act) 16%, transparent)';

/** Lights the row and the column of the step under a finger, which itself hides the step. */
export function PressLight({ gesture, setting, rows, window }: PressLightProps) {
  const place = placeOf(gesture);
  const row = place ? rows.findIndex(({ pitch }) => pitch === place.pitch) : -1;
  if (!place || row < 0) return null;
  const grid = gridOfRow(setting, place.pitch);
  const start = lineBefore(grid, place.tick);
  const width = (lineAfter(grid, start) - start) * window.pixelsPerTick;
  return (
    <div data-testid="press-light" style={{ position: 'absolute', pointerEvents: 'none', zIndex: 2 }}>
      <div
        style={{
          position: 'absolute',
          left: 0,
          width: (window.toTick - window.fromTick) * window.pixelsPerTick,
          top: (row - window.fromRow) * window.rowPixels,
          height: window.rowPixels,
          background: LIGHT,
        }}
      />
      <div
        style={{
          position: 'absolute',
          left: (start - window.fromTick) * window.pixelsPerTick,
          width,
          top: 0,
          height: (window.toRow - window.fromRow) * window.rowPixels,
          background: LIGHT,
        }}
      />
    </div>
  );
}
