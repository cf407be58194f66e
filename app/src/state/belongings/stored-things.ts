import type { OwnKey, OwnThing } from '@yibbo/core';
import { nanoid } from 'nanoid';
import { store, stored } from '../../browser/storage';
import type { OwnSound, KnownThing, KnownThings } from './things';

/** Each thing is a record of its own, so that no window writes over what another has put. */
const PREFIX = 'yibbo own ';
const STANDING_KEY = 'yibbo belongings';
/** Where sounds, favourites and keys stood before they were on the server. */
const HABITS_KEY = 'yibbo habits';

/** How far this browser is with the server's things. */
export interface Standing {
  /** Names the server's collection; null where there was none yet. */
  readonly epoch: string | null;
  readonly revision: number;
}

export function storedStanding(): Standing {
  return stored<Standing>(STANDING_KEY, { epoch: null, revision: 0 });
}

/** Where something had no room here, all of it is asked for again by the next page. */
let isAllStored = true;

export function storeStanding(standing: Standing): void {
  store(STANDING_KEY, isAllStored ? standing : { ...standing, revision: 0 });
}

/** The belongings stored in this browser, including those an earlier version kept with the preferences. */
export function storedThings(): KnownThings {
  const found: Record<string, KnownThing> = {};
  for (const key of recordKeys()) {
    const known = recordAt(key);
    if (known) found[key.slice(PREFIX.length)] = known;
  }
  for (const thing of fromHabits()) {
    const key = `${thing.kind} ${thing.id}`;
    found[key] ??= { thing, putId: nanoid() };
    store(PREFIX + key, found[key]);
  }
  return found;
}

/** Keeps what has changed in this window. What another has put meanwhile and not sent yet stays. */
export function storeThings(before: KnownThings, now: KnownThings): void {
  for (const [key, known] of Object.entries(now)) {
    if (known === before[key]) continue;
    const there = recordAt(PREFIX + key)?.putId ?? null;
    const isOthers = known.putId === null && there !== null && there !== before[key]?.putId;
    if (!isOthers && !store(PREFIX + key, known)) isAllStored = false;
  }
}

/** Calls `hear` with what other windows of this browser put. */
export function hearOtherWindows(hear: (known: KnownThing) => void): void {
  addEventListener('storage', ({ key }) => {
    const known = key?.startsWith(PREFIX) ? recordAt(key) : null;
    if (known) hear(known);
  });
}

function recordKeys(): string[] {
  try {
    return Object.keys(localStorage).filter((key) => key.startsWith(PREFIX));
  } catch {
    return [];
  }
}

function recordAt(key: string): KnownThing | null {
  const known = stored<Partial<KnownThing>>(key, {});
  return known.thing ? (known as KnownThing) : null;
}

/** Takes over things an earlier version kept in the browser's preferences, and removes them there. */
function fromHabits(): OwnThing[] {
  const habits = stored<{ ownSounds?: OwnSound[]; favouriteSounds?: string[]; ownKeys?: Record<string, OwnKey | null> }>(HABITS_KEY, {});
  const { ownSounds = [], favouriteSounds = [], ownKeys = {}, ...rest } = habits;
  const found: OwnThing[] = [
    ...ownSounds.map(({ id, ...sound }, at): OwnThing => ({ kind: 'sound', id, value: { ...sound, at } })),
    ...favouriteSounds.map((id, at): OwnThing => ({ kind: 'favourite', id, value: { at } })),
    ...Object.entries(ownKeys).map(([id, key]): OwnThing => ({ kind: 'key', id, value: key ?? 'none' })),
  ];
  if (found.length) store(HABITS_KEY, rest);
  return found;
}
