import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';

const COPIES_KEPT = 7;
const NAME = /^(\d{4}-\d{2}-\d{2})\.sqlite$/;

/** The days there are copies of, newest first. */
export function copyDays(folder: string): string[] {
  const copies = copiesFolder(folder);
  if (!existsSync(copies)) return [];
  return readdirSync(copies)
    .flatMap((name) => NAME.exec(name)?.[1] ?? [])
    .sort()
    .reverse();
}

export function copyPath(folder: string, day: string): string {
  return join(copiesFolder(folder), `${day}.sqlite`);
}

/** Makes today's copy where there is none yet, and lets go of all but the last seven. A copy that was cut short is never taken for one. */
export async function copyDaily(folder: string, now: number, copyTo: (path: string) => Promise<void>): Promise<void> {
  const day = new Date(now).toISOString().slice(0, 10);
  if (existsSync(copyPath(folder, day))) return;
  mkdirSync(copiesFolder(folder), { recursive: true });
  const unfinished = join(copiesFolder(folder), 'unfinished');
  rmSync(unfinished, { force: true });
  await copyTo(unfinished);
  renameSync(unfinished, copyPath(folder, day));
  for (const old of copyDays(folder).slice(COPIES_KEPT)) rmSync(copyPath(folder, old), { force: true });
}

function copiesFolder(folder: string): string {
  return join(folder, 'copies');
}
