import type { Document } from '@yibbo/core';
import { demoSongs } from '@yibbo/core/demo';
import { nanoid } from 'nanoid';
import { randomBytes } from 'node:crypto';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { mkdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { resolve } from 'node:path';
import type { Logger } from 'pino';
import { Devices, newCode, settingOrNew } from './access/devices';
import { Gate } from './access/gate';
import { createApp } from './app';
import { WrongCodeBook } from './access/wrong-codes';
import { Belongings, EPOCH_KEY } from './database/belongings';
import { databaseRefusal, isFull } from './database/failures';
import type { OpenDatabase } from './database/open';
import { SongQueries } from './database/songs';
import { FileStore } from './files/file-store';
import { BringBack } from './keeping/bring-back';
import { copyDaily, dayCopies } from './keeping/copies';
import { Copies, type CopyWork } from './keeping/copy-work';
import { Everything } from './keeping/everything';
import { takeFolder } from './keeping/lock';
import { Notices } from './keeping/notices';
import { openFolder, type OpenedFolder, type ReadOnly } from './keeping/open-folder';
import { SongFiles } from './keeping/song-file';
import { RunDays } from './keeping/run-days';
import { LiveSongs } from './live/live-songs';
import { inAddress, ownAddresses, ownNames, type Settings } from './settings';
import { heavyLane } from './heavy/heavy-lane';
import type { HeavyWork } from './heavy/heavy';
import { makeKeeper } from './songs/make-keeper';

export interface RunningServer {
  readonly port: number;
  readonly queries: SongQueries;
  readonly live: LiveSongs;
  readonly database: OpenDatabase;
  readonly addresses: readonly string[];
  readonly code: string;
  readonly notice: string | null;
  readonly readOnly: ReadOnly | null;
  stop(): Promise<void>;
}

const DELETED_KEPT_DAYS = 30;
/** How long after the start cards are made that are not of now: whoever opens a song comes first. */
const CARDS_AFTER_MS = 1500;
/** How often it is looked whether there is something to do that is done once a day. */
const CHORES_EVERY_MS = 3600 * 1000;

export interface StartOptions {
  /** Folder of the built app. */
  readonly pages?: string;
  /** Whether a new folder gets the demo song. */
  readonly hasDemo?: boolean;
  /** Where large work runs: another thread, unless a test wants it in its own. */
  readonly heavy?: (inThis: HeavyWork, folder: string, root: string) => HeavyWork & { end?(): Promise<void> };
}

const otherThread: NonNullable<StartOptions['heavy']> = (_inThis, folder, root) =>
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
  if (opened.isNew && hasDemo) await addDemo(queries);
  const notices = new Notices(queries);
  if (opened.notice) await notices.add(opened.notice);

  const work = openWork(opened, queries, makeHeavy, settings);
  const { live, heavy, copies, files, belongings, bringBack, everything, songFiles } = work;
  const gate = await openGate(opened, queries);
  const addresses = ownAddresses(host).map((address) => `http://${inAddress(address)}:${port}`);
  const app = createApp({
    queries,
    live,
    belongings,
    files,
    epoch: await settingOrNew(queries, EPOCH_KEY, () => nanoid()),
    log,
    names: ownNames(host, settings.names),
    pages,
    server: {
      gate,
      addresses,
      readOnly: opened.readOnly,
      notice: notices,
      copies: () => dayCopies(dataFolder),
      ...{ bringBack, everything, songFiles },
    },
  });
  const server = await listening((done) => app.listen(port, host, done), port);
  let isStopping = false;
  const warn = (error: unknown) => isStopping || log.warn(error);
  const cards = setTimeout(() => void live.makeCards().catch(warn), CARDS_AFTER_MS).unref();
  const chores = heavy ? beginChores({ folder: dataFolder, queries, files, copies, notices, warn }) : null;
  return {
    port: (server.address() as AddressInfo).port,
    queries,
    live,
    database: opened.database,
    addresses,
    code: gate.code,
    notice: opened.notice,
    readOnly: opened.readOnly,
    stop: async () => {
      isStopping = true;
      clearInterval(chores ?? undefined);
      clearTimeout(cards);
      await closed(server);
      await heavy?.end?.();
      opened.database.close();
      lock?.release();
    },
  };
}

/** All that is done with songs and copies, in the thread where it holds nobody up. Where nothing can be written, only one connection is
 *  possible, and with it one thread. */
function openWork(
  { database, readOnly }: OpenedFolder,
  queries: SongQueries,
  makeHeavy: NonNullable<StartOptions['heavy']>,
  { dataFolder: folder, root }: Settings,
) {
  const inThis: HeavyWork = { songs: makeKeeper(database), copies: new Copies(folder, database) };
  const heavy = readOnly ? null : makeHeavy(inThis, folder, root);
  const { songs, copies } = heavy ?? inThis;
  const live = new LiveSongs(queries, inThis.songs, songs);
  const newId = () => nanoid();
  const bringBack = new BringBack({ folder, live, queries, copies, newId });
  const everything = new Everything({ folder: readOnly ? tmpdir() : folder, copies, bringBack, newId, now: () => Date.now() });
  const files = new FileStore(folder, () => Date.now());
  const belongings = new Belongings(database.orm);
  const read = async (id: string) => (JSON.parse(new TextDecoder().decode(await live.read(id))) as { song: Document }).song;
  const songFiles = new SongFiles({ queries, files, belongings, read, newId, now: () => Date.now() });
  return { live, heavy, copies, bringBack, everything, files, belongings, songFiles };
}

/** Takes the folder for this process. Where there is no room for the lock, nothing can be written by a second one either. */
function lockedFolder({ dataFolder, port }: Settings): { release(): void } | null {
  try {
    mkdirSync(dataFolder, { recursive: true });
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
  const wrongCodes = await new WrongCodeBook(queries, () => Date.now()).open();
  return new Gate({ devices, wrongCodes, code, secret });
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

interface Chores {
  readonly folder: string;
  readonly queries: SongQueries;
  readonly files: FileStore;
  readonly copies: CopyWork;
  readonly notices: Notices;
  readonly warn: (error: unknown) => void;
}

async function addDemo(queries: SongQueries): Promise<void> {
  for (const song of demoSongs(() => nanoid())) await queries.create(song);
}

async function closed(server: Server): Promise<void> {
  const isClosed = new Promise((done) => server.close(done));
  server.closeAllConnections();
  await isClosed;
}

/** The daily work: a copy of all songs, and throwing away what was deleted long ago. */
function beginChores({ folder, queries, files, copies, notices, warn }: Chores): ReturnType<typeof setInterval> {
  const days = new RunDays(queries);
  const doChores = async () => {
    const now = Date.now();
    await days.note(now);
    const before = await days.before(now, DELETED_KEPT_DAYS);
    if (before !== null) {
      await queries.throwAwayBefore(before);
      await files.throwAwayBefore(before);
    }
    await copyDaily(folder, now, copies).catch(async (error: unknown) => {
      await notices.add(
        `Today's copy of all songs could not be made or not be read: ${databaseRefusal(error)?.message ?? (error as Error).message}`,
      );
      throw error;
    });
  };
  const safely = () => void doChores().catch(warn);
  safely();
  return setInterval(safely, CHORES_EVERY_MS).unref();
}
