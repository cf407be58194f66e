import { expect, test } from '../support/journey';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const PORT = 4391;
const root = join(__dirname, '../..');

/** What a journey that fails leaves running would take the port from the next run. */
const started: ChildProcess[] = [];
test.afterEach(() => started.splice(0).forEach((child) => child.kill('SIGKILL')));

/** Starts Yibbo as a person does and waits until it has said something that matches. */
async function start(
  dataFolder: string,
  expected: RegExp,
  port = PORT,
  command = [process.execPath, 'scripts/start.mjs'],
): Promise<{ process: ChildProcess; said: string }> {
  const child = spawn(command[0]!, command.slice(1), {
    cwd: root,
    env: { ...process.env, PORT: String(port), YIBBO_DATA: dataFolder },
  });
  started.push(child);
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
  expect(await names()).toEqual(['Last Boat Home', 'Gull Parade', 'Tide Table']);

  // On the same songs the second one stops, whatever its port, and does not lead on to another port.
  const second = await start(dataFolder, /Another Yibbo/, PORT + 1);
  expect(second.said).toContain(`Another Yibbo is running on the songs in ${dataFolder} (http://localhost:${PORT}`);
  expect(second.said).not.toContain('PORT=');
  const elsewhere = await start(mkdtempSync(join(tmpdir(), 'yibbo-start-')), /taken/);
  expect(elsewhere.said).toContain(`Port ${PORT} is taken by another program. Stop it, or choose another port: PORT=${PORT + 1} npm start`);

  await request.post(`http://localhost:${PORT}/api/songs`, { data: { name: 'Gull Parade' } });
  await stop(first.process);
  const again = await start(dataFolder, /ready/);
  expect((await names()).sort()).toEqual(['Gull Parade', 'Gull Parade', 'Last Boat Home', 'Tide Table']);
  const missing = await request.get(`http://localhost:${PORT}/_expo/static/nothing.js`);
  expect(missing.status()).toBe(404);
  await stop(again.process);
});

test('what ends npm ends its server, and a killed server leaves no lock behind', { tag: '@again' }, async ({ request }) => {
  const dataFolder = mkdtempSync(join(tmpdir(), 'yibbo-start-'));
  const port = PORT + 2;
  const answers = () =>
    request.get(`http://localhost:${port}/api/health`).then(
      () => true,
      () => false,
    );
  const byNpm = await start(dataFolder, /ready/, port, ['npm', 'start']);
  expect(await answers()).toBe(true);
  await stop(byNpm.process);
  await expect.poll(answers).toBe(false);

  const killed = await start(dataFolder, /ready/, port);
  killed.process.kill('SIGKILL');
  await expect.poll(answers).toBe(false);
  const again = await start(dataFolder, /ready/, port);
  await stop(again.process);
});
