import { songFileQuerySchema, type Id } from '@yibbo/core';
import type { Response, Router } from 'express';
import type { SongFiles } from '../keeping/song-file';
import type { LiveSongs } from '../live/live-songs';
import type { SongQueries } from '../database/songs';
import { checked } from '../http/checked';
import { bodyOf } from '../http/doors';
import { idIn } from './id-in';

/** Songs as open files, out and in. */
export function addSongFiles(router: Router, songFiles: SongFiles, live: LiveSongs, queries: SongQueries): void {
  const send = (response: Response, name: string, ids: readonly Id[], has: { history: boolean; belongings: boolean }) => {
    response.attachment(`${name.replace(/[^\w .-]+/g, '_') || 'song'}.yibbo.zip`).type('application/zip');
    return songFiles.write({ ids, hasHistory: has.history, hasBelongings: has.belongings }, response);
  };

  router.get('/collection', async (_request, response) => {
    const songs = await queries.list(false);
    await send(
      response,
      'yibbo songs',
      songs.map(({ id }) => id),
      { history: true, belongings: true },
    );
  });

  router.get('/:id/file', async (request, response) => {
    const id = idIn(request);
    await live.mustBeThere(id);
    const { history } = checked(songFileQuerySchema, request.query);
    const [song] = (await queries.list(false)).filter((each) => each.id === id);
    await send(response, song?.name ?? 'song', [id], { history: history === 'yes', belongings: false });
  });

  router.post('/file', bodyOf('application/zip'), async (request, response) => {
    response.status(201).json(await songFiles.take(request));
  });
}
