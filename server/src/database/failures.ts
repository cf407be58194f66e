import { RequestError } from '../errors';

/** The database's code for what went wrong ("SQLITE_FULL"), also where a library has wrapped the error. */
export function databaseCode(error: unknown): string | null {
  const { code, cause } = (error ?? {}) as { code?: unknown; cause?: unknown };
  if (typeof code === 'string' && code.startsWith('SQLITE_')) return code;
  return cause === undefined ? null : databaseCode(cause);
}

const isAmong =
  (...codes: string[]) =>
  (error: unknown) => {
    const code = databaseCode(error);
    return code !== null && codes.some((each) => code.startsWith(each));
  };

export const isDamage = isAmong('SQLITE_CORRUPT', 'SQLITE_NOTADB');
const isDatabaseFull = isAmong('SQLITE_FULL', 'SQLITE_IOERR', 'SQLITE_READONLY', 'SQLITE_CANTOPEN');
/** Nothing can be written: no room, or a place where nothing may be changed. */
export function isFull(error: unknown): boolean {
  return isDatabaseFull(error) || (error as { code?: unknown } | null)?.code === 'ENOSPC';
}
export const isBusy = isAmong('SQLITE_BUSY', 'SQLITE_LOCKED');

const FULL =
  'There is no room to save on the machine where Yibbo runs, or it may not write there. Nothing was changed. Make room; what you do is kept in this browser until then, and playing and sending out go on.';
const DAMAGED = 'The file that songs are kept in is damaged. Start Yibbo again: it puts the damaged file aside and saves what can be read.';
const BUSY = 'Another program is using the file that songs are kept in. Nothing was changed; try again.';

/** The refusal for a database failure; null for other errors. */
export function databaseRefusal(error: unknown): RequestError | null {
  if (isFull(error)) return new RequestError(507, 'noRoom', FULL);
  if (isDamage(error)) return new RequestError(500, 'damaged', DAMAGED);
  if (isBusy(error)) return new RequestError(503, 'busy', BUSY);
  return null;
}
