import { amountTicks, barTicks, lengthWords, modulo, type Placement } from '@yibbo/core';
import { movePlacements } from '../document/edits';
import { nudgeAmount } from './nudge';
import { selectPart, type OpenPart } from '../../state/session/selectors';
import type { State, Thunk } from '../../state/store';

/** All placements of the open track. */
function placementsOf(state: State, part: OpenPart): readonly Placement[] {
  return (state.song.document?.placements ?? []).filter(({ trackId }) => trackId === part.track.id);
}

/** How far the open part stands after a bar line, or before one where that is nearer, in ticks. */
export function partShift({ placement, meter }: OpenPart): number {
  const bar = barTicks(meter);
  const after = modulo(placement.start, bar);
  return after > bar / 2 ? after - bar : after;
}

/** Moves the whole track against the rest by one nudge. It stops as a group where its first placement meets the beginning of the song. */
export function nudgePart(direction: 1 | -1): Thunk {
  return (dispatch, getState) => {
    const state = getState();
    const part = selectPart(state);
    const tempos = state.song.document?.song.tempos;
    if (!part || !tempos) return;
    const { count, unit } = nudgeAmount(state);
    const ticks = amountTicks(direction * count, unit, { grid: part.grid, meter: part.meter, tempos }, part.placement.start);
    dispatch(shiftPart(ticks));
  };
}

/** Puts the whole track back on its bar lines. */
export function partBack(): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    if (part) dispatch(shiftPart(-partShift(part)));
  };
}

function shiftPart(ticks: number): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    if (!part) return;
    const placements = placementsOf(getState(), part);
    const first = placements.reduce((least, { start }) => Math.min(least, start), Infinity);
    dispatch(movePlacements(`Nudge ${part.track.name}`, placements, Math.max(-first, ticks)));
  };
}

/** "1/16 beat after the bar". */
export function partShiftWords(part: OpenPart): string {
  const shift = partShift(part);
  if (shift === 0) return 'on the bar';
  return `${lengthWords(Math.abs(shift), part.meter)} ${shift > 0 ? 'after' : 'before'} the bar`;
}
