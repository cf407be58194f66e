import { counted, MOST_TURNS, SHAPES } from '@yibbo/core';
import { Choices } from '../../../controls/Choices';
import { Stepper } from '../../../controls/Stepper';
import { preferencesSet } from '../../../state/preferences/preferences';
import { useAppDispatch, useAppSelector } from '../../../state/store';

/** Shapes that turn to and fro, for which it matters how often. */
const TURNING: readonly string[] = ['wave', 'zigzag', 'blocks'];

/** The line that a drag draws, in the notes and in the lanes. */
export function ShapeChoice() {
  const dispatch = useAppDispatch();
  const shape = useAppSelector((state) => state.preferences.shape);
  return (
    <Choices
      title="Shape"
      options={SHAPES.map((value) => ({ value, name: value === 'hand' ? 'by hand' : value }))}
      value={shape}
      onChange={(to) => dispatch(preferencesSet({ shape: to }))}
    />
  );
}

/** How often that line turns; nothing where it does not. */
export function TurnsStepper() {
  const dispatch = useAppDispatch();
  const { shape, turns } = useAppSelector((state) => state.preferences);
  if (!TURNING.includes(shape)) return null;
  return (
    <Stepper
      title="Turns"
      shown={counted(turns, 'turn')}
      canLower={turns > 1}
      canRaise={turns < MOST_TURNS}
      onStep={(step) => dispatch(preferencesSet({ turns: turns + step }))}
    />
  );
}
