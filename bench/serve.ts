import { join } from 'node:path';
import { pino } from 'pino';
import { startServer, type RunningServer } from '../server/src/start';

/** The server as it is started for people, on a folder and a port of its own, without the demo. */
export function serve(root: string, folder: string, pages = join(root, 'app/dist')): Promise<RunningServer> {
  const settings = { root, port: 0, host: '127.0.0.1', dataFolder: folder, names: [], endsWithParent: false };
  return startServer(settings, pino({ level: 'silent' }), { pages, hasDemo: false });
}
