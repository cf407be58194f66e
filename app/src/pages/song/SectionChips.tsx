import type { Document, SongLine } from '@yibbo/core';
import { barBeatAt, songLines } from '@yibbo/core';
import { useMemo, type CSSProperties } from 'react';
import { useEffects } from '../../state/effects';
import { CHIP_LINES } from './layout';
import type { Folds } from './useFolds';

/** A chip for each section, in two lines at the most, below which the others are scrolled to: a press goes to one, and what is dragged onto one
 *  lands where it begins. */
export function SectionChips({ document, folds }: { readonly document: Document; readonly folds: Folds }) {
  const { page } = useEffects();
  const lines = useMemo(() => songLines(document), [document]);
  if (lines.length < CHIP_LINES) return null;
  return (
    <nav aria-label="Sections" style={BAR}>
      <button type="button" style={{ ...CHIP, fontWeight: 600 }} onClick={() => folds.foldAll(!folds.allFolded)}>
        {folds.allFolded ? 'Unfold all' : 'Fold all'}
      </button>
      {lines.map((line) => (
        <button
          key={line.start}
          type="button"
          data-section-chip={line.start}
          aria-label={`Go to ${nameOf(line)}, bar ${barBeatAt(document.song.meters, line.start).bar}`}
          style={CHIP}
          onClick={() => page.reveal(line.start)}
        >
          {nameOf(line)}
        </button>
      ))}
    </nav>
  );
}

function nameOf({ section }: SongLine): string {
  return section?.name ?? 'Without a name';
}

const BAR: CSSProperties = {
  display: 'flex',
  flexWrap: 'wrap',
  flexShrink: 0,
  maxHeight: 'min(89px, 12dvh)',
  minHeight: 44,
  overflowX: 'hidden',
  overflowY: 'auto',
  padding: '0 4px',
  borderBottom: '1px solid var(--line)',
  scrollbarWidth: 'none',
};
const CHIP: CSSProperties = {
  flexShrink: 0,
  minHeight: 44,
  maxWidth: 160,
  padding: '0 10px',
  border: 0,
  background: 'transparent',
  color: 'var(--ink)',
  font: 'inherit',
  fontSize: 14,
  overflow: 'hidden',
  textOverflow: 'ellipsis',
  whiteSpace: 'nowrap',
  cursor: 'pointer',
};
