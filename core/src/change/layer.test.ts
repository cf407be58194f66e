import fc from 'fast-check';
import { anySong } from '../../test/any-song';
import { diff } from './diff';
import { layOnTop } from './layer';

/** A list in an order that numbers decide. */
function shuffled<T>(list: readonly T[], by: readonly number[]): T[] {
  return list
    .map((item, index) => ({ item, at: by[index % by.length]! * 31 + ((index * 17) % 7) }))
    .sort((a, b) => a.at - b.at)
    .map(({ item }) => item);
}

it('law: laid on a song that someone has renamed meanwhile, all of a Change holds, whatever order its entries come in', () => {
  let removing = 0;
  fc.assert(
    fc.property(anySong, anySong, fc.array(fc.nat(99), { minLength: 3, maxLength: 9 }), (before, after, order) => {
      const mine = { ...after, song: { ...after.song, name: 'Mine' } };
      const entries = shuffled(diff(before, mine), order);
      const renamed = { ...before, song: { ...before.song, name: 'Theirs' } };
      const { document, lost } = layOnTop(renamed, { id: 'c', at: 0, device: 'd', label: 'c', entries });
      expect(document).toEqual(mine);
      expect(lost).toEqual([]);
      if (entries.some(({ kind, of }) => kind === 'remove' && of === 'patterns')) removing++;
    }),
    { numRuns: 300 },
  );
  expect(removing).toBeGreaterThan(60);
});
