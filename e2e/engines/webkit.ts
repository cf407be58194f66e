import { spawn, type ChildProcess } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { join, resolve } from 'node:path';
import { asJson, PATIENCE_MS, PHONE, type EngineWindow } from './window';

/** The name under which the standard hands over an element. */
const ELEMENT = 'element-6066-11e4-a52e-4f735466cecf';

/** Opens a window of Debian's WebKitGTK on a screen of its own, steered by WebDriver. It has no touch: a pointer is its mouse. Its files
 *  go below `folder`; it sounds on the sound server at `pulse`. Rejects where it does not start in time. */
export async function openWebKit(folder: string, pulse: string): Promise<EngineWindow> {
  const downloads = join(folder, 'downloads');
  mkdirSync(downloads, { recursive: true });
  const started: ChildProcess[] = [];
  const close = async () => {
    await Promise.all(started.reverse().map((each) => stopped(each)));
  };
  try {
    const { screen, display } = await openScreen();
    started.push(screen);
    const port = await freePort();
    const env = {
      ...process.env,
      HOME: folder,
      DISPLAY: display,
      PULSE_SERVER: pulse,
      WEBKIT_DISABLE_SANDBOX_THIS_IS_DANGEROUS: '1',
      NO_AT_BRIDGE: '1',
    };
    started.push(spawn('WebKitWebDriver', [`--port=${port}`], { env, stdio: 'ignore', detached: true }));
    const driver = `http://127.0.0.1:${port}`;
    await answering(driver);
    return await firstWindow(driver, downloads, close);
  } catch (error) {
    await close();
    throw error;
  }
}

async function stopped(child: ChildProcess): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const closed = new Promise((resolve) => child.on('exit', resolve));
  process.kill(-child.pid!, 'SIGKILL');
  await closed;
}

/** A screen that nobody sees, under the first number that is free. */
function openScreen(): Promise<{ screen: ChildProcess; display: string }> {
  const screen = spawn('Xvfb', ['-displayfd', '3', '-screen', '0', `${PHONE.width}x${PHONE.height}x24`, '-nolisten', 'tcp'], {
    stdio: ['ignore', 'ignore', 'ignore', 'pipe'],
    detached: true,
  });
  return new Promise((resolve, reject) => {
    screen.on('exit', () => reject(new Error('Xvfb did not start.')));
    screen.stdio[3]!.on('data', (number: Buffer) => resolve({ screen, display: `:${number.toString().trim()}` }));
  });
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });
}

async function answering(driver: string): Promise<void> {
  const until = Date.now() + PATIENCE_MS;
  while (!(await fetch(`${driver}/status`).catch(() => null))) {
    if (Date.now() > until) throw new Error('WebKitWebDriver did not start.');
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

async function firstWindow(driver: string, downloads: string, close: () => Promise<void>): Promise<EngineWindow> {
  const send = async (method: 'GET' | 'POST', path: string, body?: unknown): Promise<unknown> => {
    const answer = await fetch(`${driver}${path}`, {
      method,
      signal: AbortSignal.timeout(PATIENCE_MS),
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    const { value } = (await answer.json()) as { value: { error?: string; message?: string } | null };
    if (!answer.ok) throw new Error(`${path}: ${value?.error} ${value?.message}`);
    return value;
  };
  const binary = resolve('e2e/engines/webkit-window.py');
  const args = [String(PHONE.width), String(PHONE.height), downloads];
  const { sessionId } = (await send('POST', '/session', {
    capabilities: { alwaysMatch: { 'webkitgtk:browserOptions': { binary, args } } },
  })) as { sessionId: string };
  const session = `/session/${sessionId}`;
  await send('POST', `${session}/timeouts`, { script: PATIENCE_MS, pageLoad: PATIENCE_MS });
  return {
    finger: 'mouse',
    downloads,
    go: async (url) => void (await send('POST', `${session}/url`, { url })),
    run: async (body, ...given) => {
      const script = `return (${asJson(body)})(arguments[0])`;
      const value = (await send('POST', `${session}/execute/sync`, { script, args: [JSON.stringify(given)] })) as string;
      return JSON.parse(value) as Awaited<ReturnType<typeof body>>;
    },
    act: async (actions) => void (await send('POST', `${session}/actions`, { actions })),
    choose: async (selector, path) => {
      const element = (await send('POST', `${session}/element`, { using: 'css selector', value: selector })) as Record<string, string>;
      await send('POST', `${session}/element/${element[ELEMENT]}/value`, { text: path });
    },
    screenshot: async () => Buffer.from((await send('GET', `${session}/screenshot`)) as string, 'base64'),
    close,
  };
}
