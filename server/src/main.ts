import { pino } from 'pino';
import { renderUnicodeCompact } from 'uqr';
import { databaseRefusal } from './database/failures';
import { entryAddress } from './routes/server';
import type { ReadOnly } from './keeping/open-folder';
import { startServer, type RunningServer } from './start';
import { settingsFrom, isLoopback, type Settings } from './settings';

async function main(): Promise<void> {
  const settings = settingsFrom(process.env);
  const running = await startServer(settings, pino({ level: process.env.LOG_LEVEL ?? 'warn' }));
  console.log(readyWords(settings, running));
  const stop = () => {
    void running.stop().finally(() => process.exit(0));
    setTimeout(() => process.exit(0), 3000).unref();
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.once(signal, stop);
  if (settings.endsWithParent) onOrphaned(stop);
}

const READ_ONLY: Readonly<Record<ReadOnly, (folder: string) => string>> = {
  noRoom: () => 'There is no room to write: songs can be played and sent out, but nothing can be saved. Make room, then start again.',
  folder: (folder) =>
    `Nothing can be written in ${folder}: songs can be played and sent out, but nothing can be saved. Allow writing there, then start again.`,
};

/** The words for the person who started it. */
function readyWords({ host, port, dataFolder }: Settings, { addresses, code, notice, readOnly }: RunningServer): string {
  const lines = [`Yibbo is ready at http://localhost:${port}`];
  if (notice) lines.unshift(notice);
  if (readOnly) lines.unshift(READ_ONLY[readOnly](dataFolder));
  if (!isLoopback(host)) {
    const [first] = addresses;
    lines.push(
      first ? `On other devices: ${addresses.join(' or ')}` : 'No network was found that other devices could reach it by.',
      `They are asked once for this code: ${code.slice(0, 4)} ${code.slice(4)}`,
      'The code keeps others on the network out. It does not keep them from listening in, for plain http is not encrypted.',
    );
    if (first) lines.push(renderUnicodeCompact(entryAddress(first, code)));
  }
  return lines.join('\n');
}

/** Calls `stop` when the process that started this one has ended without telling. */
function onOrphaned(stop: () => void): void {
  const parent = process.ppid;
  const watch = setInterval(() => {
    if (process.ppid === parent) return;
    clearInterval(watch);
    stop();
  }, 500);
  watch.unref();
}

main().catch((error: NodeJS.ErrnoException) => {
  console.error(failureWords(error));
  process.exit(1);
});

/** Why it could not start, in words. */
function failureWords(error: NodeJS.ErrnoException): string {
  if (['EACCES', 'EPERM', 'EROFS'].includes(error.code ?? ''))
    return `Yibbo cannot write where its songs are to be kept (${error.path ?? ''}). Allow writing there, or give it another folder: YIBBO_DATA=other npm start`;
  return databaseRefusal(error)?.message ?? error.message;
}
