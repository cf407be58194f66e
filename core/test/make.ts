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
  plainContext,
  type ActionId,
  type ActionParams,
  type OuterContext,
  type Document,
  type Note,
} from '../src';

/** Ids for tests: a1, a2, a3 … */
export function counter(prefix = 'a'): () => string {
  let count = 0;
  return () => `${prefix}${++count}`;
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

/** Notes as people and files make them: on all sorts of lines, long and short, some muted, some doubled. */
export const anyNotes = (most = 24): fc.Arbitrary<Note[]> =>
  fc
    .array(
      fc.record({
        start: fc.oneof(
          fc.nat(16).map((step) => step * 5040),
          fc.nat(200_000),
        ),
        length: fc.oneof(
          fc.integer({ min: 1, max: 8 }).map((step) => step * 5040),
          fc.integer({ min: 1, max: 90_000 }),
        ),
        pitch: fc.integer({ min: 0, max: 127 }),
        velocity: fc.integer({ min: 1, max: 127 }),
        muted: fc.option(fc.constant(true), { nil: undefined }),
        voice: fc.option(fc.integer({ min: 2, max: 8 }), { nil: undefined, freq: 5 }),
        chance: fc.option(fc.integer({ min: 0, max: 99 }), { nil: undefined, freq: 3 }),
        passes: fc.option(fc.constantFrom({ of: 2, mask: 1 }, { of: 3, mask: 6 }), { nil: undefined, freq: 3 }),
        roll: fc.option(fc.record({ hits: fc.integer({ min: 2, max: 5 }), shape: fc.constantFrom(...ROLL_SHAPES) }), {
          nil: undefined,
          freq: 3,
        }),
        pan: fc.option(fc.constantFrom(-1, -0.5, 0.25), { nil: undefined, freq: 5 }),
        bend: fc.option(anyBend, { nil: undefined, freq: 3 }),
        oneOf: fc.option(fc.constantFrom('g', 'h'), { nil: undefined, freq: 5 }),
      }),
      { maxLength: most },
    )
    .map((rows) => rows.map((row, index) => note({ ...withoutAbsent(row), id: `n${index}` })).sort(byStartThenPitch));

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
