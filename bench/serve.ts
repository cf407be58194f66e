import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import type { SongQueries } from '../server/src/database/songs';
import { startServer, type RunningServer } from '../server/src/start';

/** The server as it is started for people, on a folder and a port of its own, without the demo. */
export function serve(root: string, folder: string, pages = join(root, 'app/dist')): Promise<RunningServer> {
  const settings = { root, port: 0, host: '127.0.0.1', dataFolder: folder, names: [], endsWithParent: false };
  return startServer(settings, pino({ level: 'silent' }), { pages, hasDemo: false });
}

export interface Served {
  readonly address: string;
  readonly queries: SongQueries;
  close(): void;
}

export async function served(root: string, pages = join(root, 'app/dist')): Promise<Served> {
  const running = await serve(root, mkdtempSync(join(tmpdir(), 'yibbo-bench-')), pages);
  return { address: `http://127.0.0.1:${running.port}`, queries: running.queries, close: () => void running.stop() };
}
