import { store, stored } from '../browser/storage';

const KEY = 'yibbo unsent files';

/** Whether this browser keeps sound files that the server does not have. */
export function hasUnsentFiles(): boolean {
  return stored(KEY, { some: false }).some;
}

export function noteUnsentFiles(some: boolean): void {
  store(KEY, { some });
}
