import { nearestLine, tickOfFrame, type Recording } from '@yibbo/core';
import { useMemo, useRef, useState } from 'react';
import { moveRecording, switchHit } from '../../acts/song/recordings';
import { useOnePointer } from '../../controls/useOnePointer';
import { selectPlacedHits } from '../../state/session/hits';
import type { OpenPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { LaneNames } from '../grid/lanes/LaneNames';
import { laneStyle } from '../grid/lanes/lane-style';
import { useFollow, useGridWindow, type Viewport } from '../grid/viewport/viewport';
import { Waveform } from './Waveform';

const HEIGHT = 64;

interface RecordingLaneProps {
  readonly part: OpenPart;
  readonly viewport: Viewport;
}

const NONE: readonly Recording[] = [];

/** The recordings that lie under a part, and the heights of their lanes in pixels. */
export function useRecordingsUnder(part: OpenPart): { readonly recordings: readonly Recording[]; readonly heights: readonly number[] } {
  const all = useAppSelector((state) => state.song.document?.recordings ?? NONE);
  const tempos = useAppSelector((state) => state.song.document?.song.tempos);
  const { start, offset } = part.placement;
  const { length } = part.pattern;
  return useMemo(() => {
    const from = start - offset;
    const recordings = tempos
      ? all.filter((each) => each.tick < from + length && tickOfFrame(tempos, each, each.offset + each.frames) > from)
      : NONE;
    return { recordings, heights: recordings.map(() => HEIGHT) };
  }, [all, tempos, start, offset, length]);
}

/** The recordings that lie under the open pattern, on its own time axis, each with its hits; a press takes a hit out or puts one in, a drag moves it. */
export function RecordingLanes({ recordings, ...place }: RecordingLaneProps & { readonly recordings: readonly Recording[] }) {
  return recordings.map((each) => <RecordingLane key={each.id} recording={each} {...place} />);
}

function RecordingLane({ recording, part, viewport }: RecordingLaneProps & { readonly recording: Recording }) {
  const tempos = useAppSelector((state) => state.song.document!.song.tempos);
  const hits = useAppSelector(selectPlacedHits);
  const window = useGridWindow(viewport);
  const follow = useFollow(viewport, window, 'x');
  const origin = part.placement.start - part.placement.offset;
  const width = (window.toTick - window.fromTick) * window.pixelsPerTick;
  const mine = hits.filter(({ recordingId, tick }) => recordingId === recording.id && tick >= window.fromTick && tick <= window.toTick);
  const { moved, handlers } = useLaneDrag(recording, part, viewport);
  return (
    <>
      <LaneNames short={recording.name} value={null} />
      <div
        data-testid="recording-lane"
        aria-hidden
        {...handlers}
        style={{ ...laneStyle(HEIGHT), opacity: recording.muted ? 0.5 : 1, cursor: 'pointer' }}
      >
        <div ref={follow} style={{ position: 'absolute', top: 0, left: 0, height: HEIGHT }}>
          <div style={{ position: 'absolute', top: 0, left: 0, height: HEIGHT, transform: `translateX(${moved}px)` }}>
            <Waveform
              recording={recording}
              tempos={tempos}
              fromTick={origin + window.fromTick}
              toTick={origin + window.toTick}
              width={width}
              height={HEIGHT}
            />
            {mine.map(({ frame, tick, level }) => (
              <div
                key={frame}
                data-hit={Math.round(tick)}
                style={{
                  position: 'absolute',
                  left: (tick - window.fromTick) * window.pixelsPerTick,
                  bottom: 0,
                  width: 2,
                  height: HEIGHT * (0.4 + 0.6 * level),
                  background: 'var(--act)',
                }}
              />
            ))}
          </div>
        </div>
      </div>
    </>
  );
}

/** From so far on, in pixels, a press is a drag. */
const FAR = 6;

/** A press in the lane puts a hit in or takes it out; a drag moves the recording, by steps of the grid while snap is on, else freely. */
function useLaneDrag(recording: Recording, part: OpenPart, viewport: Viewport) {
  const dispatch = useAppDispatch();
  const isSnapping = useAppSelector((state) => state.preferences.isSnapping);
  const [moved, setMoved] = useState(0);
  const from = useRef<{ readonly x: number; isDrag: boolean }>({ x: 0, isDrag: false });
  const ticksOf = (pixels: number) => {
    const ticks = pixels / viewport.pixelsPerTick;
    return isSnapping ? Math.sign(ticks) * nearestLine(part.grid, Math.abs(ticks)) : Math.round(ticks);
  };
  const handlers = useOnePointer({
    onPointerDown: ({ clientX: x, currentTarget, pointerId }) => {
      from.current = { x, isDrag: false };
      currentTarget.setPointerCapture(pointerId);
    },
    onPointerMove: ({ clientX }) => {
      const far = clientX - from.current.x;
      if (Math.abs(far) >= FAR) from.current.isDrag = true;
      if (from.current.isDrag) setMoved(ticksOf(far) * viewport.pixelsPerTick);
    },
    onPointerUp: ({ clientX, currentTarget }) => {
      setMoved(0);
      if (from.current.isDrag) return void dispatch(moveRecording(recording.id, { ticks: ticksOf(clientX - from.current.x) }));
      const x = clientX - currentTarget.getBoundingClientRect().left;
      const origin = part.placement.start - part.placement.offset;
      dispatch(switchHit(recording.id, origin + (x + viewport.scrollX) / viewport.pixelsPerTick));
    },
    onPointerCancel: () => setMoved(0),
  });
  return { moved, handlers };
}
