import { exportMidi, idSchema, importMidi, MAX_FILE_BYTES, newSong, readChanges, type Id } from '@yibbo/core';
import { json, raw, Router, type Request } from 'express';
import { nanoid } from 'nanoid';
import { z } from 'zod';
import type { SongQueries } from '../database/songs';
import { RequestError } from '../errors';
import type { LiveSongs } from '../live/live-songs';

const BODY_LIMIT = 8 * 1024 * 1024;
/** One gesture on the largest song there may be (deleting 200,000 notes) comes to about 30 MB, and must be kept like any other. */
const CHANGES_LIMIT = 64 * 1024 * 1024;
const KEEP_ALIVE_MS = 25_000;

const newSongBody = z.object({ name: z.string().trim().min(1).max(200) });
const changesBody = z.object({ base: z.int().min(0), changes: z.unknown() });
const exportQuery = z.object({ as: z.enum(['written', 'heard']).default('heard') });

export function songRoutes(queries: SongQueries, live: LiveSongs): Router {
  const router = Router();
  const body = json({ limit: BODY_LIMIT, strict: true });

  router.get('/', async (_request, response) => {
    await live.refreshCards();
    response.json(await queries.list());
  });

  router.post('/', body, async (request, response) => {
    const { name } = checked(newSongBody, request.body);
    const id = nanoid();
    await queries.create(newSong(id, name, seed()));
    response.status(201).json({ id });
  });

  router.post('/import', raw({ limit: MAX_FILE_BYTES, type: () => true }), async (request, response) => {
    const bytes = Buffer.isBuffer(request.body) ? new Uint8Array(request.body) : new Uint8Array();
    const name =
      String(request.query.name ?? '')
        .trim()
        .slice(0, 200) || 'Imported song';
    const imported = importMidi(bytes, { newId: () => nanoid(), seed: seed(), name });
    if (!imported.ok)
      throw new RequestError(imported.refusal.code === 'tooLarge' ? 413 : 422, imported.refusal.code, imported.refusal.message);
    await queries.create(imported.document);
    response.status(201).json({ id: imported.document.song.id, report: imported.report });
  });

  router.get('/:id', async (request, response) => {
    const { document, revision, history } = await songAt(live, request);
    response.json({ song: document, revision, history });
  });

  router.post('/:id/changes', json({ limit: CHANGES_LIMIT, strict: true }), async (request, response) => {
    const { base, changes } = checked(changesBody, request.body);
    const read = readChanges(changes);
    if (!read.ok) throw new RequestError(400, 'badRequest', 'The request is not as it should be; see details.', read.message);
    const taken = await live.take(idIn(request), base, read.changes);
    if (!taken.ok)
      throw taken.code === 'noSuchSong'
        ? noSuchSong()
        : new RequestError(409, taken.code, 'This window knows a later state than the server. Load the song again.');
    const { ok: _ok, ...answer } = taken;
    response.json(answer);
  });

  router.get('/:id/changes/:changeId', async (request, response) => {
    const change = await queries.change(idIn(request), String(request.params.changeId));
    if (!change) throw new RequestError(404, 'noSuchChange', 'There is no such change in this song.');
    response.json(change);
  });

  router.get('/:id/events', async (request, response) => {
    const { revision } = await songAt(live, request);
    response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store' }).flushHeaders();
    const tell = (at: number) => response.write(`data: ${at}\n\n`);
    tell(revision);
    const stop = live.listen(idIn(request), tell);
    const beat = setInterval(() => response.write(': still here\n\n'), KEEP_ALIVE_MS);
    response.on('close', () => {
      stop();
      clearInterval(beat);
    });
  });

  router.get('/:id/export.mid', async (request, response) => {
    const { as } = checked(exportQuery, request.query);
    const { document } = await songAt(live, request);
    response.attachment(`${document.song.name.replace(/[^\w .-]+/g, '_') || 'song'}.mid`).type('audio/midi');
    response.send(Buffer.from(exportMidi(document, as).bytes));
  });

  return router;
}

function seed(): number {
  return Math.floor(Math.random() * 0xffffffff);
}

function checked<T>(schema: z.ZodType<T>, value: unknown): T {
  const read = schema.safeParse(value ?? {});
  if (!read.success)
    throw new RequestError(
      400,
      'badRequest',
      'The request is not as it should be; see details.',
      z.prettifyError(read.error).slice(0, 2000),
    );
  return read.data;
}

function idIn(request: Request): Id {
  const id = idSchema().safeParse(request.params.id);
  if (!id.success) throw noSuchSong();
  return id.data;
}

function noSuchSong(): RequestError {
  return new RequestError(404, 'noSuchSong', 'There is no such song. It may have been made on another machine.');
}

async function songAt(live: LiveSongs, request: Request) {
  const song = await live.read(idIn(request));
  if (!song) throw noSuchSong();
  return song;
}
