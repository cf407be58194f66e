import { division, gridOf, stepTicks, type DivisionForm, type DivisionUnit, type MeterShape } from '../time';

/** The values of steps, from a bar to 1/64; key 1 takes the first, 7 the last. */
export const STEP_VALUES = ['1 bar', '1/2', '1/4', '1/8', '1/16', '1/32', '1/64'] as const satisfies readonly DivisionUnit[];
export type StepValue = (typeof STEP_VALUES)[number];

/** How long a step is: a value, plain, dotted or as a triplet. */
export interface StepLength {
  readonly value: StepValue;
  readonly form: Extract<DivisionForm, 'straight' | 'dotted' | 'triplet'>;
}

/** Ticks of a step, whatever the grid is. */
export function stepLengthTicks({ value, form }: StepLength, meter: MeterShape): number {
  return stepTicks(gridOf(division(value, form), meter));
}
