import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SpawnedServer } from '../../server/test/spawned-server';
import { test as journey } from './journey';

/** A journey on a server and songs of its own: what it does to the person's things or to the server as a whole touches no other. */
export const test = journey.extend<{ ownServer: SpawnedServer; ownFolder: string }>({
  ownFolder: async ({ browserName: _any }, use) => {
    const folder = mkdtempSync(join(tmpdir(), 'yibbo-own-'));
    await use(folder);
    rmSync(folder, { recursive: true, force: true });
  },
  ownServer: async ({ ownFolder }, use) => {
    const server = await new SpawnedServer(ownFolder).start();
    await use(server);
    await server.kill();
  },
  baseURL: async ({ ownServer }, use) => use(ownServer.address.replace('/api', '')),
});
