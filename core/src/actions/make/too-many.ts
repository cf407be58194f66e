import { gridOfRow } from '../../time';
import { loopTicks, type ActionContext, type NotesPart } from '../action';
import { gridOfAmount, type AmountUnit } from '../amounts';

/** The most steps that a row is made of at once. */
const MOST_STEPS = 4096;

/** Why a row of steps as long as a division cannot be made; null where it can. */
export function tooManySteps(part: NotesPart, of: AmountUnit, context: ActionContext): string | null {
  const { pitch } = context.at;
  const { numerator, denominator } = of === 'grid' ? gridOfRow(context, pitch) : gridOfAmount(of, context);
  const steps = (loopTicks(part, pitch) * denominator) / numerator;
  return steps > MOST_STEPS ? `That would be more than ${MOST_STEPS} steps. Choose longer ones.` : null;
}
