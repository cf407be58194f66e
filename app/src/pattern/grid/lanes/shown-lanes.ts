import { targetName } from '@yibbo/core';
import { useMedia } from '@tamagui/core';
import { useMemo } from 'react';
import { patternViewSet } from '../../../preferences/pattern-views';
import { preferencesSet } from '../../../preferences/preferences';
import { selectPart, type OpenPart } from '../../../session/selectors';
import { useAppSelector, type Thunk } from '../../../store';
import { LANE_HEIGHTS } from './lane-size';
import { noteLane } from './note-lanes';

/** A lane that is open: of notes' values by its name, or of what it turns. */
export interface ShownLane {
  readonly of: string;
  /** In pixels. */
  readonly height: number;
}

/** Whether the velocity lane is open: as it was last set, else where there is room for it. */
export function useLaneOpen(): boolean {
  const isWide = Boolean(useMedia().wide);
  return useAppSelector((state) => state.preferences.laneOpen) ?? isWide;
}

/** The lanes that are open under a part's notes, top first. */
export function useShownLanes({ view: { lanes } }: OpenPart): readonly ShownLane[] {
  const hasVelocity = useLaneOpen();
  const heights = useAppSelector((state) => state.preferences.laneHeights);
  return useMemo(
    () => [...(hasVelocity ? ['velocity'] : []), ...lanes].map((of) => ({ of, height: LANE_HEIGHTS[heights[of] ?? 'middle'] })),
    [hasVelocity, lanes, heights],
  );
}

/** What a lane is called. */
export function laneName(of: string): string {
  return noteLane(of)?.name ?? targetName(of);
}

/** Opens a lane under the notes, or closes it; what is drawn in it stays and sounds on. */
export function showLane(of: string, isShown: boolean): Thunk {
  return (dispatch, getState) => {
    if (of === 'velocity') return void dispatch(preferencesSet({ laneOpen: isShown }));
    const part = selectPart(getState());
    if (!part) return;
    const others = part.view.lanes.filter((each) => each !== of);
    dispatch(patternViewSet({ patternId: part.pattern.id, view: { lanes: isShown ? [...others, of] : others } }));
  };
}
