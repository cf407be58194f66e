import Database from 'better-sqlite3';
import { mkdtempSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { actionById, COMMON_TIME, copySong, division, gridOf, idsOfRun, notesOf, perform, plainContext, type Change } from '../core/src';
import { LiveSongs } from '../server/src/live/live-songs';
import { makeKeeper } from '../server/src/songs/make-keeper';
import { median, RUNS, type Figure } from './figure';
import { serve } from './serve';
import { newId, songOf } from './song';

const EDITS = 40;

/** One edit of a 20,000-note song: sent, checked, applied, written and answered, over one bare commit of as many bytes. */
export async function* saveFigures(root: string): AsyncGenerator<Figure> {
  const folder = mkdtempSync(join(tmpdir(), 'yibbo-bench-save-'));
  const server = await serve(root, folder);
  const { queries } = server;
  const document = songOf(20_000);
  await queries.create(document);
  const address = `http://127.0.0.1:${server.port}/api/songs/${document.song.id}/changes`;

  const patternId = document.patterns[0]!.id;
  const note = notesOf(document, patternId)[700]!;
  const context = plainContext(gridOf(division('1/16'), COMMON_TIME), COMMON_TIME, document.song.tempos, idsOfRun('bench'));
  const taken = { action: actionById('transpose'), params: { semitones: 1 }, patternId, noteIds: [note.id], seed: 1 };
  const { change } = perform(document, taken, context, { id: newId(), at: 0, device: 'bench' });
  const edit = (step: number): Change => {
    const velocity: [number[], number[]] = [[step === 0 ? note.velocity : step + 1], [step + 2]];
    return { ...change, id: newId(), entries: [{ kind: 'edit', of: 'notes', in: patternId, ids: [note.id], fields: { velocity } }] };
  };

  const bare = new Database(join(folder, 'bare.sqlite'));
  for (const pragma of ['journal_mode = WAL', 'synchronous = FULL']) bare.pragma(pragma);
  bare.exec('create table changes (id integer primary key, body text)');
  const insert = bare.prepare('insert into changes (body) values (?)');

  const saves: number[] = [];
  const commits: number[] = [];
  const takes: number[] = [];
  const twin = copySong(document, 'twin', 'Twin');
  await queries.create(twin);
  const keeper = makeKeeper(server.database);
  const apart = new LiveSongs(queries, keeper, keeper);
  const agent = new Agent({ keepAlive: true });
  let bytes = 0;
  for (let base = 0; base < EDITS * RUNS; base++) {
    const sent = JSON.stringify({ base, changes: [edit(base % 120)] });
    bytes = Math.max(bytes, sent.length);
    let began = performance.now();
    const status = await post(address, agent, sent);
    saves.push(performance.now() - began);
    if (status !== 200) throw new Error(`The edit was refused: ${status}`);
    began = performance.now();
    insert.run(sent);
    commits.push(performance.now() - began);
    const other = JSON.stringify({ base, changes: [edit(base % 120)] });
    began = performance.now();
    await apart.take(twin.song.id, Buffer.from(other));
    takes.push(performance.now() - began);
  }
  agent.destroy();
  await server.stop();
  bare.close();
  const [save, commit, take] = [median(saves), median(commits), median(takes)];
  yield {
    what: 'one edit saved in a 20,000-note song, over HTTP and back, over a bare SQLite commit of the same bytes',
    ratio: save / commit,
    limit: 3,
    better: 'lower',
    plain: `${save.toFixed(2)} ms over ${commit.toFixed(2)} ms`,
  };
  yield {
    what: 'the same without HTTP: taken, checked, laid on the song and committed',
    ratio: take / commit,
    limit: 3,
    better: 'lower',
    plain: `${take.toFixed(2)} ms over ${commit.toFixed(2)} ms`,
  };
  yield { what: 'kB sent for it', ratio: bytes / 1024, limit: 4, better: 'lower', plain: `${bytes} bytes` };
}

/** Sends JSON as plainly as Node can (its `fetch` alone takes longer than the server) and reads the answer; gives its status. */
function post(address: string, agent: Agent, body: string): Promise<number> {
  return new Promise((resolve, reject) => {
    const headers = { 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(body) };
    const sent = request(address, { method: 'POST', agent, headers }, (answer) => {
      answer.resume();
      answer.on('end', () => resolve(answer.statusCode ?? 0));
    });
    sent.on('error', reject);
    sent.end(body);
  });
}
