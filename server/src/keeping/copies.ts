import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import type { CopyWork } from './copy-work';

const COPIES_KEPT = 7;
const DAY_MS = 24 * 3600 * 1000;
const NAME = /^(\d{4}-\d{2}-\d{2})\.sqlite$/;

/** The content of a copy, as read back after it was written. */
const foundSchema = z.object({ madeAt: z.number(), songs: z.number() });
export type FoundInCopy = z.infer<typeof foundSchema>;

/** A copy of all songs; `found` is missing where nobody has opened it yet. */
export interface DayCopy {
  readonly day: string;
  readonly found: FoundInCopy | null;
}

/** The copies there are, newest day first. */
export function dayCopies(folder: string): DayCopy[] {
  const copies = copiesFolder(folder);
  if (!existsSync(copies)) return [];
  const days = readdirSync(copies).flatMap((name) => NAME.exec(name)?.[1] ?? []);
  return days
    .sort()
    .reverse()
    .map((day) => ({ day, found: foundIn(folder, day) }));
}

export function copyPath(folder: string, day: string): string {
  return join(copiesFolder(folder), `${day}.sqlite`);
}

/** Makes today's copy where there is none yet, opens it and counts what is in it, and lets go of the oldest where there are more than seven. A
 *  copy that was cut short, or that cannot be read, is never taken for one: that throws. */
export async function copyDaily(folder: string, now: number, work: Pick<CopyWork, 'make' | 'count'>): Promise<void> {
  const day = dayOf(now);
  if (!existsSync(copyPath(folder, day))) {
    mkdirSync(copiesFolder(folder), { recursive: true });
    const unfinished = join(copiesFolder(folder), 'unfinished');
    rmSync(unfinished, { force: true });
    await work.make(unfinished);
    const songs = await work.count(unfinished);
    renameSync(unfinished, copyPath(folder, day));
    noteFound(folder, day, { madeAt: now, songs });
    letGo(folder, day);
  }
  await countOthers(folder, work);
}

/** Opens the copies that nobody has opened yet. Those that cannot be read stay without a note, and are shown as such. */
async function countOthers(folder: string, work: Pick<CopyWork, 'count'>): Promise<void> {
  for (const { day, found } of dayCopies(folder)) {
    if (found) continue;
    const songs = await work.count(copyPath(folder, day)).catch(() => null);
    if (songs !== null) noteFound(folder, day, { madeAt: statSync(copyPath(folder, day)).mtimeMs, songs });
  }
}

/** Lets go of one copy where there are more than are kept. A clock that jumped must cost none that may still be needed: of days that are yet to
 *  come those go first, and right after a gap none goes at all. */
function letGo(folder: string, today: string): void {
  const days = dayCopies(folder).map(({ day }) => day);
  if (days.length <= COPIES_KEPT) return;
  const toCome = days.filter((day) => day > today);
  const before = days.filter((day) => day < today);
  const isAfterGap = before[0] !== undefined && Date.parse(today) - Date.parse(before[0]) > COPIES_KEPT * DAY_MS;
  const oldest = toCome.at(-1) ?? (isAfterGap ? undefined : before.at(-1));
  if (oldest === undefined) return;
  for (const path of [copyPath(folder, oldest), notePath(folder, oldest)]) rmSync(path, { force: true });
}

/** The day of a moment, as 2026-11-30. */
export function dayOf(time: number): string {
  return new Date(time).toISOString().slice(0, 10);
}

function foundIn(folder: string, day: string): FoundInCopy | null {
  try {
    return foundSchema.parse(JSON.parse(readFileSync(notePath(folder, day), 'utf8')));
  } catch {
    return null;
  }
}

function noteFound(folder: string, day: string, found: FoundInCopy): void {
  writeFileSync(notePath(folder, day), JSON.stringify(found));
}

function notePath(folder: string, day: string): string {
  return join(copiesFolder(folder), `${day}.json`);
}

function copiesFolder(folder: string): string {
  return join(folder, 'copies');
}
