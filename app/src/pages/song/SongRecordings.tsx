import { tickOfFrame, type Document, type Recording } from '@yibbo/core';
import { memo, type CSSProperties } from 'react';
import { openSheet } from '../../acts/open-sheet';
import { Waveform } from '../../editor/recordings/Waveform';
import { useAppDispatch } from '../../state/store';
import { LANE, type PageRow } from './layout';

interface SongRecordingsProps {
  readonly document: Document;
  readonly row: PageRow;
}

/** The recordings under one row of the page, on its time axis, in a lane below those of the tracks. */
export const SongRecordings = memo(function SongRecordings({ document, row }: SongRecordingsProps) {
  const { tempos } = document.song;
  const ends = (each: Recording) => tickOfFrame(tempos, each, each.offset + each.frames);
  const mine = document.recordings.filter((each) => each.tick < row.end && ends(each) > row.start);
  if (mine.length === 0) return null;
  return (
    <div style={LANE_STYLE} data-testid="song-recordings">
      {mine.map((each) => (
        <Piece key={each.id} recording={each} document={document} row={row} endTick={ends(each)} />
      ))}
    </div>
  );
});

function Piece({ recording, document, row, endTick }: SongRecordingsProps & { readonly recording: Recording; readonly endTick: number }) {
  const dispatch = useAppDispatch();
  const [from, to] = [Math.max(row.start, recording.tick), Math.min(row.end, endTick)];
  const width = Math.max(4, (to - from) * row.pixelsPerTick);
  return (
    <button
      type="button"
      aria-label={`Recording ${recording.name}${recording.muted ? ', muted' : ''}`}
      style={{ ...PIECE, left: (from - row.start) * row.pixelsPerTick, width, opacity: recording.muted ? 0.5 : 1 }}
      onClick={() => dispatch(openSheet({ kind: 'recordings', recordingId: recording.id }))}
    >
      <Waveform recording={recording} tempos={document.song.tempos} fromTick={from} toTick={to} width={width} height={LANE - 4} />
      <span style={NAME}>{recording.name}</span>
    </button>
  );
}

const LANE_STYLE: CSSProperties = { position: 'relative', height: LANE, borderTop: '1px solid var(--line)' };

const PIECE: CSSProperties = {
  position: 'absolute',
  top: 2,
  height: LANE - 4,
  minWidth: 4,
  padding: 0,
  overflow: 'hidden',
  border: '1px solid var(--lineStrong)',
  borderRadius: 4,
  background: 'var(--card)',
  cursor: 'pointer',
};

const NAME: CSSProperties = {
  position: 'absolute',
  left: 3,
  top: 1,
  padding: '0 3px',
  fontSize: 12,
  lineHeight: '14px',
  color: 'var(--ink)',
  background: 'var(--card)',
  borderRadius: 3,
};
