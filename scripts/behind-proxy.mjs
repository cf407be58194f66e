/** Three servers, each with a folder of songs, behind haproxy with docs/scaling/haproxy.cfg: how much they take, and what happens when one is
 *  killed and another takes its folder over. `npm run proxy`; needs Debian's haproxy and the built server. Nothing but this machine is called. */
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, root } from './project.mjs';

const SONGS = 60;
const CHANGES_A_SONG = 50;
const STREAMS = 300;

if (spawnSync('haproxy', ['-v']).status !== 0) {
  console.error('This needs haproxy: sudo apt-get install haproxy');
  process.exit(1);
}
ensureInstalled();
ensureBuilt();
const folder = mkdtempSync(join(tmpdir(), 'yibbo-proxy-'));
const first = 21_000 + Math.floor(Math.random() * 9000);
const address = `http://127.0.0.1:${first}`;
const children = [];
const ports = { A: first + 1, B: first + 2, C: first + 3 };
const failures = [];

function hold(what, isSo) {
  console.log(`${isSo ? 'holds ' : 'MISSED'}  ${what}`);
  if (!isSo) failures.push(what);
}

async function server(name, port) {
  const child = spawn(process.execPath, ['server/dist/main.mjs'], {
    cwd: root,
    env: { ...process.env, PORT: String(port), YIBBO_DATA: join(folder, name), YIBBO_ROOT: root, LOG_LEVEL: 'error' },
  });
  children.push(child);
  await new Promise((resolve, reject) => {
    child.stdout.on('data', (text) => String(text).includes('is ready at') && resolve());
    child.once('exit', () => reject(new Error(`${name} did not start`)));
  });
  return child;
}

let proxy = null;
async function beginProxy() {
  const file = join(folder, 'haproxy.cfg');
  const text = readFileSync(`${root}/docs/scaling/haproxy.cfg`, 'utf8').replace('127.0.0.1:PORT', `127.0.0.1:${first}`);
  writeFileSync(
    file,
    text.replace(/127\.0\.0\.1:([ABC])\b/g, (_all, name) => `127.0.0.1:${ports[name]}`),
  );
  const before = proxy;
  proxy = spawn('haproxy', ['-f', file, '-db', ...(before ? ['-sf', String(before.pid)] : [])], { stdio: 'ignore' });
  children.push(proxy);
  for (let tries = 0; tries < 50; tries++) {
    if (
      await fetch(`${address}/api/health`).then(
        (answer) => answer.ok,
        () => false,
      )
    )
      return;
    await later(100);
  }
  throw new Error('haproxy does not answer');
}

const later = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
const json = { 'content-type': 'application/json' };
const idOf = (number) => `song-${number}-of-the-trial`;
const make = (at, number) =>
  fetch(`${at}/api/songs`, {
    method: 'POST',
    headers: { ...json, 'x-song': idOf(number) },
    body: JSON.stringify({ id: idOf(number), name: `Song ${number}`, seed: number }),
  });
const read = (at, number) => fetch(`${at}/api/songs/${idOf(number)}`);
/** One Change as a window sends it: the song named anew. */
async function change(at, number, count) {
  const entries = [
    { kind: 'edit', of: 'song', ids: [idOf(number)], fields: { name: [[nameAt(number, count)], [nameAt(number, count + 1)]] } },
  ];
  const sent = [{ id: `c-${number}-${count}`, label: 'Rename', at: count, device: 'trial', entries }];
  const answer = await fetch(`${at}/api/songs/${idOf(number)}/changes`, {
    method: 'POST',
    headers: json,
    body: JSON.stringify({ base: count, head: count ? `c-${number}-${count - 1}` : null, changes: sent }),
  });
  if (!answer.ok) throw new Error(`${answer.status} ${await answer.text()}`);
}
const nameAt = (number, count) => (count === 0 ? `Song ${number}` : `Song ${number}.${count}`);
const memoryOf = ({ pid }) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1024;

/** Changes a second that songs take, each song by a window that waits for its answers. */
async function rate(at, numbers, from, to) {
  const began = performance.now();
  await Promise.all(
    numbers.map(async (number) => {
      for (let count = from; count < to; count++) await change(at, number, count);
    }),
  );
  return (numbers.length * (to - from)) / ((performance.now() - began) / 1000);
}

try {
  const servers = { A: await server('a', ports.A), B: await server('b', ports.B), C: await server('c', ports.C) };
  await beginProxy();
  const numbers = Array.from({ length: SONGS }, (_, number) => number);
  for (const number of numbers) await make(address, number);
  const homes = await Promise.all(
    numbers.map(async (number) => {
      const there = await Promise.all(Object.values(ports).map(async (port) => (await read(`http://127.0.0.1:${port}`, number)).ok));
      return there.flatMap((has, index) => (has ? ['ABC'[index]] : [])).join('');
    }),
  );
  const counts = ['A', 'B', 'C'].map((name) => homes.filter((home) => home === name).length);
  hold(
    `each of ${SONGS} songs is in one folder: ${counts.join(', ')}`,
    counts.every((count) => count > 0) && counts.reduce((a, b) => a + b) === SONGS,
  );

  const all = await rate(address, numbers, 0, CHANGES_A_SONG);
  const ofOne = numbers.filter((number) => homes[number] === 'A');
  const one = await rate(`http://127.0.0.1:${ports.A}`, ofOne, CHANGES_A_SONG, 2 * CHANGES_A_SONG);
  console.log(
    `        ${Math.round(one)} Changes a second by one process, ${Math.round(all)} by three behind the proxy, on this machine's cores`,
  );

  const before = memoryOf(servers.A);
  const streams = await Promise.all(
    Array.from({ length: STREAMS }, (_, index) => fetch(`${address}/api/songs/${idOf(index % SONGS)}/events?window=w${index}`)),
  );
  hold(
    `${STREAMS} windows listen through the proxy`,
    streams.every(({ ok }) => ok),
  );
  const perStream = ((memoryOf(servers.A) - before) * 1024) / (STREAMS * (counts[0] / SONGS));
  console.log(
    `        ${memoryOf(servers.A).toFixed(0)} MB a process with ${counts[0]} songs open, ${Math.max(0, perStream).toFixed(0)} kB a stream`,
  );
  for (const stream of streams) await stream.body.cancel();

  servers.B.kill('SIGKILL');
  await later(1500);
  const others = numbers.filter((number) => homes[number] !== 'B');
  const answers = await Promise.all(others.map((number) => read(address, number)));
  hold(
    'a process is killed: the songs of the others go on',
    answers.every(({ ok }) => ok),
  );
  const orphan = numbers.find((number) => homes[number] === 'B');
  hold('its own wait for it (503): another process would say that there are no such songs', (await read(address, orphan)).status === 503);
  ports.B = first + 4;
  const began = performance.now();
  await server('b', ports.B);
  await beginProxy();
  while (!(await read(address, orphan)).ok && performance.now() - began < 20_000) await later(50);
  console.log(`        ${((performance.now() - began) / 1000).toFixed(1)} s until another process had taken its folder over`);
  const back = await Promise.all(
    numbers.map(async (number) => {
      const { song, revision } = await (await read(address, number)).json();
      const count = homes[number] === 'A' ? 2 * CHANGES_A_SONG : CHANGES_A_SONG;
      return song?.song.name === nameAt(number, count) && revision === count;
    }),
  );
  hold('then every song is there with every Change that was acknowledged', back.every(Boolean));
} finally {
  for (const child of children) child.kill('SIGKILL');
  await later(200);
  rmSync(folder, { recursive: true, force: true });
}
process.exit(failures.length ? 1 : 0);
