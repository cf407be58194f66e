import { filePieceSchema, MOST_PIECE_BYTES, type FilesNews } from '@yibbo/core';
import { raw, Router, type Request } from 'express';
import type { SongQueries } from '../database/songs';
import { RequestError } from '../errors';
import type { FileStore } from '../files/file-store';
import { checked } from '../http/checked';
import { bodyOf } from '../http/doors';

/** Sound files of songs and of the person: kept by what is in them, sent in pieces. */
export function fileRoutes(files: FileStore, queries: SongQueries): Router {
  const router = Router();
  const hashIn = (request: Request) => String(request.params.hash);

  router.get('/', async (_request, response) => {
    response.json(await newsOf(files, queries));
  });

  router.delete('/unused', async (_request, response) => {
    const used = await queries.usedFiles();
    await files.putAway((await files.list()).map(({ hash }) => hash).filter((hash) => !used.has(hash)));
    response.json(await newsOf(files, queries));
  });

  router.post('/return', async (_request, response) => {
    await files.bringBack();
    response.json(await newsOf(files, queries));
  });

  router.get('/:hash', async (request, response) => {
    const path = await files.pathOf(hashIn(request));
    if (!path) throw new RequestError(404, 'noSuchFile', 'This file is not here. It may still be on the device that it was added on.');
    response.type('application/octet-stream').sendFile(path, { cacheControl: false, dotfiles: 'allow' });
  });

  router.get('/:hash/standing', async (request, response) => {
    response.json(await files.standing(hashIn(request)));
  });

  router.put(
    '/:hash',
    bodyOf('application/octet-stream'),
    raw({ limit: MOST_PIECE_BYTES, type: () => true }),
    async (request, response) => {
      const { at, size } = checked(filePieceSchema, request.query);
      const body: unknown = request.body;
      response.json(await files.take(hashIn(request), at, size, Buffer.isBuffer(body) ? body : new Uint8Array()));
    },
  );

  return router;
}

async function newsOf(files: FileStore, queries: SongQueries): Promise<FilesNews> {
  const [used, kept, binned] = [await queries.usedFiles(), await files.list(), await files.binned()];
  const sum = (list: readonly { bytes: number }[]) => list.reduce((total, { bytes }) => total + bytes, 0);
  const unused = kept.filter(({ hash }) => !used.has(hash));
  return {
    count: kept.length,
    bytes: sum(kept),
    unused: { count: unused.length, bytes: sum(unused) },
    binned: { count: binned.length, bytes: sum(binned) },
  };
}
