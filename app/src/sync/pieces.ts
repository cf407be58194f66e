import type { Change, Id } from '@yibbo/core';

/** Limits of one request: small enough to come through a poor line in a few seconds. */
const MOST_BYTES = 512 * 1024;
const MOST_CHANGES = 500;

export interface Piece {
  readonly body: string;
  readonly count: number;
}

/** The first of the unsent Changes that go into one request together: at least one, however large it is. */
export function firstPiece(base: number, head: Id | null, unsent: readonly Change[], most = MOST_CHANGES): Piece {
  const parts: string[] = [];
  let bytes = 0;
  for (const change of unsent) {
    const part = JSON.stringify(change);
    if (parts.length > 0 && (bytes + part.length > MOST_BYTES || parts.length >= most)) break;
    parts.push(part);
    bytes += part.length;
  }
  return { body: `{"base":${base},"head":${JSON.stringify(head)},"changes":[${parts.join()}]}`, count: parts.length };
}
