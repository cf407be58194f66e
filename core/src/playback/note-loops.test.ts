import fc from 'fast-check';
import { note, songWith } from '../../test/make';
import { meetingNotes, soundsByRule } from '../../test/sounds-by-rule';
import type { Document, Note } from '../model';
import { events, type PlayContext } from '.';

const STEP = 5040;
const BAR = 16 * STEP;
const song: PlayContext = { view: { kind: 'song' } };

function placed(notes: readonly Note[], fields: Partial<Document['placements'][number]>, rowLengths?: { pitch: number; length: number }[]) {
  const document = songWith(notes, 1);
  const patterns = document.patterns.map((pattern) => ({ ...pattern, ...(rowLengths ? { rowLengths } : {}) }));
  return { ...document, patterns, placements: [{ ...document.placements[0]!, ...fields }] };
}

const rows = fc.uniqueArray(fc.record({ pitch: fc.integer({ min: 60, max: 62 }), length: fc.integer({ min: 1, max: 20 }).map((steps) => steps * STEP) }), { selector: ({ pitch }) => pitch }); // prettier-ignore
const place = fc.record({
  start: fc.nat(8).map((steps) => steps * STEP),
  length: fc.integer({ min: 1, max: 80 }).map((steps) => steps * STEP + 17),
  offset: fc.nat(20).map((steps) => steps * STEP),
});

it('law: rolls, passes and rows with lengths of their own sound as worked out note against note, whichever windows are asked in whatever order', () => {
  let rolled = 0;
  let onceOnly = 0;
  fc.assert(
    fc.property(meetingNotes, place, rows, fc.array(fc.nat(5 * BAR), { minLength: 1, maxLength: 5 }), (notes, at, rowLengths, cuts) => {
      const document = placed(notes, at, rowLengths);
      const edges = [0, ...cuts.sort((a, b) => a - b), 7 * BAR];
      // The last windows first: what an early one leaves behind must not help a later one.
      const windows = edges.slice(1).map((to, index) => [edges[index]!, to] as const);
      const found = windows.reverse().flatMap(([from, to]) => events(document, from, to, song));
      expect(found.map(({ tick, noteId, lengthTicks }) => `${tick} ${noteId} ${lengthTicks}`).sort()).toEqual(soundsByRule(document));
      if (found.some(({ rollTick }) => rollTick !== undefined)) rolled++;
      if (notes.some(({ passes }) => passes) && found.length > 0) onceOnly++;
    }),
    { numRuns: 300 },
  );
  expect(Math.min(rolled, onceOnly)).toBeGreaterThan(60);
});

it('a roll that goes on over the end of its loop is struck to its end, though only what comes after the end is asked for', () => {
  const roll = note({ start: 14 * STEP, length: 4 * STEP, roll: { hits: 4, shape: 'even' } });
  const document = placed([roll], { length: 2 * BAR });
  const asked = events(document, BAR, BAR + 4 * STEP, song).map(({ tick }) => tick / STEP);
  expect(asked).toEqual([16, 17]);
});

it('of a group one sounds in every pass, and none that lies where its row is over', () => {
  const group = [
    note({ id: 'a', oneOf: 'g' }),
    note({ id: 'b', start: STEP, oneOf: 'g' }),
    note({ id: 'out', start: 4 * STEP, oneOf: 'g', share: 16 }),
  ];
  const document = placed(group, { length: 20 * BAR }, [{ pitch: 60, length: 4 * STEP }]);
  const found = events(document, 0, 20 * BAR, song);
  expect(found).toHaveLength(80);
  expect(new Set(found.map(({ noteId }) => noteId))).toEqual(new Set(['a', 'b']));
});
