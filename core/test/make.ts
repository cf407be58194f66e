import fc from 'fast-check';
import {
  actionById,
  applyOwn,
  newSong,
  notesOf,
  perform,
  newTrack,
  soundById,
  withTrack,
  gridOf,
  division,
  COMMON_TIME,
  BEND_SHAPES,
  ROLL_SHAPES,
  TICKS_PER_QUARTER,
  byStartThenPitch,
  paramFields,
  plainContext,
  type ActionId,
  type ActionParams,
  type NotesAction,
  type OptionalField,
  type OuterContext,
  type Document,
  type Note,
} from '../src';

/** Ids for tests: a1, a2, a3 …; the same again for the same source and index. */
export function counter(prefix = 'a'): (source?: string, index?: number) => string {
  let count = 0;
  const made = new Map<string, string>();
  return (source, index) => {
    const key = source === undefined ? `${count}` : `${source} ${index}`;
    const id = made.get(key) ?? `${prefix}${++count}`;
    if (source !== undefined) made.set(key, id);
    return id;
  };
}

export const PATTERN = 'pattern';

export function note(fields: Partial<Note> = {}): Note {
  return { id: 'n', patternId: PATTERN, start: 0, length: TICKS_PER_QUARTER, pitch: 60, velocity: 100, ...fields };
}

/** A song of one keys track (id "track") whose pattern (id "pattern") holds `notes`. */
export function songWith(notes: readonly Note[], bars = 2, kind: 'drums' | 'pitched' = 'pitched'): Document {
  const ids = ['track', PATTERN, 'placement'];
  const song = newSong('song', 'Test', 7);
  const document = withTrack(
    song,
    newTrack(song, soundById(kind === 'drums' ? 'quay-kit' : 'lamp-keys', kind), () => ids.shift()!, bars),
  );
  return { ...document, notes: notes.length ? { [PATTERN]: [...notes].sort(byStartThenPitch) } : {} };
}

function withoutAbsent<T extends object>(fields: T): T {
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as T;
}

/** Pitch lines, some with jumps, some of which begin before their note and end after it. */
const anyBend = fc
  .array(
    fc.record({
      tick: fc.integer({ min: -5000, max: 50_000 }),
      cents: fc.integer({ min: -1200, max: 1200 }),
      shape: fc.constantFrom(...BEND_SHAPES),
    }),
    { minLength: 1, maxLength: 5 },
  )
  .map((points) => points.sort((a, b) => a.tick - b.tick));

/** How many notes in a hundred have each optional property, and what it may be. Where there is a group there may be a share, and
 *  where there is a draw a note it is shared with. */
const OPTIONAL: { readonly [F in OptionalField]: readonly [percent: number, values: fc.Arbitrary<NonNullable<Note[F]>>] } = {
  releaseVelocity: [6, fc.nat(127)],
  muted: [8, fc.constant(true)],
  voice: [10, fc.integer({ min: 2, max: 8 })],
  chance: [12, fc.integer({ min: 0, max: 99 })],
  passes: [10, fc.constantFrom({ of: 2, mask: 1 }, { of: 3, mask: 6 })],
  roll: [12, fc.record({ hits: fc.integer({ min: 2, max: 5 }), shape: fc.constantFrom(...ROLL_SHAPES) })],
  pan: [8, fc.constantFrom(-1, -0.5, 0.25)],
  bend: [12, anyBend],
  oneOf: [12, fc.constantFrom('g', 'h')],
  share: [40, fc.integer({ min: 2, max: 16 })],
  drawnWith: [30, fc.nat(5).map((index) => `n${index}`)],
};

type Properties = Partial<Pick<Note, OptionalField>>;

const optional = fc.record(
  Object.fromEntries(
    Object.entries(OPTIONAL).map(([field, [percent, values]]) => [
      field,
      fc.oneof(
        { weight: 100 - percent, arbitrary: fc.constant(undefined) },
        { weight: percent, arbitrary: values as fc.Arbitrary<unknown> },
      ),
    ]),
  ),
) as fc.Arbitrary<Properties>;

/** Notes as people and files make them: most of them plain and on the lines of a grid, many on few rows, some of every sort there is. */
export const anyNotes = (most = 24): fc.Arbitrary<Note[]> =>
  fc
    .array(
      fc.record({
        start: often(
          fc.nat(31).map((step) => step * 5040),
          fc.nat(200_000),
        ),
        length: often(
          fc.integer({ min: 1, max: 8 }).map((step) => step * 5040),
          fc.integer({ min: 1, max: 90_000 }),
        ),
        pitch: often(fc.integer({ min: 58, max: 66 }), fc.integer({ min: 0, max: 127 })),
        velocity: fc.integer({ min: 1, max: 127 }),
        optional: fc.oneof({ weight: 2, arbitrary: fc.constant<Properties>({}) }, { weight: 3, arbitrary: optional }),
      }),
      { maxLength: most },
    )
    .map((rows) =>
      rows
        .map(({ optional: { share, drawnWith, ...given }, ...row }, index) => {
          const isDrawn = given.chance !== undefined || given.oneOf !== undefined;
          const drawn = { share: given.oneOf === undefined ? undefined : share, drawnWith: isDrawn ? drawnWith : undefined };
          return note({ ...row, ...withoutAbsent({ ...given, ...drawn }), id: `n${index}` });
        })
        .sort(byStartThenPitch),
    );

/** The first three times in four. */
function often<T>(usual: fc.Arbitrary<T>, odd: fc.Arbitrary<T>): fc.Arbitrary<T> {
  return fc.oneof({ weight: 3, arbitrary: usual }, { weight: 1, arbitrary: odd });
}

export function actionContext(newId = counter('new')): OuterContext {
  return plainContext(gridOf(division('1/16'), COMMON_TIME), COMMON_TIME, [{ tick: 0, bpm: 120 }], newId);
}

export const stamp = { id: 'c', at: 0, device: 'd' };

/** `run` for lists of actions, whose ids and params are not known by type. */
export function runAny(
  document: Document,
  id: string,
  params: object,
  noteIds: readonly string[] = [],
  context: Partial<OuterContext> = {},
) {
  return run(document, id as ActionId, params, noteIds, context);
}

/** Runs an action on a song made by `songWith` and applies what it comes to. */
export function run<Id extends ActionId>(
  document: Document,
  id: Id,
  params: Partial<ActionParams<Id>> = {},
  noteIds: readonly string[] = [],
  context: Partial<OuterContext> = {},
) {
  const { change, ...rest } = perform(
    document,
    { action: actionById(id), params, patternId: PATTERN, noteIds, seed: 1 },
    { ...actionContext(), ...context },
    stamp,
  );
  const after = applyOwn(document, change);
  return { after, notes: notesOf(after, PATTERN), change, ...rest };
}

/** Params anywhere within an action's bounds. */
export function anyParams(action: NotesAction): fc.Arbitrary<Record<string, unknown>> {
  const typed = fc.oneof(fc.string(), fc.constantFrom('', '+10', '*2', 'C4*3 - E:1/8', '1/8', '80%', 'Am7:2 F/C - G:1/8', 'C E:1'));
  const fields = paramFields(action.params).map(({ name, control, options, low, high }) => {
    const steps = control === 'division' ? ['5040 ticks', '20160/11 ticks'] : [];
    const value = options.length
      ? fc.constantFrom(...options.map((option) => option.value), ...steps)
      : fc.integer({ min: low, max: high });
    if (control === 'text') return [name, typed] as const;
    if (control === 'taken') return [name, fc.constantFrom('', '2|1:1 2:2 3:3|Odd', '2|300:80 -12:120|Hats', 'X..xo.|Taps')] as const;
    if (control === 'steps')
      return [name, fc.array(fc.constantFrom('x', '.'), { minLength: low, maxLength: high }).map((each) => each.join(''))] as const;
    return [name, value] as const;
  });
  return fc.record(Object.fromEntries(fields) as Record<string, fc.Arbitrary<unknown>>);
}
