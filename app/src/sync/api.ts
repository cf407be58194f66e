import type { Change, ChangeLabel, Document, Id, ImportReport, Lost } from '@yibbo/core';

/** What the Songs screen shows of a song. */
export interface SongCard {
  readonly id: Id;
  readonly name: string;
  readonly changedAt: number;
  readonly bpm: number;
  readonly meter: string;
  readonly bars: number;
  readonly tracks: readonly {
    readonly colour: number;
    readonly symbol: string;
    readonly name: string;
    readonly marks: readonly (readonly [number, number])[];
  }[];
}

export interface Answer {
  readonly revision: number;
  readonly missed: readonly { readonly revision: number; readonly id: Id; readonly change?: Change }[];
  readonly lost: readonly Lost[];
}

/** A refusal by the server, in its own words. `status` 0 means it could not be reached. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

const AWAY = 'The server cannot be reached. Check that Yibbo is still running, then try again.';

async function call<T>(path: string, init?: RequestInit): Promise<T> {
  const response = await fetch(`/api/songs${path}`, init).catch(() => {
    throw new ApiError(0, 'away', AWAY);
  });
  const body: unknown = await response.json().catch(() => null);
  if (response.ok) return body as T;
  const error = (body as { error?: { code?: string; message?: string } } | null)?.error;
  throw new ApiError(response.status, error?.code ?? 'unknown', error?.message ?? AWAY);
}

function posted(body: unknown): RequestInit {
  return { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) };
}

export const api = {
  list: () => call<SongCard[]>(''),
  create: (name: string) => call<{ id: Id }>('', posted({ name })),
  open: (id: Id) => call<{ song: Document; revision: number; history: ChangeLabel[] }>(`/${id}`),
  change: (id: Id, changeId: Id) => call<Change>(`/${id}/changes/${changeId}`),
  send: (id: Id, base: number, changes: readonly Change[]) => call<Answer>(`/${id}/changes`, posted({ base, changes })),
  bringIn: (bytes: Uint8Array, name: string) =>
    call<{ id: Id; report: ImportReport }>(`/import?name=${encodeURIComponent(name)}`, {
      method: 'POST',
      headers: { 'Content-Type': 'audio/midi' },
      body: bytes as BodyInit,
    }),
};
