import type { GestureSetting, Id } from '@yibbo/core';
import { useMemo } from 'react';
import { selectHandledNotes, selectSelectedNotes, type OpenPart } from '../../../state/session/selectors';
import type { DrawnLength } from '../../../state/preferences/preferences';
import { useAppSelector } from '../../../state/store';
import type { GridRow } from '../../../acts/pattern/rows';

export const DRAWN_VELOCITY = 100;

export function useSelectedIds(): ReadonlySet<Id> {
  const notes = useAppSelector(selectSelectedNotes);
  return useMemo(() => new Set(notes.map(({ id }) => id)), [notes]);
}

/** The notes with handles: the selection, else the current note. */
export function useHandledIds(): ReadonlySet<Id> {
  const notes = useAppSelector(selectHandledNotes);
  return useMemo(() => new Set(notes.map(({ id }) => id)), [notes]);
}

/** How long new notes of the open song are. */
export function useDrawnLength({ track: { songId } }: OpenPart): DrawnLength {
  return useAppSelector((state) => state.preferences.drawnLengths[songId] ?? 'grid');
}

/** The setting of gestures on the open part. */
export function useGestureSetting(part: OpenPart, rows: readonly GridRow[]): GestureSetting {
  const selected = useSelectedIds();
  const { isSnapping, snapsBy, lastLengths, shape, turns, runsKeepToKey } = useAppSelector((state) => state.preferences);
  const drawnLength = useDrawnLength(part);
  const lastLength = lastLengths[part.track.songId] ?? null;
  const { grid, rowGrids, key } = part;
  return useMemo(
    () => ({
      grid,
      rowGrids,
      isSnapping,
      snapsBy,
      selected,
      velocity: DRAWN_VELOCITY,
      lengthTicks: drawnLength === 'grid' ? null : drawnLength === 'last' ? lastLength : drawnLength,
      paint: { shape, turns, rows: rows.map(({ pitch }) => pitch), scale: runsKeepToKey ? (key?.classes ?? null) : null },
    }),
    [grid, rowGrids, key, isSnapping, snapsBy, selected, drawnLength, lastLength, shape, turns, runsKeepToKey, rows],
  );
}
