import { z } from 'zod';
import { NOTE_LANDINGS } from '../notes/landing';
import { isTickSteps } from '../time';

/** How a param is shown. A small closed set: each has one control in the app. */
export type ControlKind = 'stepper' | 'slider' | 'choice' | 'division' | 'text' | 'steps' | 'taken' | 'figure';

export interface ParamMeta {
  readonly title: string;
  readonly control: ControlKind;
  /** The unit of the number: "%", "semitones"; "pitch" for a MIDI key, which is shown by its name. */
  readonly unit?: string;
  /** For a number: the param that says how many there are, which it cannot be more than. */
  readonly upTo?: string;
  /** For a text: an example of what to type. */
  readonly example?: string;
  /** For a division: the named ones. */
  readonly units?: readonly string[];
  /** For a choice or division: the words on its buttons, by value. */
  readonly names?: Readonly<Record<string, string>>;
}

/** The params of an action or rule by name. Only here is zod loaded for them, so that a page which needs none loads it later. */
export function paramsOf<Fields extends z.core.$ZodLooseShape>(fields: Fields) {
  return z.object(fields);
}

/** A whole number between `low` and `high`, and no more than what the param named by `upTo` says. */
export function wholeParam(title: string, low: number, high: number, start: number, unit?: string, upTo?: string) {
  return z
    .int()
    .min(low)
    .max(high)
    .default(start)
    .meta({ title, control: 'stepper', ...(unit ? { unit } : {}), ...(upTo ? { upTo } : {}) });
}

/** A percentage or other amount, dragged rather than counted. */
export function sliderParam(title: string, low: number, high: number, start: number, unit: string) {
  return z.number().min(low).max(high).default(start).meta({ title, control: 'slider', unit });
}

/** Something typed. */
export function textParam(title: string, example: string, most = 2000) {
  return z.string().max(most).default('').meta({ title, control: 'text', example });
}

/** One of the rhythms of some ids. */
export function figureParam(title: string, ids: readonly string[], names: Readonly<Record<string, string>>, start: string) {
  return z.enum(ids).default(start).meta({ title, control: 'figure', names });
}

/** Something taken from a pattern, as text that nobody types. */
export function takenParam(title: string) {
  return z.string().max(2000).default('').meta({ title, control: 'taken' });
}

/** Steps that are on ("x") or off ("."), between `least` and `most` of them. */
export function stepsParam(title: string, least: number, most: number, start: string) {
  return z
    .string()
    .regex(/^[x.]*$/, 'Steps are x and dots.')
    .min(least)
    .max(most)
    .default(start)
    .meta({ title, control: 'steps' });
}

export function choiceParam<const Values extends readonly [string, ...string[]]>(
  title: string,
  values: Values,
  start: Values[number],
  names: Readonly<Record<string, string>> = {},
) {
  return z
    .enum(values)
    .default(start as never)
    .meta({ title, control: 'choice', names });
}

/** How the results land on notes already there. */
export function landingParam() {
  return choiceParam('What is there', NOTE_LANDINGS, 'merge', LANDING_NAMES);
}

export const LANDING_NAMES = { merge: 'sounds too', replace: 'is replaced', push: 'moves later' } as const;

/** A division of time: one of the named ones, or steps of ticks ("5040 ticks", "20160/11 ticks"). */
export function divisionParam<Unit extends string>(
  title: string,
  units: readonly Unit[],
  start: Unit,
  names: Readonly<Record<string, string>> = {},
) {
  const isUnit = (value: unknown): value is Unit => typeof value === 'string' && (units.includes(value as Unit) || isTickSteps(value));
  return z
    .custom<Unit>(isUnit)
    .default(start as never)
    .meta({ title, control: 'division', units, names });
}

/** The control for a param. Throws where an action left one untitled or unbounded. */
export interface ParamField {
  readonly name: string;
  readonly title: string;
  readonly control: ControlKind;
  readonly unit: string;
  readonly upTo?: string | undefined;
  readonly low: number;
  /** The highest value; for a text the most characters, for steps the most of them. */
  readonly high: number;
  readonly example: string;
  readonly options: readonly { readonly value: string; readonly name: string }[];
}

export function paramFields(params: z.ZodObject): ParamField[] {
  return Object.entries(params.shape).map(([name, schema]) => {
    const meta = (schema as z.ZodType).meta() as unknown as ParamMeta | undefined;
    if (!meta?.title || !meta.control) throw new Error(`Param "${name}" needs a title and a control.`);
    const inner = (schema as z.ZodDefault<z.ZodType>).unwrap();
    const values = meta.units ?? (inner instanceof z.ZodEnum ? inner.options.map(String) : []);
    const { minValue, maxValue } = inner as z.ZodNumber;
    if (!values.length && !(inner instanceof z.ZodString) && !(Number.isFinite(minValue) && Number.isFinite(maxValue)))
      throw new Error(`Param "${name}" needs bounds.`);
    return {
      name,
      title: meta.title,
      control: meta.control,
      unit: meta.unit ?? '',
      upTo: meta.upTo,
      low: inner instanceof z.ZodString ? (inner.minLength ?? 0) : (minValue ?? 0),
      high: inner instanceof z.ZodString ? (inner.maxLength ?? 0) : (maxValue ?? 0),
      example: meta.example ?? '',
      options: values.map((value) => ({ value, name: meta.names?.[value] ?? value })),
    };
  });
}

/** Params with one that was `changed` and those it is bound to in step: "the 3rd of every 2" becomes the 3rd of every 3 where the 3 was set, and the
 *  2nd of every 2 where the 2 was. */
export function inStep(
  schema: z.ZodObject,
  params: Readonly<Record<string, unknown>>,
  changed: Readonly<Record<string, unknown>>,
): Readonly<Record<string, unknown>> {
  return paramFields(schema).reduce((made, { name, upTo }) => {
    const [value, most] = [made[name], upTo && made[upTo]];
    if (!upTo || typeof value !== 'number' || typeof most !== 'number' || value <= most) return made;
    return name in changed ? { ...made, [upTo]: value } : { ...made, [name]: most };
  }, params);
}
