import { DIVISION_UNITS, gridOf, type DivisionUnit } from '@yibbo/core';
import type { OpenPart } from '../../../state/session/selectors';
import { useAppDispatch } from '../../../state/store';
import { patternViewSet } from '../../../state/preferences/pattern-views';
import { useAtRest } from './useAtRest';
import type { Viewport } from './viewport';

/** The narrowest step that is still easy to hit, in pixels. */
const LEAST_BOX = 18;
const REST_MS = 120;

/** The finest unit whose steps are still easy to hit at a zoom, in the form in use. */
export function unitForZoom({ division, meter }: Pick<OpenPart, 'division' | 'meter'>, pixelsPerTick: number): DivisionUnit {
  const width = (unit: DivisionUnit) => {
    const { numerator, denominator } = gridOf({ ...division, unit }, meter);
    return (numerator / denominator) * pixelsPerTick;
  };
  return DIVISION_UNITS.findLast((unit) => width(unit) >= LEAST_BOX) ?? DIVISION_UNITS[0];
}

/** Lets the grid follow the zoom, once the zoom is still. */
export function useFollowZoom(part: OpenPart, viewport: Viewport): void {
  const dispatch = useAppDispatch();
  const { view, division, pattern } = part;
  const follow = () => {
    const unit = unitForZoom(part, viewport.pixelsPerTick);
    if (view.followsZoom && viewport.width > 0 && unit !== division.unit)
      dispatch(patternViewSet({ patternId: pattern.id, view: { division: { ...division, unit } } }));
  };
  useAtRest(viewport, REST_MS, follow, part);
}
