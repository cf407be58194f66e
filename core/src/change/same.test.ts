import fc from 'fast-check';
import { sameValue } from './same';

/** JSON values with little in them, so that two are often the same. */
const { value } = fc.letrec((tie) => ({
  value: fc.oneof({ depthSize: 'small' }, fc.constantFrom<unknown>(0, 1, 'a', true, null, undefined), tie('object'), tie('list')),
  object: fc.dictionary(fc.constantFrom('x', 'y'), tie('value'), { maxKeys: 2 }),
  list: fc.array(fc.oneof(fc.constantFrom<unknown>(0, 1), tie('object')), { maxLength: 2 }),
}));

/** One text for all that says the same: fields by name, without those that are not there. */
function text(given: unknown): string {
  if (Array.isArray(given)) return `[${given.map(text).join()}]`;
  if (given === undefined || given === null) return 'none';
  if (typeof given !== 'object') return JSON.stringify(given);
  const fields = Object.entries(given).filter(([, field]) => field !== undefined && field !== null);
  return `{${fields.map(([name, field]) => `${name}:${text(field)}`).sort().join()}}`; // prettier-ignore
}

it('values are the same where they say the same, whatever is null, missing, or in another order', () => {
  let same = 0;
  fc.assert(
    fc.property(value, value, (a, b) => {
      expect(sameValue(a, b)).toBe(text(a) === text(b));
      expect(sameValue(a, JSON.parse(JSON.stringify({ a })).a)).toBe(true);
      if (sameValue(a, b)) same++;
    }),
    { numRuns: 2000 },
  );
  expect(same).toBeGreaterThan(60);
  expect([sameValue({}, { x: 1 }), sameValue({ x: 1 }, {}), sameValue([], {}), sameValue({ x: null }, {})]).toEqual([
    false,
    false,
    false,
    true,
  ]);
});
