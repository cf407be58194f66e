import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { notesOf, type Change, type Document } from '../core/src';
import { makeKeeper } from '../server/src/songs/make-keeper';
import { COSTLY_BODIES, packed } from '../server/test/attack-bodies';
import { COSTLY_FILES } from '../server/test/midi-files';
import { SpawnedServer } from '../server/test/spawned-server';
import { median, type Figure } from './figure';
import { serve } from './serve';
import { newId, songOf } from './song';

const ANSWER_MS = 100;
const MEMORY_MB = 200;
const FILE_MS = 5000;

/** Heavy loads the server survives: how long others wait, what it takes, and that nothing grows faster than its input. */
export async function* surviveFigures(root: string): AsyncGenerator<Figure> {
  yield* await historyFigures(root);
  yield await conflictFigure(root);
  yield* await bodyFigures();
  yield* pingFigures();
  yield* await fileFigures();
}

async function inFolder<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = mkdtempSync(join(tmpdir(), 'yibbo-bench-survive-'));
  try {
    return await work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const CHANGES = 10_000;

/** Opening a song from disk after 1,000 and after 10,000 changes: it is read from its last snapshot, however long its history is. */
async function historyFigures(root: string): Promise<Figure[]> {
  return inFolder(async (folder) => {
    const server = await serve(root, folder);
    const document = songOf(500);
    await server.queries.create(document);
    const { id } = document.song;
    const patternId = document.patterns[0]!.id;
    const note = notesOf(document, patternId)[7]!;
    const edit = (step: number): Change => ({
      id: newId(),
      label: 'Velocity',
      at: 0,
      device: 'bench',
      entries: [
        {
          kind: 'edit',
          of: 'notes',
          in: patternId,
          ids: [note.id],
          fields: { velocity: [[step === 0 ? note.velocity : 1 + ((step - 1) % 127)], [1 + (step % 127)]] },
        },
      ],
    });
    const opening: number[] = [];
    for (let base = 0; base < CHANGES; base += 500) {
      const changes = Array.from({ length: 500 }, (_, index) => edit(base + index));
      await server.live.take(id, Buffer.from(JSON.stringify({ base, changes })));
      if (base + 500 === CHANGES / 10 || base + 500 === CHANGES) opening.push(await openingTime(server.database, id));
    }
    await server.stop();
    const [few, many] = opening as [number, number];
    return [
      {
        what: 'opening a song from disk after 10,000 changes, over the same after 1,000',
        ratio: many / few,
        limit: 2,
        better: 'lower',
        plain: `${many.toFixed(1)} ms over ${few.toFixed(1)} ms`,
      },
    ];
  });
}

async function openingTime(database: Parameters<typeof makeKeeper>[0], id: string): Promise<number> {
  const runs: number[] = [];
  for (let run = 0; run < 9; run++) {
    const keeper = makeKeeper(database);
    const began = performance.now();
    await keeper.read(id);
    runs.push(performance.now() - began);
  }
  return median(runs);
}

/** All notes nudged in one window while another takes one away, at 10,000 and at 40,000 notes. */
async function conflictFigure(root: string): Promise<Figure> {
  const times: number[] = [];
  for (const count of [10_000, 40_000]) times.push(await inFolder((folder) => conflictTime(root, folder, songOf(count))));
  const [small, large] = times as [number, number];
  return {
    what: 'saving a nudge of all 40,000 notes while another window took one away, over the same with 10,000',
    ratio: large / small,
    limit: 5,
    better: 'lower',
    plain: `${large.toFixed(0)} ms over ${small.toFixed(0)} ms`,
  };
}

async function conflictTime(root: string, folder: string, document: Document): Promise<number> {
  const server = await serve(root, folder);
  await server.queries.create(document);
  const patternId = document.patterns[0]!.id;
  const notes = notesOf(document, patternId);
  const made = (entries: Change['entries']): Change => ({ id: newId(), label: '', at: 0, device: 'bench', entries });
  const starts = notes.map(({ start }) => start);
  const times: number[] = [];
  for (let run = 0; run < 5; run++) {
    const taken = made([{ kind: 'remove', of: 'notes', entities: [notes[run]!] }]);
    await server.live.take(document.song.id, Buffer.from(JSON.stringify({ base: 0, changes: [taken] })));
    const nudge = made([
      {
        kind: 'edit',
        of: 'notes',
        in: patternId,
        ids: notes.map(({ id }) => id),
        fields: { start: [starts, starts.map((start) => start + run)] },
      },
    ]);
    const body = Buffer.from(JSON.stringify({ base: 2 * run + 1, changes: [nudge] }));
    const began = performance.now();
    await server.live.take(document.song.id, body);
    times.push(performance.now() - began);
  }
  await server.stop();
  return median(times);
}

async function bodyFigures(): Promise<Figure[]> {
  let longest = { what: '', ms: 0 };
  let most = { what: '', mb: 0 };
  for (const [what, body] of COSTLY_BODIES) {
    await inFolder(async (folder) => {
      const server = await new SpawnedServer(folder).start();
      const id = await server.newSong();
      await server.call('/songs');
      const before = server.mostMemory;
      const sent = server.post(`/songs/${id}/changes`, packed(body()), { 'content-encoding': 'gzip' });
      const waited = await server.meanwhile(sent);
      if (waited.longest > longest.ms) longest = { what, ms: waited.longest };
      const taken = server.mostMemory - before;
      if (taken > most.mb) most = { what, mb: taken };
      await server.kill();
    });
  }
  return [
    {
      what: `longest answer to others while one of ${COSTLY_BODIES.length} costly requests is refused, over 100 ms`,
      ratio: longest.ms / ANSWER_MS,
      limit: 1,
      better: 'lower',
      plain: `${longest.ms.toFixed(0)} ms: ${longest.what}`,
    },
    {
      what: 'memory one of them takes, over 200 MB',
      ratio: most.mb / MEMORY_MB,
      limit: 1,
      better: 'lower',
      plain: `${most.mb.toFixed(0)} MB: ${most.what}`,
    },
  ];
}

/** Requests that are large but welcome, beside someone who asks for little: how long the main thread works at a stretch, as its own time on the
 *  processor, which does not depend on what else the machine does. */
async function* pingFigures(): AsyncGenerator<Figure> {
  const folder = mkdtempSync(join(tmpdir(), 'yibbo-bench-ping-'));
  const server = await new SpawnedServer(folder).start();
  const [demo] = (await server.call<{ id: string }[]>('/songs')).body;
  const copy = async () => (await server.post<{ id: string }>(`/songs/${demo!.id}/copies`, {})).body.id;
  const patternOf = async (id: string) => (await server.call<{ song: Document }>(`/songs/${id}`)).body.song.patterns[0]!.id;
  const send = (id: string, base: number, changes: readonly Change[]) =>
    server.post<{ revision: number }>(`/songs/${id}/changes`, { base, changes });
  const figure = (what: string, { busiest, longest }: { readonly busiest: number; readonly longest: number }): Figure => ({
    what: `work of the main thread while one answer is waited for, ${what}, over ${ANSWER_MS} ms`,
    ratio: busiest / ANSWER_MS,
    limit: 1,
    better: 'lower',
    plain: `${busiest.toFixed(0)} ms on the processor; longest answer ${longest.toFixed(0)} ms`,
  });
  for (const count of [500, 650]) {
    const id = await copy();
    const patternId = await patternOf(id);
    const taps = Array.from({ length: count }, (_, index) => tap(patternId, index));
    yield figure(`${count} taps made offline come in as one piece`, await server.meanwhile(send(id, 0, taps)));
  }
  const ids: string[] = [];
  for (let index = 0; index < 150; index++) ids.push(await copy());
  for (const [index, id] of ids.entries()) await send(id, 0, [tap(await patternOf(id), index)]);
  yield figure('150 changed songs are listed', await server.meanwhile(server.call('/songs')));
  const id = await copy();
  const patternId = await patternOf(id);
  const noteIds = Array.from({ length: 1200 }, (_, index) => `wide${index}`);
  const notes = noteIds.map((noteId, index) => ({
    id: noteId,
    patternId,
    start: index,
    length: 10,
    pitch: 60,
    velocity: 90,
    muted: false,
  }));
  await send(id, 0, [changeOf([{ kind: 'create', of: 'notes', entities: notes as never }])]);
  const BYTES = 15e6;
  let revision = 1;
  for (let bytes = 0; bytes < BYTES; revision++) {
    const velocity = 1 + (revision % 127);
    const change = changeOf([
      {
        kind: 'edit',
        of: 'notes',
        in: patternId,
        ids: noteIds,
        fields: { velocity: [noteIds.map(() => 90), noteIds.map(() => velocity)] },
      },
    ]);
    bytes += JSON.stringify(change).length;
    await send(id, revision, [change]);
  }
  yield figure('a window asks for all of 15 MB of history', await server.meanwhile(send(id, 0, [])));
  await server.kill();
  rmSync(folder, { recursive: true, force: true });
}

function changeOf(entries: Change['entries']): Change {
  return { id: newId(), label: '', at: 0, device: 'bench', entries };
}

function tap(patternId: string, index: number): Change {
  const note = { id: newId(), patternId, start: (index * 7) % 1900, length: 10, pitch: 30 + (index % 60), velocity: 90, muted: false };
  return changeOf([{ kind: 'create', of: 'notes', entities: [note as never] }]);
}

async function fileFigures(): Promise<Figure[]> {
  return inFolder(async (folder) => {
    const server = await new SpawnedServer(folder).start();
    let longest = { what: '', ms: 0 };
    let slowest = { what: '', ms: 0 };
    for (const [what, file] of COSTLY_FILES) {
      const bytes = file();
      const began = performance.now();
      const sent = server.post('/songs/import?name=File', bytes, { 'content-type': 'audio/midi' });
      const timed = sent.then(() => performance.now() - began);
      const waited = await server.meanwhile(timed);
      if (waited.longest > longest.ms) longest = { what, ms: waited.longest };
      if (waited.result > slowest.ms) slowest = { what, ms: waited.result };
    }
    await server.kill();
    return [
      {
        what: `longest answer to others while one of ${COSTLY_FILES.length} costly MIDI files comes in or is refused, over 100 ms`,
        ratio: longest.ms / ANSWER_MS,
        limit: 1,
        better: 'lower',
        plain: `${longest.ms.toFixed(0)} ms: ${longest.what}`,
      },
      {
        what: 'the slowest of these files, in or refused, over 5 s',
        ratio: slowest.ms / FILE_MS,
        limit: 1,
        better: 'lower',
        plain: `${slowest.ms.toFixed(0)} ms: ${slowest.what}`,
      },
    ];
  });
}
