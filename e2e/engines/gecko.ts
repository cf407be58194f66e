import { spawn } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import WebSocket from 'ws';
import { asJson, PATIENCE_MS, PHONE, type EngineWindow } from './window';

/** Preferences that make Debian's Firefox a phone's browser that keeps to itself: touch, downloads without a question, nothing fetched. */
function preferences(downloads: string): Readonly<Record<string, unknown>> {
  return {
    'dom.w3c_touch_events.enabled': 1,
    'ui.primaryPointerCapabilities': 1,
    'ui.allPointerCapabilities': 1,
    'browser.download.dir': downloads,
    'browser.download.folderList': 2,
    'browser.download.useDownloadDir': true,
    'browser.shell.checkDefaultBrowser': false,
    'browser.aboutwelcome.enabled': false,
    'datareporting.policy.dataSubmissionEnabled': false,
    'toolkit.telemetry.enabled': false,
    'app.update.enabled': false,
    'app.normandy.enabled': false,
    'extensions.update.enabled': false,
    'network.captive-portal-service.enabled': false,
    'network.connectivity-service.enabled': false,
    'services.settings.server': 'data:,',
    'browser.safebrowsing.malware.enabled': false,
    'browser.safebrowsing.phishing.enabled': false,
  };
}

/** Opens Debian's Firefox without a screen, steered by WebDriver BiDi. Its files go below `folder`; it sounds on the sound server at
 *  `pulse`. Rejects where it does not start in time. */
export async function openGecko(folder: string, pulse: string): Promise<EngineWindow> {
  const [profile, downloads] = [join(folder, 'profile'), join(folder, 'downloads')];
  for (const each of [profile, downloads]) mkdirSync(each, { recursive: true });
  const lines = Object.entries(preferences(downloads)).map(
    ([name, value]) => `user_pref(${JSON.stringify(name)}, ${JSON.stringify(value)});`,
  );
  writeFileSync(join(profile, 'user.js'), lines.join('\n'));
  const browser = spawn('firefox-esr', ['--headless', '--no-remote', '--profile', profile, '--remote-debugging-port', '0'], {
    env: { ...process.env, HOME: folder, PULSE_SERVER: pulse, MOZ_HEADLESS_WIDTH: '500', MOZ_HEADLESS_HEIGHT: '1000' },
    stdio: ['ignore', 'ignore', 'pipe'],
    detached: true,
  });
  const closed = new Promise<void>((resolve) => browser.on('close', () => resolve()));
  const stop = async () => {
    if (browser.exitCode === null) process.kill(-browser.pid!, 'SIGKILL');
    await closed;
  };
  try {
    const bidi = await Bidi.to(await addressIn(browser.stderr));
    return await firstWindow(bidi, downloads, stop);
  } catch (error) {
    await stop();
    throw error;
  }
}

function addressIn(stderr: NodeJS.ReadableStream): Promise<string> {
  return new Promise((resolve, reject) => {
    let said = '';
    setTimeout(() => reject(new Error(`Firefox did not start: ${said}`)), PATIENCE_MS).unref();
    stderr.setEncoding('utf8');
    stderr.on('data', (part: string) => {
      said += part;
      const [, address] = /WebDriver BiDi listening on (ws:\S+)/.exec(said) ?? [];
      if (address) resolve(`${address}/session`);
    });
  });
}

async function firstWindow(bidi: Bidi, downloads: string, stop: () => Promise<void>): Promise<EngineWindow> {
  await bidi.send('session.new', { capabilities: { alwaysMatch: { unhandledPromptBehavior: { default: 'accept' } } } });
  const { contexts } = (await bidi.send('browsingContext.getTree', {})) as { contexts: { context: string }[] };
  const { context } = contexts[0]!;
  await bidi.send('browsingContext.setViewport', { context, viewport: PHONE });
  const call = (functionDeclaration: string, given: readonly unknown[]) =>
    bidi.send('script.callFunction', {
      functionDeclaration,
      arguments: [{ type: 'string', value: JSON.stringify(given) }],
      target: { context },
      awaitPromise: true,
    }) as Promise<{ type: string; result: { sharedId?: string; value?: string }; exceptionDetails?: { text: string } }>;
  return {
    finger: 'touch',
    downloads,
    go: async (url) => void (await bidi.send('browsingContext.navigate', { context, url, wait: 'complete' })),
    run: async (body, ...given) => {
      const { result, exceptionDetails } = await call(asJson(body), given);
      if (exceptionDetails) throw new Error(exceptionDetails.text);
      return JSON.parse(result.value!) as Awaited<ReturnType<typeof body>>;
    },
    act: async (actions) => void (await bidi.send('input.performActions', { context, actions })),
    choose: async (selector, path) => {
      const { result } = await call('(given) => document.querySelector(JSON.parse(given)[0])', [selector]);
      await bidi.send('input.setFiles', { context, element: { sharedId: result.sharedId }, files: [path] });
    },
    screenshot: async () => {
      const { data } = (await bidi.send('browsingContext.captureScreenshot', { context })) as { data: string };
      return Buffer.from(data, 'base64');
    },
    close: stop,
  };
}

interface Answer {
  readonly id?: number;
  readonly type: 'success' | 'error' | 'event';
  readonly result?: unknown;
  readonly message?: string;
}

/** Commands and their answers (W3C WebDriver BiDi): each command has a number, which its answer repeats. */
class Bidi {
  private sent = 0;
  private readonly waiting = new Map<number, (answer: Answer) => void>();

  private constructor(private readonly socket: WebSocket) {
    socket.on('message', (data: Buffer) => {
      const answer = JSON.parse(data.toString()) as Answer;
      if (answer.id === undefined) return;
      this.waiting.get(answer.id)?.(answer);
      this.waiting.delete(answer.id);
    });
  }

  static to(address: string): Promise<Bidi> {
    const socket = new WebSocket(address);
    return new Promise((resolve, reject) => {
      socket.on('open', () => resolve(new Bidi(socket)));
      socket.on('error', reject);
    });
  }

  send(method: string, params: Readonly<Record<string, unknown>>): Promise<unknown> {
    const id = ++this.sent;
    return new Promise((resolve, reject) => {
      const late = setTimeout(() => reject(new Error(`${method} was not answered.`)), PATIENCE_MS);
      this.waiting.set(id, ({ type, result, message }) => {
        clearTimeout(late);
        if (type === 'error') reject(new Error(`${method}: ${message}`));
        else resolve(result);
      });
      this.socket.send(JSON.stringify({ id, method, params }));
    });
  }
}
