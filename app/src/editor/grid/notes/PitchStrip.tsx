import { memo, type CSSProperties } from 'react';
import type { GridRow } from '../../../acts/pattern/rows';
import { useFollow, useGridWindow, type Viewport } from '../viewport/viewport';

interface PitchStripProps {
  readonly viewport: Viewport;
  readonly rows: readonly GridRow[];
  /** A row was pressed: it is heard and made the current one. */
  readonly onTake: (pitch: number) => void;
  readonly active: number;
  readonly isDrums: boolean;
}

/** Names of the rows at the left; a press on one sounds it and makes it the current one. Rows of the scale have a dot, those where the
 *  sound is not at its best a hatched edge. They are for pointers only: by keys, rows are heard and entered from the grid. */
export const PitchStrip = memo(function PitchStrip({ viewport, rows, active, onTake, isDrums }: PitchStripProps) {
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
          <RowName
            key={row.pitch}
            row={row}
            top={index * window.rowPixels}
            height={window.rowPixels}
            isActive={row.pitch === active}
            isDrums={isDrums}
            onTake={onTake}
          />
        ))}
      </div>
    </div>
  );
});

interface RowNameProps {
  readonly row: GridRow;
  readonly top: number;
  readonly height: number;
  readonly isActive: boolean;
  readonly isDrums: boolean;
  readonly onTake: (pitch: number) => void;
}

function RowName({ row, top, height, isActive, isDrums, onTake }: RowNameProps) {
  const isShaded = row.isShaded && !isDrums;
  const isOctave = row.pitch % 12 === 0;
  const shade: CSSProperties = isShaded
    ? { background: 'var(--accidental)', color: 'var(--onAccidental)', width: '70%', borderRadius: '0 4px 4px 0' }
    : { background: isDrums ? undefined : 'var(--natural)', color: 'var(--ink)', width: '100%' };
  return (
    <div
      data-row={row.pitch}
      onPointerDown={() => onTake(row.pitch)}
      style={{ ...ROW_NAME, ...shade, top, height, lineHeight: `${height - 1}px`, fontWeight: isOctave && !isDrums ? 600 : 400 }}
    >
      {height >= 14 || isOctave ? row.name : ''}
      {row.isUseful ? null : <span style={OUT_OF_RANGE} />}
      {isActive ? <span style={ACTIVE} /> : null}
    </div>
  );
}

const ROW_NAME: CSSProperties = {
  position: 'absolute',
  left: 0,
  boxSizing: 'border-box',
  cursor: 'pointer',
  borderBottom: '1px solid var(--line)',
  fontSize: 13,
  paddingLeft: 6,
  whiteSpace: 'nowrap',
  overflow: 'hidden',
  textOverflow: 'ellipsis',
};
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
const ACTIVE: CSSProperties = { position: 'absolute', left: 0, top: 0, bottom: 0, width: 3, background: 'var(--act)' };
