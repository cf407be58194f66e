/** Keeps one version of the app in the browser, whole, so that it starts without a network and its parts never come from two versions. Songs
 *  are not kept here but by the page (sync/kept-songs). scripts/bundles.mjs builds it once all other files are there. */

/** Addresses of all files of this version, and its name; written in by the build. */
declare const FILES: readonly string[];
declare const BUILD: string;

interface Waiting extends Event {
  waitUntil(work: Promise<unknown>): void;
}
interface Asked extends Waiting {
  readonly request: Request;
  respondWith(answer: Promise<Response>): void;
}
interface WorkerScope {
  addEventListener(type: 'install' | 'activate', listen: (event: Waiting) => void): void;
  addEventListener(type: 'fetch', listen: (event: Asked) => void): void;
  addEventListener(type: 'message', listen: (event: MessageEvent) => void): void;
  skipWaiting(): Promise<void>;
  readonly clients: { claim(): Promise<void> };
}

const scope = self as unknown as WorkerScope;
const PREFIX = 'yibbo app ';
const SHARED = 'yibbo shared';
const known = new Set(FILES);
/** Files with a hash in their names are the same for ever; others are asked for anew. */
const isHashed = (path: string) => /^\/(_expo\/static|assets)\//.test(path);

scope.addEventListener('install', (event) => {
  const asked = FILES.map((path) => new Request(path, { cache: isHashed(path) ? 'default' : 'reload' }));
  event.waitUntil(caches.open(PREFIX + BUILD).then((cache) => cache.addAll(asked)));
});

scope.addEventListener('activate', (event) => event.waitUntil(leaveTwo().then(() => scope.clients.claim())));

/** The version before this one stays: windows that it opened go on with it. */
async function leaveTwo(): Promise<void> {
  const others = (await caches.keys()).filter((name) => name.startsWith(PREFIX) && name !== PREFIX + BUILD);
  await Promise.all(others.slice(0, -1).map((name) => caches.delete(name)));
}

scope.addEventListener('message', ({ data }) => {
  if (data === 'take over') void scope.skipWaiting();
});

scope.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname, searchParams } = new URL(request.url);
  if (origin !== location.origin || pathname.startsWith('/api/')) return;
  if (request.method === 'POST' && pathname === '/share') return event.respondWith(takeShared(request));
  if (request.method !== 'GET') return;
  if (request.mode === 'navigate') return event.respondWith(fromVersion('/index.html', BUILD, request));
  if (known.has(pathname) || isHashed(pathname)) event.respondWith(fromVersion(pathname, searchParams.get('of'), request));
});

/** A file of a version; of this one first where none is named, then of any that is kept. */
async function fromVersion(path: string, build: string | null, request: Request): Promise<Response> {
  const cache = await caches.open(PREFIX + (build ?? BUILD));
  return (await cache.match(path)) ?? (build ? undefined : await caches.match(path)) ?? fetch(request);
}

/** Keeps a file that another app shares until the Songs screen takes it. */
async function takeShared(request: Request): Promise<Response> {
  const file = ((await request.formData()) as unknown as Map<string, unknown>).get('file');
  if (file instanceof File) {
    const headers = { 'Content-Type': file.type, 'X-Name': encodeURIComponent(file.name) };
    await (await caches.open(SHARED)).put('/shared', new Response(file, { headers }));
  }
  return Response.redirect('/?begin=shared', 303);
}
