import type { Change, ChangeLabel, Document, Id, ImportReport, Lost } from '@yibbo/core';

/** What the Songs screen shows of a song. */
export interface SongCard {
  readonly id: Id;
  readonly name: string;
  readonly changedAt: number;
  readonly deletedAt?: number;
  /** Why it cannot be opened. The rest may then be missing. */
  readonly problem?: string;
  readonly bpm?: number;
  readonly meter?: string;
  readonly bars?: number;
  readonly tracks?: readonly {
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
  /** Those of the sent Changes that the song's history has now. */
  readonly known: readonly Id[];
}

/** A song as the server has it. */
export interface ServerSong {
  readonly song: Document;
  readonly revision: number;
  readonly history: readonly ChangeLabel[];
}

/** What the server says of itself; what only concerns the machine it runs on is told there alone. */
export interface ServerNews {
  readonly mayEnter: boolean;
  readonly isHere?: boolean;
  readonly addresses?: readonly string[];
  readonly isReadOnly?: boolean;
  readonly notice?: string | null;
  readonly devices?: readonly { readonly id: Id; readonly name: string; readonly seenAt: number; readonly isThis: boolean }[];
  /** Days there are copies of all songs of, newest first, as 2026-11-26. */
  readonly copies?: readonly string[];
  readonly code?: string;
  /** A picture of the address with the code, as SVG. */
  readonly qr?: string | null;
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

/** How long an answer may take, and how slow a line may be: what takes longer counts as broken. */
const PATIENCE_MS = 30_000;
const SLOWEST_BYTES_A_MS = 10;

async function call<T>(path: string, init?: RequestInit, bytes = 0): Promise<T> {
  const signal = AbortSignal.timeout(PATIENCE_MS + bytes / SLOWEST_BYTES_A_MS);
  const response = await fetch(`/api${path}`, { signal, ...init }).catch(() => {
    throw new ApiError(0, 'away', AWAY);
  });
  const text = await response.text().catch(() => '');
  const body = parsed(text);
  if (response.ok) return body as T;
  const error = (body as { error?: { code?: string; message?: string } } | null)?.error;
  if (error?.code === 'codeNeeded') askForCode();
  throw new ApiError(response.status, error?.code ?? 'unknown', error?.message ?? AWAY);
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return null;
  }
}

/** This device has not entered the code yet, or not any more. What is unsent is kept meanwhile. */
function askForCode(): void {
  const { pathname } = window.location;
  if (pathname !== '/enter') window.location.assign(`/enter?to=${encodeURIComponent(pathname)}`);
}

/** Up to so many bytes a browser goes on sending when the page is closed. */
const KEEPALIVE_BYTES = 60_000;

function posted(body: unknown): RequestInit {
  return { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) };
}

export const api = {
  list: () => call<SongCard[]>('/songs'),
  deleted: () => call<SongCard[]>('/songs?deleted=yes'),
  create: (name: string) => call<{ id: Id }>('/songs', posted({ name })),
  open: (id: Id) => call<ServerSong>(`/songs/${id}`),
  rename: (id: Id, name: string) => call<null>(`/songs/${id}`, { ...posted({ name }), method: 'PATCH' }),
  delete: (id: Id) => call<null>(`/songs/${id}`, { method: 'DELETE' }),
  bringBack: (id: Id) => call<null>(`/songs/${id}/return`, { method: 'POST' }),
  copy: (id: Id) => call<{ id: Id; name: string }>(`/songs/${id}/copies`, { method: 'POST' }),
  rescue: (id: Id) => call<{ id: Id; name: string; lost: number }>(`/songs/${id}/rescue`, { method: 'POST' }),
  change: (id: Id, changeId: Id) => call<Change>(`/songs/${id}/changes/${changeId}`),
  /** Sends what `firstPiece` has put together. */
  send: (id: Id, body: string) =>
    call<Answer>(
      `/songs/${id}/changes`,
      { method: 'POST', headers: { 'Content-Type': 'application/json' }, body, keepalive: body.length < KEEPALIVE_BYTES },
      body.length,
    ),
  bringIn: (bytes: Uint8Array, name: string) =>
    call<{ id: Id; report: ImportReport }>(
      `/songs/import?name=${encodeURIComponent(name)}`,
      { method: 'POST', headers: { 'Content-Type': 'audio/midi' }, body: bytes as BodyInit },
      bytes.length,
    ),
  server: async () => {
    const news = await call<ServerNews>('/server');
    if (!news.mayEnter) askForCode();
    return news;
  },
  enter: (code: string) => call<null>('/server/devices', posted({ code })),
  sendAway: (deviceId: Id) => call<null>(`/server/devices/${deviceId}`, { method: 'DELETE' }),
  noticeSeen: () => call<null>('/server/notice', { method: 'DELETE' }),
  fromCopy: (day: string) => call<{ songs: readonly string[] }>(`/server/copies/${day}/return`, { method: 'POST' }),
};
