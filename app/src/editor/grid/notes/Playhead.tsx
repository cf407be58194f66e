import { modulo } from '@yibbo/core';
import { useRef, type CSSProperties } from 'react';
import type { GridRow } from '../../../acts/pattern/rows';
import type { OpenPart } from '../../../state/session/selectors';
import { usePlayhead } from '../../playback/usePlayback';
import type { Viewport } from '../viewport/viewport';

/** Where rows with a length of their own are: a short line in each, for they go round at other times than the pattern. */
export function RowHeads({
  viewport,
  part,
  rows,
}: {
  readonly viewport: Viewport;
  readonly part: OpenPart;
  readonly rows: readonly GridRow[];
}) {
  const ref = useRef<HTMLDivElement>(null);
  const own = (part.pattern.rowLengths ?? []).flatMap(({ pitch, length }) => {
    const row = rows.findIndex((each) => each.pitch === pitch);
    return row < 0 ? [] : [{ row, length }];
  });
  usePlayhead((tick) => {
    const lines = [...(ref.current?.children ?? [])] as HTMLElement[];
    own.forEach(({ row, length }, index) => {
      const line = lines[index];
      if (!line) return;
      line.style.display = tick === null ? 'none' : 'block';
      line.style.height = `${viewport.rowPixels}px`;
      const x = modulo(tick ?? 0, length) * viewport.pixelsPerTick - viewport.scrollX;
      line.style.transform = `translate(${x}px, ${row * viewport.rowPixels - viewport.scrollY}px)`;
    });
  });
  return (
    <div ref={ref}>
      {own.map(({ row }) => (
        <div key={row} style={{ ...LINE, width: 5 }} />
      ))}
    </div>
  );
}

const LINE: CSSProperties = {
  display: 'none',
  position: 'absolute',
  top: 0,
  left: -1,
  background: 'var(--head)',
  zIndex: 4,
  pointerEvents: 'none',
};

/** Where the music is: a line that crosses the grid, moved before each frame without React. */
export function Playhead({ viewport, lengthTicks }: { readonly viewport: Viewport; readonly lengthTicks: number }) {
  const ref = useRef<HTMLDivElement>(null);
  usePlayhead((tick) => {
    const element = ref.current;
    if (!element) return;
    element.style.display = tick === null ? 'none' : 'block';
    if (tick !== null) element.style.transform = `translateX(${modulo(tick, lengthTicks) * viewport.pixelsPerTick - viewport.scrollX}px)`;
  });
  return <div ref={ref} data-testid="playhead" style={{ ...LINE, bottom: 0, width: 3 }} />;
}
