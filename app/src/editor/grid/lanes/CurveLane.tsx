import {
  barBeatWords,
  curveValue,
  lanesOf,
  laneValueWords,
  lineAfter,
  lineBefore,
  pointsOf,
  redrawn,
  scaleOf,
  targetName,
  type CurvePoint,
  type LanePoint,
} from '@yibbo/core';
import { useMemo, useState, type KeyboardEvent } from 'react';
import { preferencesSet } from '../../../state/preferences/preferences';
import { selectShownDocument, type OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { clearLaneSpan, drawLane } from '../../../acts/pattern/lanes';
import { useFollow, useGridWindow, type Viewport } from '../viewport/viewport';
import { takesPresses } from '../takes-presses';
import { CurvePath } from './CurvePath';
import { LaneNames, type LaneMode } from './LaneNames';
import { laneStyle } from './lane-style';
import { stepSpan, useCurveHand, type CurveDraft } from './useCurveHand';

interface CurveLaneProps {
  readonly target: string;
  readonly height: number;
  readonly part: OpenPart;
  readonly viewport: Viewport;
}

const NO_POINTS: readonly LanePoint[] = [];

/** A lane of what turns while the pattern sounds, as a curve. */
export function CurveLane({ target, height, part, viewport }: CurveLaneProps) {
  const document = useAppSelector(selectShownDocument);
  const lane = useMemo(
    () => (document ? lanesOf(document, part.pattern.id).find((each) => each.target === target) : undefined),
    [document, part.pattern.id, target],
  );
  const points = document && lane ? pointsOf(document, lane.id) : NO_POINTS;
  const scale = scaleOf(target);
  const window = useGridWindow(viewport);
  const follow = useFollow(viewport, window, 'x');
  const lengthTicks = part.pattern.length;
  const { draft, handlers } = useCurveHand({ target, scale, height, viewport, points, grid: part.grid, lengthTicks });
  const shown = useMemo(() => drafted(points, draft, scale.rest), [points, draft, scale.rest]);
  const isPoints = useAppSelector((state) => state.preferences.lanePress) === 'points';
  const mode = usePressMode();
  const words = (value: number) => laneValueWords({ target, range: lane?.range }, value);
  const { keys, cursorTick } = useLaneKeys({ target, part, points: shown, words });
  const drawn = draft?.kind === 'point' ? draft.point : draft?.span.points.at(-1);
  const name = targetName(target);
  return (
    <>
      <LaneNames
        short={SHORT[target] ?? name.toLowerCase().replace('controller', 'cc')}
        value={drawn ? words(drawn.value) : null}
        mode={mode}
      />
      <div
        {...handlers}
        {...keys}
        role="slider"
        tabIndex={0}
        aria-label={`${name} lane. Left and right go by steps, up and down set the value, Delete clears.`}
        aria-orientation="vertical"
        aria-valuemin={scale.low}
        aria-valuemax={scale.high}
        data-testid={`lane ${target}`}
        onClick={takesPresses}
        style={{ ...laneStyle(height), cursor: isPoints ? 'pointer' : 'crosshair' }}
      >
        <div ref={follow} style={{ position: 'absolute', top: 0, left: 0 }}>
          <CurvePath
            points={shown}
            scale={scale}
            height={height}
            window={window}
            lengthTicks={lengthTicks}
            colour={`var(--track${part.track.colour})`}
            arePoints={isPoints}
            cursorTick={cursorTick}
          />
        </div>
      </div>
    </>
  );
}

/** Shown beside a lane where its name is too long. */
const SHORT: Readonly<Record<string, string>> = { bend: 'bend', 'cc:1': 'mod', 'cc:10': 'track pan', 'cc:11': 'expr' };

/** The curve as a press would leave it. */
function drafted(points: readonly LanePoint[], draft: CurveDraft | null, rest: number): readonly CurvePoint[] {
  if (!draft) return points;
  if (draft.kind === 'span') return redrawn(points, draft.span, rest);
  return points.map((point) => (point.id === draft.id ? draft.point : point)).sort((a, b) => a.tick - b.tick);
}

function usePressMode(): LaneMode {
  const dispatch = useAppDispatch();
  const press = useAppSelector((state) => state.preferences.lanePress);
  const isDrawing = press === 'draws';
  return {
    shown: isDrawing ? 'draws' : 'points',
    more: isDrawing ? 'a line where it is pressed' : 'are put, moved and taken out by a press',
    onPress: () => dispatch(preferencesSet({ lanePress: isDrawing ? 'points' : 'draws' })),
  };
}

interface LaneKeysParts {
  readonly target: string;
  readonly part: OpenPart;
  readonly points: readonly CurvePoint[];
  readonly words: (value: number) => string;
}

/** A cursor in the lane for keys: arrows go by steps of the grid, and set the value of the step. */
function useLaneKeys({ target, part, points, words }: LaneKeysParts) {
  const dispatch = useAppDispatch();
  const [cursor, setCursor] = useState<number | null>(null);
  const { grid, pattern } = part;
  const { low, high, rest } = scaleOf(target);
  const tick = Math.min(cursor ?? 0, lineBefore(grid, pattern.length - 1));
  const value = Math.round(curveValue(points, tick, rest));
  const set = (to: number) =>
    dispatch(drawLane(target, stepSpan(grid, { tick, value: Math.min(high, Math.max(low, to)) }, pattern.length)));
  const onKeyDown = (event: KeyboardEvent) => {
    const unit = (high - low) / (event.shiftKey ? 12 : 127);
    const step = Math.max(1, Math.round(unit));
    const acts: Readonly<Record<string, () => void>> = {
      ArrowLeft: () => setCursor(lineBefore(grid, Math.max(0, tick - 1))),
      ArrowRight: () => setCursor(lineAfter(grid, tick) < pattern.length ? lineAfter(grid, tick) : tick),
      ArrowUp: () => set(value + step),
      ArrowDown: () => set(value - step),
      Delete: () => dispatch(clearLaneSpan(target, tick, lineAfter(grid, tick))),
      Backspace: () => dispatch(clearLaneSpan(target, tick, lineAfter(grid, tick))),
    };
    if (!Object.hasOwn(acts, event.key) || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    event.stopPropagation();
    acts[event.key]!();
  };
  const keys = {
    onKeyDown,
    onFocus: () => setCursor((before) => before ?? 0),
    onBlur: () => setCursor(null),
    'aria-valuenow': value,
    'aria-valuetext': `${words(value)} at ${barBeatWords(part.meters, tick)}`,
  };
  return { keys, cursorTick: cursor === null ? null : tick };
}
