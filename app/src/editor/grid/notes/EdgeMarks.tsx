import { counted, type Note } from '@yibbo/core';
import { useMemo, useState, type CSSProperties } from 'react';
import type { GridRow } from '../../../acts/pattern/rows';
import { useAtRest } from '../viewport/useAtRest';
import { useEffects } from '../../../state/effects';
import { placesOf } from '../viewport/useViewport';
import type { OutOfSight, Viewport } from '../viewport/viewport';

const REST_MS = 160;
const LEAST_HEIGHT = 130;
const NONE: OutOfSight = { before: 0, after: 0, above: 0, below: 0 };

interface EdgeMarksProps {
  readonly viewport: Viewport;
  readonly rows: readonly GridRow[];
  readonly notes: readonly Note[];
  /** Width of the names at the left, heights of the ruler above and the lane below, in pixels. */
  readonly edges: { readonly left: number; readonly top: number; readonly bottom: number };
}

/** How many notes lie out of sight on each side; a press goes to the nearest of them. They stand on the ruler and on
 *  the names of the rows, where nothing is drawn. Counted when scrolling has come to rest. */
export function EdgeMarks({ viewport, rows, notes, edges }: EdgeMarksProps) {
  const [counts, setCounts] = useState(NONE);
  const places = useMemo(() => placesOf(rows, notes), [rows, notes]);
  const count = () => {
    const outOfSight = viewport.outOfSight(places);
    // Where there is no room for two marks one above the other, there is little that is out of sight either.
    setCounts(viewport.height < LEAST_HEIGHT ? { ...outOfSight, above: 0, below: 0 } : outOfSight);
  };
  useAtRest(viewport, REST_MS, count, places);
  return (
    <>
      {counts.before ? (
        <Mark where={{ left: edges.left, top: 0 }} words={`‹ ${counts.before}`} side="before" count={counts.before} />
      ) : null}
      {counts.after ? <Mark where={{ right: 0, top: 0 }} words={`${counts.after} ›`} side="after" count={counts.after} /> : null}
      {counts.above ? (
        <Mark where={{ top: edges.top, left: 0, width: edges.left }} words={`↑ ${counts.above}`} side="above" count={counts.above} />
      ) : null}
      {counts.below ? (
        <Mark where={{ bottom: edges.bottom, left: 0, width: edges.left }} words={`↓ ${counts.below}`} side="below" count={counts.below} />
      ) : null}
    </>
  );
}

interface MarkProps {
  readonly where: CSSProperties;
  readonly words: string;
  readonly side: keyof OutOfSight;
  readonly count: number;
}

function Mark({ where, words, side, count }: MarkProps) {
  const { grid } = useEffects();
  return (
    <button
      type="button"
      aria-label={`${words}: ${counted(count, 'note lies', 'notes lie')} out of sight ${side}. Go there.`}
      data-testid={`out-of-sight-${side}`}
      onClick={() => grid.jumpToHidden()}
      style={{ ...MARK, ...where }}
    >
      <span style={PLATE}>{words}</span>
    </button>
  );
}

/** A thumb's room round a small plate. */
const MARK: CSSProperties = {
  position: 'absolute',
  zIndex: 5,
  minWidth: 44,
  minHeight: 44,
  padding: 0,
  border: 0,
  background: 'transparent',
  cursor: 'pointer',
  display: 'flex',
  alignItems: 'center',
  justifyContent: 'flex-end',
};
const PLATE: CSSProperties = {
  padding: '1px 6px',
  borderRadius: 9,
  border: '1px solid var(--lineStrong)',
  background: 'var(--card)',
  color: 'var(--ink)',
  fontSize: 13,
  lineHeight: '17px',
  whiteSpace: 'nowrap',
};
