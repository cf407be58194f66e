import { demoSong } from '@yibbo/core';
import { nanoid } from 'nanoid';
import { resolve } from 'node:path';
import { pino } from 'pino';
import { createApp } from './app';
import { openDatabase } from './database/open';
import { SongQueries } from './database/songs';

const root = resolve(process.env.YIBBO_ROOT ?? process.cwd());
const port = Number(process.env.PORT ?? 4210);
const host = process.env.HOST ?? '127.0.0.1';
const dataFolder = resolve(root, process.env.YIBBO_DATA ?? 'data');

/** The demo comes with the first run only: who takes it away has it away. */
async function loadDemo(queries: SongQueries): Promise<void> {
  if (await queries.setting('demoLoaded')) return;
  await queries.create(demoSong(() => nanoid()));
  await queries.setSetting('demoLoaded', 'yes');
}

async function main(): Promise<void> {
  const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
  const database = openDatabase(dataFolder, resolve(root, 'server/migrations'));
  const queries = new SongQueries(database.orm, () => Date.now());
  await loadDemo(queries);
  const server = createApp({ queries, log, pages: resolve(root, 'app/dist') }).listen(port, host, (error?: Error) => {
    if (error) return fail(error as NodeJS.ErrnoException);
    console.log(`Yibbo is ready at http://${host === '127.0.0.1' ? 'localhost' : host}:${port}`);
  });
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => {
      server.close(() => database.close());
      server.closeAllConnections();
    });
  }
}

function fail(error: NodeJS.ErrnoException): void {
  if (error.code === 'EADDRINUSE') console.error(`Port ${port} is taken. Stop what runs there, or choose another: PORT=4211 npm start`);
  else console.error(`Yibbo cannot start: ${error.message}`);
  process.exit(1);
}

main().catch(fail);
