import { request as plainRequest } from 'node:http';
import { deviceName } from '../src/access/gate';
import { hostName } from '../src/http/doors';
import { TestServer } from './test-server';

/** A server that listens to the network. Requests to 127.0.0.1 by that name come from the machine itself; by another of its names they come
 *  from elsewhere, as far as it can tell. */
const server = new TestServer('0.0.0.0', ['yibbo.test']);
beforeAll(() => server.start());
afterAll(async () => {
  await server.stop();
  server.remove();
});

interface Reply {
  readonly status: number;
  readonly body: string;
  readonly cookies: readonly string[];
}

/** A request whose every header is ours to choose, as a hostile page's is not. */
function ask(method: string, path: string, headers: Record<string, string> = {}, body = ''): Promise<Reply> {
  return new Promise((resolve, reject) => {
    const sent = plainRequest({ host: '127.0.0.1', port: server.running.port, method, path: `/api${path}`, headers }, (answer) => {
      let text = '';
      answer.on('data', (data: Buffer) => (text += data.toString()));
      answer.on('end', () => resolve({ status: answer.statusCode ?? 0, body: text, cookies: answer.headers['set-cookie'] ?? [] }));
    });
    sent.on('error', reject);
    sent.end(body);
  });
}

/** Listens to a song as a window does. */
function listenTo(id: string, headers: Record<string, string>): Promise<{ heard(): string; readonly ended: Promise<void>; close(): void }> {
  return new Promise((resolve, reject) => {
    const sent = plainRequest({ host: '127.0.0.1', port: server.running.port, path: `/api/songs/${id}/events`, headers }, (answer) => {
      let text = '';
      answer.on('data', (data: Buffer) => (text += data.toString()));
      answer.on('error', () => undefined);
      const ended = new Promise<void>((done) => answer.on('close', done));
      resolve({ heard: () => text, ended, close: () => sent.destroy() });
    });
    sent.on('error', reject);
    sent.end();
  });
}

const json = { 'content-type': 'application/json' };
const elsewhere = { host: 'yibbo.test' };
const codeOf = async () => (JSON.parse((await ask('GET', '/server')).body) as { code: string }).code;
const codeIn = (body: string) => (JSON.parse(body) as { error: { code: string } }).error.code;

describe('the door', () => {
  it.each([
    ['a name that is not its own, as after DNS rebinding', { host: 'evil.test' }, 421],
    ['no readable name', { host: 'a b' }, 421],
    ['its own name', { host: `localhost:1234` }, 200],
    ['its own address', { host: '127.0.0.1' }, 200],
  ])('%s', async (_what, headers, status) => {
    expect((await ask('GET', '/songs', headers)).status).toBe(status);
  });

  const form = { 'content-type': 'text/plain' };
  it.each<[string, Record<string, string>, number]>([
    ['a page of another site', { ...json, origin: 'http://evil.test' }, 403],
    ['a page of the same machine on another port', { ...json, origin: 'http://127.0.0.1:9' }, 403],
    ['a page without an origin of its own', { ...json, origin: 'null' }, 403],
    ['a browser that says cross-site', { ...json, 'sec-fetch-site': 'cross-site' }, 403],
    ['a browser that says same-site', { ...json, 'sec-fetch-site': 'same-site' }, 403],
    ['a form', form, 415],
    ['nothing said of the type', {}, 415],
    ['a program that is no browser', json, 201],
  ])('writing from %s', async (_what, headers, status) => {
    expect((await ask('POST', '/songs', headers, '{"name":"x"}')).status).toBe(status);
    const songs = JSON.parse((await ask('GET', '/songs')).body) as unknown[];
    expect(songs).toHaveLength(status === 201 ? 1 : 0);
  });

  it('its own page may write', async () => {
    const origin = `http://127.0.0.1:${server.running.port}`;
    const own = { ...json, host: `127.0.0.1:${server.running.port}`, origin, 'sec-fetch-site': 'same-origin' };
    expect((await ask('POST', '/songs', own, '{"name":"x"}')).status).toBe(201);
  });

  it.each(['text/plain', 'multipart/form-data; boundary=x', 'application/x-www-form-urlencoded', ''])(
    'a file sent as "%s" does not come in',
    async (type) => {
      const headers: Record<string, string> = type ? { 'content-type': type } : {};
      expect((await ask('POST', '/songs/import', headers, 'MThd')).status).toBe(415);
    },
  );
});

describe('a device other than the machine itself', () => {
  it('is told nothing and lets nothing in without the code, and everything with it, until it is sent away', async () => {
    expect((await ask('GET', '/songs', elsewhere)).status).toBe(401);
    expect((await ask('POST', '/songs', { ...elsewhere, ...json }, '{"name":"x"}')).status).toBe(401);
    expect(JSON.parse((await ask('GET', '/server', elsewhere)).body)).toEqual({ mayEnter: false });
    expect((await ask('DELETE', '/server/devices/any', elsewhere)).status).toBe(401);
    expect((await ask('POST', '/server/copies/2026-01-01/return', elsewhere)).status).toBe(401);

    const entered = await ask('POST', '/server/devices', { ...elsewhere, ...json }, JSON.stringify({ code: await codeOf() }));
    expect(entered.status).toBe(204);
    expect(entered.cookies[0]).toMatch(/^yibbo-device=.*HttpOnly; SameSite=Strict/);
    const cookie = { ...elsewhere, cookie: entered.cookies[0]!.split(';')[0]! };
    expect((await ask('GET', '/songs', cookie)).status).toBe(200);
    const news = JSON.parse((await ask('GET', '/server', cookie)).body) as { code?: string; devices: { id: string; isThis: boolean }[] };
    expect(news.code).toBeUndefined();
    expect(news.devices.map(({ isThis }) => isThis)).toEqual([true]);

    // Signed: another device's name does not open the door, nor this one's with another signature.
    const forged = { ...elsewhere, cookie: cookie.cookie.replace(/.$/, (last) => (last === 'a' ? 'b' : 'a')) };
    expect((await ask('GET', '/songs', forged)).status).toBe(401);
    expect((await ask('GET', '/songs', { ...elsewhere, cookie: `yibbo-device=${news.devices[0]!.id}` })).status).toBe(401);

    await server.restart();
    expect((await ask('GET', '/songs', cookie)).status).toBe(200);
    const { id } = JSON.parse((await ask('POST', '/songs', { ...cookie, ...json }, '{"name":"x"}')).body) as { id: string };
    const line = await listenTo(id, cookie);
    const here = await listenTo(id, {});
    expect((await ask('DELETE', `/server/devices/${news.devices[0]!.id}`)).status).toBe(204);
    // At once, and for others not at all.
    await line.ended;
    await ask('PATCH', `/songs/${id}`, json, '{"name":"y"}');
    while (!here.heard().includes('data: 1')) await new Promise((resolve) => setTimeout(resolve, 5));
    expect(line.heard()).not.toContain('data: 1');
    here.close();
    expect((await ask('GET', '/songs', cookie)).status).toBe(401);
  });

  it('may try five codes a minute; then not even the right one', async () => {
    await server.restart();
    const code = await codeOf();
    const wrong = String((Number(code) + 1) % 10 ** 8).padStart(8, '0');
    const tried = async (given: string) =>
      (await ask('POST', '/server/devices', { ...elsewhere, ...json }, JSON.stringify({ code: given }))).body;
    for (let attempt = 0; attempt < 5; attempt++) expect(codeIn(await tried(wrong))).toBe('wrongCode');
    expect(codeIn(await tried(wrong))).toBe('tooManyTries');
    expect(codeIn(await tried(code))).toBe('tooManyTries');
  });

  it('that once knew the code can enter it while others are kept from trying; who tried is told until it was seen, slips are not', async () => {
    await server.restart();
    await ask('DELETE', '/server/wrong-codes');
    const code = await codeOf();
    const enter = (given: string, headers: Record<string, string> = {}) =>
      ask('POST', '/server/devices', { ...elsewhere, ...json, ...headers }, JSON.stringify({ code: given }));
    const tried = async () =>
      (JSON.parse((await ask('GET', '/server')).body) as { wrongCodes: { address: string; count: number }[] }).wrongCodes;
    // A slip, then the right one.
    await enter('1');
    expect(await tried()).toMatchObject([{ address: '127.0.0.1', count: 1 }]);
    const entered = await enter(code);
    expect(entered.status).toBe(204);
    expect(await tried()).toEqual([]);
    const cookie = { cookie: entered.cookies[0]!.split(';')[0]! };
    const news = JSON.parse((await ask('GET', '/server', { ...elsewhere, ...cookie })).body) as {
      devices: { id: string; isThis: boolean }[];
    };
    await ask('DELETE', `/server/devices/${news.devices.find(({ isThis }) => isThis)!.id}`);

    for (let attempt = 0; attempt < 40; attempt++) await enter('2');
    expect(await tried()).toMatchObject([{ address: '127.0.0.1', count: 40 }]);
    expect(codeIn((await enter(code)).body)).toBe('tooManyTries');
    const forged = { cookie: cookie.cookie.replace(/.$/, (last) => (last === 'a' ? 'b' : 'a')) };
    expect(codeIn((await enter(code, forged)).body)).toBe('tooManyTries');
    expect((await enter(code, cookie)).status).toBe(204);
    // That the right one came in the end makes forty no slips; a restart does not forget them.
    expect(await tried()).toMatchObject([{ count: 42 }]);
    await server.restart();
    expect(await tried()).toHaveLength(1);
    expect((await ask('DELETE', '/server/wrong-codes', elsewhere)).status).toBe(401);
    await ask('DELETE', '/server/wrong-codes');
    expect(await tried()).toEqual([]);
  });
});

it.each([
  ['localhost', 'localhost'],
  ['LOCALHOST:4210', 'localhost'],
  ['[::1]:4210', '[::1]'],
  ['192.168.1.5:4210', '192.168.1.5'],
  ['evil.test@localhost', null],
  ['localhost/path', null],
  [undefined, null],
])('the name in the header %s is %s', (header, name) => expect(hostName(header)).toBe(name));

it.each([
  ['Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X) AppleWebKit/605 Version/18.0 Mobile Safari/604.1', 'iPhone, Safari'],
  ['Mozilla/5.0 (X11; Linux x86_64; rv:128.0) Gecko/20100101 Firefox/128.0', 'Linux, Firefox'],
  ['', 'Device'],
])('%s is listed as a device by its kind', (agent, name) => expect(deviceName(agent)).toBe(name));
