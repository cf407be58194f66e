import { barBeatWords, lengthWords, tappedNote, type DrawnNote, type Gesture, type GestureSetting } from '@yibbo/core';
import { useState, useSyncExternalStore, type PointerEvent } from 'react';
import { rowName, type GridRow } from '../../../acts/pattern/rows';
import type { OpenPart } from '../../../state/session/selectors';
import type { GridSurface } from '../gesture/surface';
import type { GridWindow } from '../viewport/viewport';

/** The effect of a press at the mouse's place, as its cursor. */
const POINTERS = { empty: 'crosshair', body: 'grab', hit: 'grab', start: 'w-resize', end: 'e-resize' } as const;

/** The note that a click would make where the mouse rests on empty ground. Kept outside React, for it changes with the mouse and only
 *  the preview is to be drawn anew. */
export class PreviewNote {
  private note: DrawnNote | null = null;
  private listeners = new Set<() => void>();

  get = (): DrawnNote | null => this.note;

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  show(next: DrawnNote | null): void {
    const { note } = this;
    if (note === next || (note && next && note.start === next.start && note.pitch === next.pitch)) return;
    this.note = next;
    for (const listener of this.listeners) listener();
  }
}

/** Follows the mouse over the grid: the note a click would make, and the pointer that says what the place does. */
export function usePreview(surface: GridSurface, setting: GestureSetting) {
  const [preview] = useState(() => new PreviewNote());
  const show = (next: DrawnNote | null) => preview.show(next);
  return {
    preview,
    onPointerMove: (event: PointerEvent<HTMLElement>) => {
      if (event.pointerType !== 'mouse') return;
      if (event.buttons !== 0 || event.target !== event.currentTarget) return show(null);
      const point = { x: event.clientX, y: event.clientY };
      const target = surface.targetAt(point, false);
      event.currentTarget.style.cursor = POINTERS[target.kind === 'note' ? target.part : 'empty'];
      show(target.kind === 'empty' && !event.shiftKey ? tappedNote(surface.placeAt(point), setting) : null);
    },
    onPointerLeave: () => show(null),
  };
}

interface PreviewProps {
  readonly preview: PreviewNote;
  readonly gesture: Gesture;
  readonly setting: GestureSetting;
  readonly part: OpenPart;
  readonly rows: readonly GridRow[];
  readonly window: GridWindow;
}

/** A faint note with its name, place and length: where the mouse rests, or a finger presses that has not moved yet. */
export function Preview({ preview, gesture, setting, part, rows, window }: PreviewProps) {
  const note = useSyncExternalStore(preview.subscribe, preview.get, preview.get);
  const isPressed = gesture.state === 'pressing' && gesture.target.kind === 'empty' && gesture.purpose === 'draw';
  const shown = isPressed ? tappedNote(gesture.from, setting) : gesture.state === 'idle' ? note : null;
  const row = rows.findIndex(({ pitch }) => pitch === shown?.pitch);
  if (!shown || row < 0) return null;
  const left = (shown.start - window.fromTick) * window.pixelsPerTick;
  const top = (row - window.fromRow) * window.rowPixels;
  const colour = `var(--track${part.track.colour})`;
  return (
    <div style={{ position: 'absolute', left, top, zIndex: 3, pointerEvents: 'none' }} data-testid="preview">
      <div
        style={{
          width: Math.max(4, shown.length * window.pixelsPerTick - 1),
          height: window.rowPixels - 2,
          boxSizing: 'border-box',
          border: `1.5px dashed ${colour}`,
          borderRadius: Math.min(5, window.rowPixels / 4),
          background: `color-mix(in srgb, ${colour} 22%, transparent)`,
        }}
      />
      <div
        style={LABEL}
      >{`${rowName(part, shown.pitch)} · ${barBeatWords(part.meters, shown.start)} · ${lengthWords(shown.length, part.meter)}`}</div>
    </div>
  );
}

/** Above the note, out from under the hand. */
const LABEL = {
  position: 'absolute',
  bottom: '100%',
  left: 0,
  marginBottom: 2,
  padding: '0 5px',
  borderRadius: 4,
  background: 'var(--card)',
  border: '1px solid var(--line)',
  color: 'var(--ink)',
  fontSize: 12,
  lineHeight: '16px',
  whiteSpace: 'nowrap',
} as const;
