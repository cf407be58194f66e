import { memo } from 'react';
import { desk } from '../../audio/desk';
import type { GridRow } from '../rows';
import { useFollow, useGridWindow, type Viewport } from './viewport';

interface PitchStripProps {
  readonly viewport: Viewport;
  readonly rows: readonly GridRow[];
  readonly trackId: string;
  readonly isDrums: boolean;
}

/** Names of the rows at the left; a press on one sounds it. Its keys are for pointers only: rows are heard and entered from
 *  the grid by keys. */
export const PitchStrip = memo(function PitchStrip({ viewport, rows, trackId, isDrums }: PitchStripProps) {
  const window = useGridWindow(viewport);
  const follow = useFollow(viewport, window, 'y');
  return (
    <div
      aria-hidden
      style={{
        position: 'relative',
        overflow: 'hidden',
        background: 'var(--card)',
        borderRight: '1px solid var(--lineStrong)',
        touchAction: 'none',
      }}
      onWheel={(event) =>
        event.ctrlKey
          ? viewport.zoomBy(1, event.deltaY < 0 ? 1.1 : 1 / 1.1, 0, event.nativeEvent.offsetY)
          : viewport.scrollBy(0, event.deltaY)
      }
    >
      <div ref={follow} style={{ position: 'absolute', top: 0, left: 0, right: 0 }}>
        {rows.slice(window.fromRow, window.toRow).map((row, index) => (
          <div
            key={row.pitch}
            onPointerDown={() => desk.audition(trackId, row.pitch, 100)}
            style={{
              position: 'absolute',
              left: 0,
              right: 0,
              top: index * window.rowPixels,
              height: window.rowPixels,
              boxSizing: 'border-box',
              cursor: 'pointer',
              background: row.isShaded && !isDrums ? 'var(--ink)' : 'transparent',
              color: row.isShaded && !isDrums ? 'var(--paper)' : 'var(--ink)',
              borderBottom: '1px solid var(--line)',
              fontSize: 13,
              lineHeight: `${window.rowPixels - 1}px`,
              paddingLeft: 6,
              whiteSpace: 'nowrap',
              overflow: 'hidden',
              textOverflow: 'ellipsis',
              fontWeight: row.pitch % 12 === 0 && !isDrums ? 600 : 400,
              width: row.isShaded && !isDrums ? '70%' : '100%',
              borderRadius: row.isShaded && !isDrums ? '0 4px 4px 0' : 0,
            }}
          >
            {window.rowPixels >= 14 || row.pitch % 12 === 0 ? row.name : ''}
          </div>
        ))}
      </div>
    </div>
  );
});
