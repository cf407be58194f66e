import { targetName } from '@yibbo/core';
import { useMedia } from '@tamagui/core';
import { useMemo } from 'react';
import { type OpenPart } from '../../../state/session/selectors';
import { useAppSelector } from '../../../state/store';
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

/** A lane's name. */
export function laneName(of: string): string {
  return noteLane(of)?.name ?? targetName(of);
}
