import type { CSSProperties } from 'react';

/** The ground of a lane. */
export function laneStyle(height: number): CSSProperties {
  return {
    position: 'relative',
    overflow: 'hidden',
    contain: 'strict',
    height,
    boxSizing: 'border-box',
    background: 'var(--card)',
    borderTop: '1px solid var(--lineStrong)',
    touchAction: 'none',
  };
}
