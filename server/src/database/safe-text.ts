import { sql, type SQL } from 'drizzle-orm';
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core';

const lenient = new TextDecoder('utf-8');
const strict = new TextDecoder('utf-8', { fatal: true });

/** A text to be selected, whatever a damaged disk has made of it: what is no text any more comes with marks in place of letters. Text that is
 *  no UTF-8 ends the whole process in this driver, so that none is ever read as text: only as bytes. */
export function safeText<Column extends SQLiteColumn>(column: Column): SQL<Column['_']['notNull'] extends true ? string : string | null> {
  return bytesOf(column).mapWith(decoded(lenient)) as never;
}

/** A body to be selected: null where it is no text any more. */
export function safeBody(column: SQLiteColumn): SQL<string | null> {
  return bytesOf(column).mapWith(decoded(strict));
}

function bytesOf(column: SQLiteColumn): SQL {
  return sql`cast(${column} as blob)`;
}

function decoded(decoder: TextDecoder): (value: unknown) => string | null {
  return (value) => textOf(value, decoder);
}

/** The text that a value read as bytes holds; null for none, and where it is no text. */
export function textOf(value: unknown, decoder = strict): string | null {
  if (value === null || value === undefined) return null;
  try {
    return decoder.decode(value as Uint8Array);
  } catch {
    return null;
  }
}
