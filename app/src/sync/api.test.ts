import { api, ApiError, isAway } from './api';

interface Asked {
  readonly path: string;
  readonly init: RequestInit;
}
let asked: Asked[] = [];

/** A server that gives one answer to all. */
function answers(status: number, text: string): void {
  asked = [];
  globalThis.fetch = (async (path: string, init: RequestInit = {}) => {
    asked.push({ path, init });
    return { ok: status < 400, status, text: async () => text, arrayBuffer: async () => new ArrayBuffer(3) };
  }) as unknown as typeof fetch;
}

beforeAll(() => {
  AbortSignal.timeout ??= () => new AbortController().signal;
});

it('a refusal comes in the server’s own words; what is no answer of ours, as a server that cannot be reached in words', async () => {
  answers(422, '{"error":{"code":"invalid","message":"That cannot be."}}');
  await expect(api.rename('a', '')).rejects.toMatchObject({ status: 422, code: 'invalid', message: 'That cannot be.' });
  answers(502, '<html>Bad gateway</html>');
  const error: unknown = await api.list().catch((reason: unknown) => reason);
  expect(error).toBeInstanceOf(ApiError);
  expect([error, isAway(error)]).toEqual([
    expect.objectContaining({ status: 502, code: 'unknown', message: expect.stringMatching(/Check that Yibbo is still running/) }),
    false,
  ]);
  globalThis.fetch = async () => Promise.reject(new TypeError('Failed to fetch'));
  for (const call of [api.list(), api.file('f')]) expect(isAway(await call.catch((reason: unknown) => reason))).toBe(true);
});

it('an answer without a body is none; a file the server does not have is none either', async () => {
  answers(204, '');
  expect(await api.delete('a')).toBeNull();
  answers(404, '');
  expect(await api.file('f')).toBeNull();
  answers(200, '');
  expect((await api.file('f'))?.byteLength).toBe(3);
});

it('a small request goes on being sent while the page closes; a large one, which a browser would refuse so, does not', async () => {
  answers(200, '{}');
  await api.send('a', 'x'.repeat(59_999));
  await api.send('a', 'x'.repeat(60_000));
  expect(asked.map(({ init }) => init.keepalive)).toEqual([true, false]);
  await api.copy('a', 'c');
  await api.copy('a');
  expect(asked.slice(2).map(({ path, init }) => `${init.method} ${path}`)).toEqual([
    'POST /api/songs/a/copies?at=c',
    'POST /api/songs/a/copies',
  ]);
});
