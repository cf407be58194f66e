import { expect, test } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const PORT = 4391;
const root = join(__dirname, '../..');

/** Starts Yibbo as a person does and waits until it has said something that matches. */
async function start(dataFolder: string, expected: RegExp): Promise<{ process: ChildProcess; said: string }> {
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    cwd: root,
    env: { ...process.env, PORT: String(PORT), YIBBO_DATA: dataFolder },
  });
  let said = '';
  await new Promise<void>((resolve, reject) => {
    const listen = (data: Buffer) => {
      said += data.toString();
      if (expected.test(said)) resolve();
    };
    child.stdout!.on('data', listen);
    child.stderr!.on('data', listen);
    child.on('exit', () => (expected.test(said) ? resolve() : reject(new Error(`It ended, saying: ${said}`))));
  });
  return { process: child, said };
}

async function stop(child: ChildProcess): Promise<void> {
  const ended = new Promise((resolve) => child.on('exit', resolve));
  child.kill('SIGTERM');
  await ended;
}

test('npm start says one address, brings the demo once, and a taken port says what to do', async ({ request }) => {
  const dataFolder = mkdtempSync(join(tmpdir(), 'yibbo-start-'));
  const first = await start(dataFolder, /ready/);
  expect(first.said.trim()).toBe(`Yibbo is ready at http://localhost:${PORT}`);
  const names = async () =>
    ((await (await request.get(`http://localhost:${PORT}/api/songs`)).json()) as { name: string }[]).map(({ name }) => name);
  expect(await names()).toEqual(['Last Boat Home']);

  const second = await start(dataFolder, /taken/);
  expect(second.said).toContain(`Port ${PORT} is taken. Stop what runs there, or choose another: PORT=4211 npm start`);

  await request.post(`http://localhost:${PORT}/api/songs`, { data: { name: 'Gull Parade' } });
  await stop(first.process);
  const again = await start(dataFolder, /ready/);
  expect((await names()).sort()).toEqual(['Gull Parade', 'Last Boat Home']);
  const missing = await request.get(`http://localhost:${PORT}/_expo/static/nothing.js`);
  expect(missing.status()).toBe(404);
  await stop(again.process);
});
