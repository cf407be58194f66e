import fc from 'fast-check';
import { OPTIONAL_FIELDS, type Note, type OptionalField } from '../src';
import { anyNotes } from './make';

it('made notes are like those of people: many plain, most on a grid, often on one row, and some with each property', () => {
  const patterns = fc.sample(anyNotes(), { numRuns: 400, seed: 5 });
  const all = patterns.flat();
  const share = (fits: (made: Note) => boolean) => all.filter(fits).length / all.length;
  const fields = Object.keys(OPTIONAL_FIELDS) as OptionalField[];
  expect(share((made) => fields.every((field) => made[field] === undefined))).toBeGreaterThan(0.4);
  expect(share(({ start }) => start % 5040 === 0)).toBeGreaterThan(0.7);
  expect(share(({ muted }) => muted === true)).toBeLessThan(0.1);
  for (const field of fields) expect([field, share((made) => made[field] !== undefined) > 0.002]).toEqual([field, true]);
  const meeting = patterns.filter((notes) => new Set(notes.map(({ pitch }) => pitch)).size < notes.length);
  expect(meeting.length / patterns.length).toBeGreaterThan(0.4);
});
