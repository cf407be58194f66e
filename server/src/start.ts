import { demoSongs } from '@yibbo/core';
import { nanoid } from 'nanoid';
import { randomBytes } from 'node:crypto';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { mkdirSync } from 'node:fs';
import { resolve } from 'node:path';
import type { Logger } from 'pino';
import { Devices, newCode, settingOrNew } from './access/devices';
import { Gate } from './access/gate';
import { createApp } from './app';
import { isFull } from './database/failures';
import type { OpenDatabase } from './database/open';
import { SongQueries } from './database/songs';
import { bringBack } from './keeping/bring-back';
import { copyDaily, copyDays } from './keeping/copies';
import { takeFolder } from './keeping/lock';
import { Notices } from './keeping/notices';
import { openFolder, type OpenedFolder } from './keeping/open-folder';
import { LiveSongs } from './live/live-songs';
import { inAddress, ownAddresses, ownNames, type Settings } from './settings';
import { heavyLane } from './songs/heavy-lane';
import type { SongKeeper } from './songs/keeper';
import { makeKeeper } from './songs/make-keeper';
import type { SongWork } from './songs/work';

export interface RunningServer {
  readonly port: number;
  readonly queries: SongQueries;
  readonly live: LiveSongs;
  readonly database: OpenDatabase;
  readonly addresses: readonly string[];
  readonly code: string;
  readonly notice: string | null;
  readonly isReadOnly: boolean;
  stop(): Promise<void>;
}

const DAY_MS = 24 * 3600 * 1000;
const DELETED_KEPT_MS = 30 * DAY_MS;
/** How often it is looked whether there is something to do that is done once a day. */
const CHORES_EVERY_MS = 3600 * 1000;

export interface StartOptions {
  /** Folder of the built app. */
  readonly pages?: string;
  /** Whether a new folder gets the demo song. */
  readonly hasDemo?: boolean;
  /** Where large work runs: another thread, unless a test wants it in its own. */
  readonly heavy?: (light: SongKeeper, folder: string, root: string) => SongWork & { end?(): Promise<void> };
}

const otherThread: NonNullable<StartOptions['heavy']> = (_light, folder, root) =>
  heavyLane(resolve(root, 'server/dist/heavy.mjs'), { folder });

/** Takes the folder, opens the songs, begins to answer. Throws an Error in words for people where it cannot. */
export async function startServer(
  settings: Settings,
  log: Logger,
  { pages = resolve(settings.root, 'app/dist'), hasDemo = true, heavy: makeHeavy = otherThread }: StartOptions = {},
): Promise<RunningServer> {
  const { host, port, root, dataFolder } = settings;
  const lock = lockedFolder(settings);
  const opened = openFolder(dataFolder, resolve(root, 'server/migrations'), Date.now());
  const queries = new SongQueries(opened.database.orm, () => Date.now());
  if (opened.isNew && hasDemo) for (const song of demoSongs(() => nanoid())) await queries.create(song);
  const notices = new Notices(queries);
  if (opened.notice) await notices.add(opened.notice);

  const light = makeKeeper(opened.database);
  // Where nothing can be written only one connection is possible.
  const heavy = opened.isReadOnly ? null : makeHeavy(light, dataFolder, root);
  const live = new LiveSongs(queries, light, heavy ?? light);
  const gate = await openGate(opened, queries);
  const addresses = ownAddresses(host).map((address) => `http://${inAddress(address)}:${port}`);
  const app = createApp({
    queries,
    live,
    log,
    names: ownNames(host, settings.names),
    pages,
    server: {
      gate,
      addresses,
      isReadOnly: opened.isReadOnly,
      notice: notices,
      copyDays: () => copyDays(dataFolder),
      bringBack: (day) => bringBack(dataFolder, day, live),
    },
  });
  const server = await listening((done) => app.listen(port, host, done), port);
  let isStopping = false;
  const chores = heavy ? beginChores(dataFolder, queries, heavy, (error) => isStopping || log.warn(error)) : null;
  return {
    port: (server.address() as AddressInfo).port,
    queries,
    live,
    database: opened.database,
    addresses,
    code: gate.code,
    notice: opened.notice,
    isReadOnly: opened.isReadOnly,
    stop: async () => {
      isStopping = true;
      if (chores) clearInterval(chores);
      const closed = new Promise((done) => server.close(done));
      server.closeAllConnections();
      await closed;
      await heavy?.end?.();
      opened.database.close();
      lock?.release();
    },
  };
}

/** Takes the folder for this process. Where there is no room for the lock, nothing can be written by a second one either. */
function lockedFolder({ dataFolder, port }: Settings): { release(): void } | null {
  mkdirSync(dataFolder, { recursive: true });
  try {
    return takeFolder(dataFolder, `http://localhost:${port}, process ${process.pid}`);
  } catch (error) {
    if (isFull(error)) return null;
    throw error;
  }
}

async function openGate(opened: OpenedFolder, queries: SongQueries): Promise<Gate> {
  const devices = new Devices(
    opened.database.orm,
    () => Date.now(),
    () => nanoid(),
  );
  const code = await settingOrNew(queries, 'code', newCode);
  const secret = await settingOrNew(queries, 'secret', () => randomBytes(32).toString('hex'));
  return new Gate({ devices, code, secret });
}

function listening(listen: (done: (error?: Error) => void) => Server, port: number): Promise<Server> {
  return new Promise((resolve, reject) => {
    const server = listen((error?: Error) => {
      if (!error) return resolve(server);
      const isTaken = (error as NodeJS.ErrnoException).code === 'EADDRINUSE';
      const words = `Port ${port} is taken by another program. Stop it, or choose another port: PORT=${port + 1} npm start`;
      reject(new Error(isTaken ? words : `Yibbo cannot start: ${error.message}`));
    });
  });
}

/** What is done once a day: a copy of all songs, and throwing away what was deleted long ago. */
function beginChores(
  folder: string,
  queries: SongQueries,
  heavy: { copyDatabase(path: string): Promise<void> },
  warn: (error: unknown) => void,
): ReturnType<typeof setInterval> {
  const doChores = async () => {
    await queries.throwAwayBefore(Date.now() - DELETED_KEPT_MS);
    await copyDaily(folder, Date.now(), (path) => heavy.copyDatabase(path));
  };
  const safely = () => void doChores().catch(warn);
  safely();
  return setInterval(safely, CHORES_EVERY_MS).unref();
}
