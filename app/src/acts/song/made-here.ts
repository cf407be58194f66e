import { glanceOf, layOnTop, newSong, type Id, type SongCard } from '@yibbo/core';
import type { Effects } from '../../state/effects';
import { isAway } from '../../sync/api';

type Keeping = Pick<Effects, 'server' | 'keptSongs' | 'newId'>;

/** Makes an empty song: on the server or, while that is away, in this browser, to be made there later. Its id and seed are from here, so that an
 *  answer that is lost on the way leaves one song and not two. Rejects in words where neither works. */
export async function makeSong(name: string, { server, keptSongs, newId }: Keeping): Promise<Id> {
  const toMake = { id: newId(), name, seed: crypto.getRandomValues(new Uint32Array(1))[0]! };
  try {
    await server.create(toMake);
  } catch (error) {
    if (!isAway(error)) throw error;
    const song = newSong(toMake.id, name, toMake.seed);
    await keptSongs.put({ song, revision: 0, history: [] }, toMake).catch(() => Promise.reject(error));
  }
  return toMake.id;
}

/** The songs kept in this browser as cards, the last opened first, with what is unsent of them. */
export async function keptCards({ keptSongs, outbox }: Pick<Effects, 'keptSongs' | 'outbox'>): Promise<readonly SongCard[]> {
  const cards: SongCard[] = [];
  for (const id of await keptSongs.ids()) {
    const kept = await keptSongs.open(id);
    if (!kept) continue;
    const unsent = await outbox()
      .unsent(id, () => undefined)
      .catch(() => []);
    const document = unsent.reduce((song, change) => layOnTop(song, change).document, kept.server.song);
    const changedAt = unsent.at(-1)?.at ?? kept.server.history.at(-1)?.at ?? kept.openedAt;
    cards.push({ id, name: document.song.name, changedAt, ...glanceOf(document) } as SongCard);
  }
  return cards.sort((a, b) => b.changedAt - a.changedAt);
}
