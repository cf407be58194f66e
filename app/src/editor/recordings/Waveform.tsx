import { frameOfTick, type Recording, type TempoAt } from '@yibbo/core';
import { memo, useMemo } from 'react';
import { useEffects } from '../../state/effects';
import { useAppSelector } from '../../state/store';
import type { Peaks } from '../../sync/sound-files';

interface WaveformProps {
  readonly recording: Recording;
  readonly tempos: readonly TempoAt[];
  /** The stretch of the song that is drawn across the width. */
  readonly fromTick: number;
  readonly toTick: number;
  /** In pixels. */
  readonly width: number;
  readonly height: number;
}

/** How wide a column of the picture is, in pixels, and how much of the height a full swing takes. */
const COLUMN = 1.5;
const FULL = 0.94;

/** The picture of a recording over a stretch of the song: for each column the lowest and highest sample that is heard there. */
export const Waveform = memo(function Waveform({ recording, tempos, fromTick, toTick, width, height }: WaveformProps) {
  const { files } = useEffects();
  // Asked for again once it has come.
  const state = useAppSelector(({ soundFiles }) => soundFiles.files[recording.file.hash]?.state);
  const peaks = files.current?.peaksOf(recording.file.hash) ?? null;
  const path = useMemo(
    () => (peaks && state ? pathOf(peaks, { recording, tempos, fromTick, toTick, width, height }) : ''),
    [peaks, state, recording, tempos, fromTick, toTick, width, height],
  );
  return (
    <svg width={width} height={height} aria-hidden style={{ display: 'block', position: 'absolute', left: 0, top: 0 }}>
      <path d={path} fill="var(--faded)" opacity={0.75} />
    </svg>
  );
});

function pathOf({ framesEach, pairs }: Peaks, { recording, tempos, fromTick, toTick, width, height }: WaveformProps): string {
  const columns = Math.max(1, Math.floor(width / COLUMN));
  const frames = Array.from({ length: columns + 1 }, (_, at) =>
    frameOfTick(tempos, recording, fromTick + ((toTick - fromTick) * at) / columns),
  );
  const end = recording.offset + recording.frames;
  const middle = height / 2;
  const scale = (middle * FULL) / 1;
  let path = '';
  for (let at = 0; at < columns; at++) {
    const [first, last] = [Math.max(recording.offset, frames[at]!), Math.min(end, frames[at + 1]!)];
    if (first >= last) continue;
    let [low, high] = [0, 0];
    const until = Math.max(Math.floor(first / framesEach) + 1, Math.ceil(last / framesEach));
    for (let pair = Math.floor(first / framesEach); pair < until && 2 * pair + 1 < pairs.length; pair++) {
      low = Math.min(low, pairs[2 * pair]!);
      high = Math.max(high, pairs[2 * pair + 1]!);
    }
    const [top, bottom] = [middle - Math.max(0.01, high) * scale, middle - Math.min(-0.01, low) * scale];
    path += `M${(at * COLUMN).toFixed(1)} ${top.toFixed(1)}h${COLUMN}V${bottom.toFixed(1)}h${-COLUMN}z`;
  }
  return path;
}
