import { modulo } from '@yibbo/core';
import { useRef } from 'react';
import { usePlayhead } from '../usePlayback';
import type { Viewport } from './viewport';

/** Where the music is: a line that crosses the grid, moved before each frame without React. */
export function Playhead({ viewport, lengthTicks }: { readonly viewport: Viewport; readonly lengthTicks: number }) {
  const ref = useRef<HTMLDivElement>(null);
  usePlayhead((tick) => {
    const element = ref.current;
    if (!element) return;
    element.style.display = tick === null ? 'none' : 'block';
    if (tick !== null) element.style.transform = `translateX(${modulo(tick, lengthTicks) * viewport.pixelsPerTick - viewport.scrollX}px)`;
  });
  return (
    <div
      ref={ref}
      data-testid="playhead"
      style={{
        display: 'none',
        position: 'absolute',
        top: 0,
        bottom: 0,
        left: -1,
        width: 3,
        background: 'var(--head)',
        zIndex: 4,
        pointerEvents: 'none',
      }}
    />
  );
}
