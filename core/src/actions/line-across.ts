import { spanOf } from '../notes/rotate';
import { MAX_TICK } from '../time';
import { commonGrid, type ActionContext, type DragControl, type NotesPart } from './action';
import { amountBetween, amountParam, amountTicks, tickOfDrag, type AmountUnit } from './amounts';
import { choiceParam, wholeParam } from './params';

/** A point of time across all rows, as it is set. */
export interface LineParams {
  readonly count: number;
  readonly unit: AmountUnit;
  readonly from: 'notes' | 'pattern';
}

/** The params of an action that works at one point of time. */
export function lineParams(title: string, unit: AmountUnit) {
  return {
    count: wholeParam(title, 0, MAX_TICK, 1),
    unit: amountParam('Counted in', unit),
    from: choiceParam('Counted from', ['notes', 'pattern'], 'notes', { notes: 'the first note', pattern: 'the start of the pattern' }),
  };
}

/** The tick of the line. */
export function lineOf({ notes }: NotesPart, { count, unit, from }: LineParams, context: ActionContext): number {
  const origin = from === 'notes' ? spanOf(notes).start : 0;
  return origin + amountTicks(count, unit, { ...context, grid: commonGrid(notes, context) }, origin);
}

/** Lets a drag put the line where it is. */
export function dragAcross(hint: string): DragControl<LineParams> {
  return {
    hint,
    params: (drag, { notes }, _params, context) => {
      const grid = commonGrid(notes, context);
      return { ...amountBetween(0, tickOfDrag(drag, grid), grid), from: 'pattern' };
    },
    line: lineOf,
  };
}
