import { endOfSong, type Document } from '@yibbo/core';
import { type CSSProperties } from 'react';
import { useAppSelector } from '../../state/store';
import { LANE, type PageRow } from './layout';

interface FoldedLineProps {
  readonly document: Document;
  readonly row: PageRow;
  readonly onUnfold: () => void;
}

/** A folded line of the page: all its tracks in one small picture, a stripe each. A press unfolds it, as the button above it does. */
export function FoldedLine({ document, row, onUnfold }: FoldedLineProps) {
  const selected = useAppSelector((state) => state.session.placementIds);
  const { loop } = document.song;
  const width = (row.end - row.start) * row.pixelsPerTick;
  const x = (tick: number) => (Math.max(row.start, Math.min(row.end, tick)) - row.start) * row.pixelsPerTick;
  const stripe = STRIPES / Math.max(1, document.tracks.length);
  const tracks = new Map(document.tracks.map((track, index) => [track.id, { ...track, top: index * stripe }]));
  const ends = endOfSong(document);
  return (
    <div data-testid="folded-line" style={FRAME} onClick={onUnfold}>
      <svg width={width} height={LANE} aria-hidden style={{ display: 'block' }}>
        {loop ? (
          <rect x={x(loop.start)} width={x(loop.end) - x(loop.start)} y={0} height={3} fill="var(--act)" opacity={loop.on ? 1 : 0.35} />
        ) : null}
        {document.placements.map(({ id, trackId, start, length, muted }) => {
          const track = tracks.get(trackId);
          if (!track || start >= row.end || start + length <= row.start) return null;
          return (
            <rect
              key={id}
              x={x(start)}
              width={Math.max(1, x(start + length) - x(start) - 1)}
              y={5 + track.top}
              height={Math.max(1, stripe - 1)}
              fill={selected.includes(id) ? 'var(--act)' : `var(--track${track.colour})`}
              opacity={muted || track.muted ? 0.4 : 1}
            />
          );
        })}
        {ends > row.start && ends <= row.end ? <rect x={x(ends) - 4} width={4} y={0} height={LANE} fill="var(--ink)" /> : null}
      </svg>
    </div>
  );
}

/** Height of all stripes together, in pixels. */
const STRIPES = LANE - 10;

const FRAME: CSSProperties = {
  height: LANE,
  background: 'var(--wash)',
  borderBottom: '1px solid var(--lineWeak)',
  boxSizing: 'border-box',
  cursor: 'pointer',
};
