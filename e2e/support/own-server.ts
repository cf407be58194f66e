import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SpawnedServer } from '../../server/test/spawned-server';
import { test as journey } from './journey';

/** A journey on a server and songs of its own: what it does to the person's things or to the server as a whole touches no other. */
export const test = journey.extend<{ ownServer: SpawnedServer; ownFolder: string }>({
  ownFolder: async ({ browserName: _any }, give) => {
    const folder = mkdtempSync(join(tmpdir(), 'yibbo-own-'));
    await give(folder);
    rmSync(folder, { recursive: true, force: true });
  },
  ownServer: async ({ ownFolder }, give) => {
    const server = await new SpawnedServer(ownFolder).start();
    await give(server);
    await server.kill();
  },
  baseURL: async ({ ownServer }, give) => give(ownServer.address.replace('/api', '')),
});
