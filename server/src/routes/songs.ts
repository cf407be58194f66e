import {
  copyQuerySchema,
  exportQuerySchema,
  hereSchema,
  historyQuerySchema,
  idSchema,
  importQuerySchema,
  listQuerySchema,
  MAX_FILE_BYTES,
  nameBodySchema,
  newSong,
  newSongSchema,
  windowQuerySchema,
} from '@yibbo/core';
import { raw, Router, type Request, type Response } from 'express';
import { nanoid } from 'nanoid';
import type { Belongings } from '../database/belongings';
import type { SongQueries } from '../database/songs';
import { RequestError } from '../errors';
import { checked } from '../http/checked';
import { bodyOf, MIDI_TYPES } from '../http/doors';
import { smallJson } from '../http/small-json';
import type { SongFiles } from '../keeping/song-file';
import { idIn } from './id-in';
import { addSongFiles } from './song-files';
import type { BringBack } from '../keeping/bring-back';
import type { LiveSongs } from '../live/live-songs';
import { OthersHere } from '../live/others-here';
import { newSeed } from '../songs/make-keeper';
import { eventStream } from './events';

/** One gesture on the largest song there may be (deleting 200,000 notes) comes to about 30 MB, and must be kept like any other. */
const CHANGES_LIMIT = 64 * 1024 * 1024;

export interface SongRouteParts {
  readonly queries: SongQueries;
  readonly live: LiveSongs;
  readonly bringBack: BringBack;
  readonly belongings: Belongings;
  readonly songFiles: SongFiles;
  /** Holds the line of a window that listens, to be cut where its device may listen no more. */
  readonly holdLine: (request: Request, response: Response) => void;
}

/** Songs as wholes, the Changes of one, and how it leaves as a file. */
export function songRoutes(parts: SongRouteParts): Router {
  const router = Router();
  addSongFiles(router, parts.songFiles, parts.live, parts.queries);
  addSongs(router, parts.queries, parts.live);
  addDays(router, parts.bringBack);
  addChanges(router, parts.live);
  addLine(router, parts);
  return router;
}

/** A song as copies of earlier days have it. */
function addDays(router: Router, bringBack: BringBack): void {
  router.get('/:id/days', async (request, response) => {
    response.json({ copies: await bringBack.daysOf(idIn(request)) });
  });

  router.post('/:id/days/:day', async (request, response) => {
    response.status(201).json(await bringBack.songFromDay(idIn(request), String(request.params.day)));
  });
}

function addLine(router: Router, { live, belongings, holdLine }: SongRouteParts): void {
  const others = new OthersHere();
  router.get('/:id/events', async (request, response) => {
    const id = idIn(request);
    const { window } = checked(windowQuerySchema, request.query);
    const { revision } = await live.mustBeThere(id);
    holdLine(request, response);
    eventStream(response, revision, (tell) => {
      const stops = [live.listen(id, tell), belongings.listen((put) => tell({ kind: 'belongings', revision: put }))];
      if (window) stops.push(others.listen(id, window, (news) => tell({ kind: 'here', ...news })));
      return () => stops.forEach((stop) => stop());
    });
  });

  router.put('/:id/here/:window', ...smallJson, (request, response) => {
    others.move(idIn(request), checked(idSchema, request.params.window), checked(hereSchema, request.body));
    response.status(204).end();
  });
}

function addSongs(router: Router, queries: SongQueries, live: LiveSongs): void {
  router.get('/', async (request, response) => {
    response.json(await live.list(checked(listQuerySchema, request.query).deleted === 'yes'));
  });

  router.post('/', ...smallJson, async (request, response) => {
    const { name, id = nanoid(), seed = newSeed() } = checked(newSongSchema, request.body);
    // A window that did not hear the answer asks again.
    if (!(await queries.state(id))) await queries.create(newSong(id, name, seed));
    response.status(201).json({ id });
  });

  router.post('/import', bodyOf(...MIDI_TYPES), raw({ limit: MAX_FILE_BYTES, type: () => true }), async (request, response) => {
    const { name, ...arrangement } = checked(importQuerySchema, request.query);
    response.status(201).json(await live.bringIn(bytesOf(request), name || 'Imported song', arrangement));
  });

  router.get('/:id', async (request, response) => {
    sendJson(response, await live.read(idIn(request)));
  });

  router.patch('/:id', ...smallJson, async (request, response) => {
    await live.rename(idIn(request), checked(nameBodySchema, request.body).name);
    response.status(204).end();
  });

  router.delete('/:id', async (request, response) => {
    await live.setDeleted(idIn(request), true);
    response.status(204).end();
  });

  router.post('/:id/return', async (request, response) => {
    await live.setDeleted(idIn(request), false);
    response.status(204).end();
  });

  router.delete('/:id/missing', async (request, response) => {
    await live.takeAsWhole(idIn(request));
    response.status(204).end();
  });

  router.post('/:id/copies', async (request, response) => {
    response.status(201).json(await live.copy(idIn(request), checked(copyQuerySchema, request.query).at));
  });

  router.post('/:id/rescue', async (request, response) => {
    response.status(201).json(await live.rescue(idIn(request)));
  });

  router.get('/:id/export.mid', async (request, response) => {
    const { as } = checked(exportQuerySchema, request.query);
    const { name, bytes } = await live.sendOut(idIn(request), as);
    response.attachment(`${name.replace(/[^\w .-]+/g, '_') || 'song'}.mid`).type('audio/midi');
    response.send(Buffer.from(bytes));
  });
}

function addChanges(router: Router, live: LiveSongs): void {
  router.post(
    '/:id/changes',
    bodyOf('application/json'),
    // Looked up before its body is read.
    async (request, _response, next) => {
      await live.mustBeThere(idIn(request));
      next();
    },
    raw({ limit: CHANGES_LIMIT, type: () => true }),
    async (request, response) => {
      const { answer } = await live.take(idIn(request), bytesOf(request));
      sendJson(response, answer);
    },
  );

  router.get('/:id/history', async (request, response) => {
    response.json({ labels: await live.labels(idIn(request), checked(historyQuerySchema, request.query).before) });
  });

  router.get('/:id/at/:changeId', async (request, response) => {
    const changeId = idSchema.safeParse(request.params.changeId);
    if (!changeId.success) throw new RequestError(404, 'noSuchChange', 'There is no such change in this song.');
    sendJson(response, await live.readAt(idIn(request), changeId.data));
  });

  router.get('/:id/changes/:changeId', async (request, response) => {
    const change = await live.change(idIn(request), String(request.params.changeId));
    if (!change) throw new RequestError(404, 'noSuchChange', 'There is no such change in this song.');
    response.json(change);
  });
}

function bytesOf(request: Request): Uint8Array {
  return Buffer.isBuffer(request.body) ? request.body : new Uint8Array();
}

/** Sends what is JSON already. */
function sendJson(response: Response, json: string | Uint8Array): void {
  response.type('json').send(typeof json === 'string' ? json : Buffer.from(json.buffer, json.byteOffset, json.byteLength));
}
