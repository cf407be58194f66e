import type { Document, Id, Note, Placement } from '@yibbo/core';
import { useMemo, type ReactNode } from 'react';
import { selectHandledNotes } from '../../state/session/selectors';
import { useAppSelector } from '../../state/store';
import { FoldedLine } from './FoldedLine';
import { LANE, RULER } from './layout';
import type { Folds } from './useFolds';
import { SongLineHead, TrackRail } from './SongLineHead';
import { SongRecordings } from './SongRecordings';
import { SongRow } from './SongRow';
import { SongRuler } from './SongRuler';
import type { RulerHand } from './useRulerHand';
import type { SectionHand } from './useSectionHand';

interface SongRowsProps {
  readonly folds: Folds;
  readonly document: Document;
  readonly rail: number;
  readonly ghosts: readonly Placement[];
  /** Drag and mark state of the rulers. */
  readonly hand: RulerHand;
  readonly sectionHand: SectionHand;
  /** The placement that is opened on the page, and its editor, which stands under the row it begins in. */
  readonly here: Placement | null;
  readonly editor: ReactNode;
}

/** The rows of the page, section by section. */
export function SongRows({ folds, document, rail, ghosts, hand, sectionHand, here, editor }: SongRowsProps) {
  const chosen = useAppSelector((state) => state.session.placementIds);
  const selected = useMemo(() => new Set(chosen), [chosen]);
  const counts = useMemo(() => countsOf(document.placements), [document.placements]);
  const lit = useLitNotes(here);
  const { rows } = folds.layout;
  const isFoldable = rows.some(({ line }) => line !== rows[0]!.line);
  return rows.map((row, index) => (
    <section key={row.start} aria-label={`Bars ${row.bars[0]!.number} to ${row.bars.at(-1)!.number}`}>
      {row.isFirst ? (
        <SongLineHead
          line={row.line}
          after={rows[index - 1]?.line.section?.id ?? null}
          bars={rows.filter(({ line }) => line === row.line).reduce((sum, { bars }) => sum + bars.length, 0)}
          folded={isFoldable ? row.isFolded : null}
          onFold={(isFolded) => folds.fold(row, isFolded)}
          hand={sectionHand}
        />
      ) : null}
      {row.isFolded ? (
        <div data-page-row={index} data-row-start={row.start} style={{ marginLeft: rail }}>
          <FoldedLine document={document} row={row} onUnfold={() => folds.fold(row, false)} />
        </div>
      ) : (
        <div
          style={{ display: 'flex', contentVisibility: 'auto', containIntrinsicHeight: `auto ${LANE * document.tracks.length + RULER}px` }}
        >
          <TrackRail tracks={document.tracks} width={rail} isFirst={row.isFirst} />
          <div
            data-page-row={index}
            data-row-start={row.start}
            style={{ position: 'relative', width: (row.end - row.start) * row.pixelsPerTick, flexShrink: 0 }}
          >
            <SongRuler row={row} document={document} hand={hand} />
            <SongRow
              document={document}
              row={row}
              selected={selected}
              counts={counts}
              ghosts={ghosts}
              lit={lit}
              hereId={here?.id ?? null}
            />
            <SongRecordings document={document} row={row} />
          </div>
        </div>
      )}
      {here && here.start >= row.start && here.start < row.end ? editor : null}
    </section>
  ));
}

function countsOf(placements: readonly Placement[]): ReadonlyMap<Id, number> {
  const counts = new Map<Id, number>();
  for (const { patternId } of placements) counts.set(patternId, (counts.get(patternId) ?? 0) + 1);
  return counts;
}

/** Notes to be seen in every place that plays them. */
export interface LitNotes {
  readonly patternId: Id;
  readonly notes: readonly Note[];
}

/** The selected notes of the pattern opened on the page. */
function useLitNotes(here: Placement | null): LitNotes | null {
  const notes = useAppSelector(selectHandledNotes);
  return useMemo(() => (here && notes.length ? { patternId: here.patternId, notes } : null), [here, notes]);
}
