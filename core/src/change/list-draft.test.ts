import fc from 'fast-check';
import { note } from '../../test/make';
import type { Note } from '../model';
import { ListDraft } from './list-draft';

const STEP = 5040;
const anyNote = (id: string) => fc.record({ start: fc.nat(6), pitch: fc.integer({ min: 60, max: 63 }) }).map(({ start, pitch }) => note({ id, start: start * STEP, pitch })); // prettier-ignore
const ids = Array.from({ length: 12 }, (_, index) => `n${index}`);
const notesOf = (some: readonly string[]) => fc.tuple(...some.map(anyNote));
const anyId = fc.constantFrom(...ids);
const acts = fc.array(
  fc.oneof(
    fc.record({ kind: fc.constant('add' as const), notes: fc.array(anyId, { maxLength: 2 }).chain(notesOf) }),
    fc.record({ kind: fc.constant('remove' as const), ids: fc.array(anyId, { minLength: 1, maxLength: 3 }) }),
    fc.record({
      kind: fc.constant('move' as const),
      ids: fc.array(anyId, { minLength: 1, maxLength: 4 }),
      by: fc.constantFrom(0, STEP, -STEP),
    }),
  ),
  { maxLength: 12 },
);
type Act = typeof acts extends fc.Arbitrary<readonly (infer One)[]> ? One : never;

/** Begin, then pitch; of equal ones, those that stayed as they were come first. */
const inOrder = (all: readonly Note[]) => [...all].sort((a, b) => a.start - b.start || a.pitch - b.pitch);
const shapes = (all: readonly Note[]) => all.map(({ start, pitch, id }) => `${start} ${pitch} ${id}`);

/** The same act on a plain map of notes; false where it may not be. */
function onPlain(rows: Map<string, Note>, act: Act): boolean {
  if (act.kind === 'add') {
    const named = act.notes.map(({ id }) => id);
    if (new Set(named).size < named.length || named.some((id) => rows.has(id))) return false;
    for (const each of act.notes) rows.set(each.id, each);
    return true;
  }
  if (new Set(act.ids).size < act.ids.length || act.ids.some((id) => !rows.has(id))) return false;
  for (const id of act.ids) {
    if (act.kind === 'remove') rows.delete(id);
    else rows.set(id, { ...rows.get(id)!, start: rows.get(id)!.start + act.by });
  }
  return true;
}

function onDraft(draft: ListDraft, act: Act): boolean {
  if (act.kind === 'add') return draft.add(act.notes) === null;
  const places = draft.locate(act.ids);
  if (typeof places === 'string') return false;
  for (const place of places) {
    if (act.kind === 'remove') draft.remove(place);
    else draft.replace(place, { ...(draft.at(place) as Note), start: (draft.at(place) as Note).start + act.by }, act.by !== 0);
  }
  return true;
}

it('law: a list being changed is, after any acts, what a plain list would be, and refuses what that would', () => {
  let refused = 0;
  let changed = 0;
  fc.assert(
    fc.property(fc.uniqueArray(anyId, { maxLength: 8 }).chain(notesOf), acts, (given, all) => {
      const base = inOrder(given);
      const before = shapes(base);
      const draft = new ListDraft('notes', 'pattern', base);
      const rows = new Map(base.map((each) => [each.id, each]));
      for (const act of all) {
        const isFit = onPlain(rows, act);
        expect(onDraft(draft, act)).toBe(isFit);
        if (!isFit) refused++;
        // What could not be added spoils the whole Change; ids that are not there leave the list as it is.
        if (!isFit && act.kind === 'add') return;
        for (const id of ids) expect(draft.get(id)).toEqual(rows.get(id));
        expect(shapes([...draft.current()] as Note[]).sort()).toEqual(shapes([...rows.values()]).sort());
      }
      const done = draft.done() as readonly Note[];
      expect(shapes(done).sort()).toEqual(shapes([...rows.values()]).sort());
      expect(shapes(done)).toEqual(shapes(inOrder(done)));
      expect(shapes(base)).toEqual(before);
      if (all.length > 0) changed++;
    }),
    { numRuns: 400 },
  );
  expect(refused).toBeGreaterThan(50);
  expect(changed).toBeGreaterThan(50);
});

it('a list to which nothing happened is the very list it was', () => {
  const base = [note({ id: 'a' }), note({ id: 'b', start: STEP })];
  const draft = new ListDraft('notes', 'pattern', base);
  expect(draft.locate(['b'])).toEqual(Int32Array.of(1));
  expect(draft.done()).toBe(base);
});
