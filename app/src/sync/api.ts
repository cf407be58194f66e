import type {
  Answer,
  Arrangement,
  BroughtBack,
  BroughtIn,
  Change,
  ChangeLabel,
  Document,
  FilesNews,
  Here,
  Id,
  OwnAnswer,
  OwnPut,
  ServerNews,
  ServerSong,
  SongCard,
  SongCopy,
} from '@yibbo/core';
import type { ImportReport } from '@yibbo/core/midi';

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

/** Whether a request failed because the server could not be reached. */
export function isAway(error: unknown): error is ApiError {
  return error instanceof ApiError && error.status === 0;
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

/** Number of bytes a browser still sends while its page closes. */
const KEEPALIVE_BYTES = 60_000;

function posted(body: unknown): RequestInit {
  return { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) };
}

/** JSON that goes on being sent when the page is closed, if it is small enough. */
function lastingPost(body: string): RequestInit {
  return { method: 'POST', headers: { 'Content-Type': 'application/json' }, body, keepalive: body.length < KEEPALIVE_BYTES };
}

/** The server, as `API` of core describes it. */
export const api = {
  list: () => call<SongCard[]>('/songs'),
  deleted: () => call<SongCard[]>('/songs?deleted=yes'),
  /** Makes an empty song, by the id and seed of one that was made here. */
  create: (song: { readonly name: string; readonly id?: Id; readonly seed?: number }) => call<{ id: Id }>('/songs', posted(song)),
  /** As the server has had the browser ask for it already (its Link header): asked otherwise, it is fetched twice. */
  open: (id: Id) => call<ServerSong>(`/songs/${id}`, { mode: 'no-cors', credentials: 'include' }),
  rename: (id: Id, name: string) => call<null>(`/songs/${id}`, { ...posted({ name }), method: 'PATCH' }),
  delete: (id: Id) => call<null>(`/songs/${id}`, { method: 'DELETE' }),
  bringBack: (id: Id) => call<null>(`/songs/${id}/return`, { method: 'POST' }),
  /** A copy of the song; as it was right after a Change, where one is named. */
  copy: (id: Id, at?: Id) => call<{ id: Id; name: string }>(`/songs/${id}/copies${at ? `?at=${at}` : ''}`, { method: 'POST' }),
  /** Labels of the history before a revision. */
  history: (id: Id, before: number) => call<{ labels: ChangeLabel[] }>(`/songs/${id}/history?before=${before}`),
  /** The song as it was right after a Change. */
  songAt: (id: Id, changeId: Id) => call<{ song: Document }>(`/songs/${id}/at/${changeId}`),
  rescue: (id: Id) => call<{ id: Id; name: string; lost: number }>(`/songs/${id}/rescue`, { method: 'POST' }),
  change: (id: Id, changeId: Id) => call<Change>(`/songs/${id}/changes/${changeId}`),
  /** Sends what `firstPiece` has put together. */
  send: (id: Id, body: string) => call<Answer>(`/songs/${id}/changes`, lastingPost(body), body.length),
  bringIn: (bytes: Uint8Array, name: string, arrangement: Arrangement) =>
    call<{ id: Id; report: ImportReport }>(
      `/songs/import?${new URLSearchParams({ name, ...arrangement }).toString()}`,
      { method: 'POST', headers: { 'Content-Type': 'audio/midi' }, body: bytes as BodyInit },
      bytes.length,
    ),
  belongings: (since: number, puts: readonly OwnPut[]) => call<OwnAnswer>('/belongings', lastingPost(JSON.stringify({ since, puts }))),
  files: () => call<FilesNews>('/files'),
  clearFiles: () => call<FilesNews>('/files/unused', { method: 'DELETE' }),
  returnFiles: () => call<FilesNews>('/files/return', { method: 'POST' }),
  fileStanding: (hash: string) => call<{ has: number; isWhole: boolean }>(`/files/${hash}/standing`),
  sendPiece: (hash: string, at: number, size: number, piece: Blob) =>
    call<{ has: number; isWhole: boolean }>(
      `/files/${hash}?at=${at}&size=${size}`,
      { method: 'PUT', headers: { 'Content-Type': 'application/octet-stream' }, body: piece },
      piece.size,
    ),
  /** Brings in the songs of a song file. */
  takeSongFile: (file: Blob) =>
    call<BroughtIn>('/songs/file', { method: 'POST', headers: { 'Content-Type': 'application/zip' }, body: file }, file.size),
  /** The bytes of a sound file; null where the server does not have it. */
  file: async (hash: string): Promise<ArrayBuffer | null> => {
    const response = await fetch(`/api/files/${hash}`).catch(() => {
      throw new ApiError(0, 'away', AWAY);
    });
    return response.ok ? response.arrayBuffer() : null;
  },
  /** Tells the other windows of a song where this one is. */
  tellHere: (id: Id, window: Id, here: Here) => call<null>(`/songs/${id}/here/${window}`, { ...posted(here), method: 'PUT' }),
  server: async () => {
    const news = await call<ServerNews>('/server');
    if (!news.mayEnter) askForCode();
    return news;
  },
  enter: (code: string) => call<null>('/server/devices', posted({ code })),
  sendAway: (deviceId: Id) => call<null>(`/server/devices/${deviceId}`, { method: 'DELETE' }),
  noticeSeen: () => call<null>('/server/notice', { method: 'DELETE' }),
  wrongCodesSeen: () => call<null>('/server/wrong-codes', { method: 'DELETE' }),
  fromCopy: (day: string) => call<BroughtBack>(`/server/copies/${day}/return`, { method: 'POST' }),
  /** The song as the copies of earlier days have it. */
  songDays: (id: Id) => call<{ copies: readonly SongCopy[] }>(`/songs/${id}/days`),
  songFromDay: (id: Id, day: string) => call<{ id: Id; name: string }>(`/songs/${id}/days/${day}`, { method: 'POST' }),
  takeAsWhole: (id: Id) => call<null>(`/songs/${id}/missing`, { method: 'DELETE' }),
  /** Brings back what is in a file with everything. */
  everything: (file: Blob) =>
    call<BroughtBack>(
      '/server/everything/return',
      { method: 'POST', headers: { 'Content-Type': 'application/octet-stream' }, body: file },
      file.size,
    ),
};

export type Server = typeof api;
