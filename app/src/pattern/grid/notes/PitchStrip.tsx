import { memo, type CSSProperties } from 'react';
import type { GridRow } from '../../acts/rows';
import { useFollow, useGridWindow, type Viewport } from '../viewport/viewport';

interface PitchStripProps {
  readonly viewport: Viewport;
  readonly rows: readonly GridRow[];
  /** A row was pressed: it is heard and taken in hand. */
  readonly onTake: (pitch: number) => void;
  readonly inHand: number;
  readonly isDrums: boolean;
}

/** Names of the rows at the left; a press on one sounds it and takes it in hand. Rows of the scale have a dot, those where the
 *  sound is not at its best a hatched edge. They are for pointers only: by keys, rows are heard and entered from the grid. */
export const PitchStrip = memo(function PitchStrip({ viewport, rows, inHand, onTake, isDrums }: PitchStripProps) {
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
        {rows
          .slice(window.fromRow, window.toRow)
          .map((row, index) =>
            row.isInScale && window.rowPixels >= 12 ? (
              <span key={`dot ${row.pitch}`} style={{ ...SCALE_DOT, top: (index + 0.5) * window.rowPixels - 3 }} />
            ) : null,
          )}
        {rows.slice(window.fromRow, window.toRow).map((row, index) => (
          <div
            key={row.pitch}
            onPointerDown={() => onTake(row.pitch)}
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
            {row.isUseful ? null : <span style={OUT_OF_RANGE} />}
            {row.pitch === inHand ? <span style={IN_HAND} /> : null}
          </div>
        ))}
      </div>
    </div>
  );
});

const SCALE_DOT: CSSProperties = {
  position: 'absolute',
  right: 4,
  zIndex: 1,
  pointerEvents: 'none',
  width: 6,
  height: 6,
  borderRadius: '50%',
  background: 'var(--head)',
};
const OUT_OF_RANGE: CSSProperties = {
  position: 'absolute',
  right: 0,
  top: 0,
  bottom: 0,
  width: 4,
  background: 'repeating-linear-gradient(135deg, var(--act) 0 2px, transparent 2px 5px)',
};
const IN_HAND: CSSProperties = { position: 'absolute', left: 0, top: 0, bottom: 0, width: 3, background: 'var(--act)' };
