import 'fake-indexeddb/auto';
import { ApiError } from '../../sync/api';
import { KeptSongs, type SongToMake } from '../../sync/kept-songs';
import { makeSong } from './made-here';

globalThis.structuredClone ??= <T>(value: T) => JSON.parse(JSON.stringify(value)) as T;

it('a song of which the answer is lost on the way is one song: the server has it by the id and seed that it is kept with here', async () => {
  const made: SongToMake[] = [];
  const create = async (song: { readonly name: string }) => {
    made.push(song as SongToMake);
    throw new ApiError(0, 'away', 'The answer did not arrive.');
  };
  const keptSongs = new KeptSongs(() => 0);
  const id = await makeSong('Ebb', { server: { create } as never, keptSongs, newId: () => 'here' });
  expect(made).toEqual([{ id, name: 'Ebb', seed: expect.any(Number) as number }]);
  expect((await keptSongs.open(id))?.toMake).toEqual(made[0]);
});
