import { pitchName } from '../theory';
import { gridOfSteps, isTickSteps, type TickSteps } from '../time';
import { OF_FIGURES } from '../notes/figures';
import { readGroove } from '../notes/taken-groove';
import { readRhythm } from '../notes/taken-rhythm';
import type { NotesAction } from './action';
import { AMOUNT_UNITS, amountTicks, type AmountUnit } from './amounts';
import { paramFields, type ParamField } from './params';

/** Units whose length is the same in every meter and at every tempo. */
const FIXED = AMOUNT_UNITS.filter((unit) => unit.includes('/'));

/** The name of steps of ticks that are as long as a named unit ("1/16"); else the steps as they are. */
export function namedUnit(steps: TickSteps): AmountUnit {
  const { numerator, denominator } = gridOfSteps(steps);
  const nowhere = { grid: { numerator: 1, denominator: 1 }, meter: { numerator: 4, denominator: 4 }, tempos: [] };
  return FIXED.find((unit) => amountTicks(1, unit, nowhere) * denominator === numerator) ?? steps;
}

/** An action with its settings, in words: "Transpose 7 semitones". Its main amounts, and whatever else is not as it begins. */
export function settingsInWords(action: Pick<NotesAction, 'label' | 'params' | 'main'>, params: Readonly<Record<string, unknown>>): string {
  const start = action.params.parse({});
  // Values taken from a pattern stay in the settings while another choice is made.
  const isTaken = Object.values(params).includes('taken');
  const hasFigure = params.figure !== undefined && params.figure !== start.figure;
  const fields = paramFields(action.params).filter(
    ({ name, control }, index) =>
      (control !== 'taken' || isTaken) &&
      !(hasFigure && OF_FIGURES.has(name)) &&
      (params[name] !== start[name] ||
        // An amount of nothing says nothing.
        (control !== 'choice' && params[name] !== 0 && (action.main ? action.main.includes(name) : index < 2))),
  );
  const words = fields.map((field) => inWords(field, params[field.name]));
  return [action.label, words.filter(Boolean).join(', ')].filter(Boolean).join(' ');
}

function inWords({ title, control, unit, options }: ParamField, value: unknown): string {
  if (typeof value === 'number') {
    if (unit === 'pitch') return `${title.toLowerCase()} ${pitchName(value)}`;
    if (unit) return `${value} ${unit}`;
    const name = title.toLowerCase();
    return name.endsWith('s') ? `${value} ${name}` : `${name} ${value}`;
  }
  const text = String(value);
  if (control === 'taken') return (readGroove(text) ?? readRhythm(text))?.name ?? '';
  if (control !== 'division' && control !== 'choice' && control !== 'figure') return text;
  const named = isTickSteps(text) ? namedUnit(text) : text;
  return options.find((option) => option.value === named)?.name ?? named;
}
