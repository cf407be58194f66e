import type { Response } from 'express';
import type { SongNews } from '../live/live-songs';

const KEEP_ALIVE_MS = 25_000;

/** Tells a window of a song's revisions as they come, as server-sent events: the revision as a message, and "deleted" when it is. */
export function eventStream(response: Response, revision: number, listen: (tell: (news: SongNews) => void) => () => void): void {
  response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store' }).flushHeaders();
  const tell = (news: SongNews) =>
    response.write(news.kind === 'deleted' ? 'event: deleted\ndata: deleted\n\n' : `data: ${news.revision}\n\n`);
  tell({ kind: 'revision', revision });
  const stop = listen(tell);
  const beat = setInterval(() => response.write(': still here\n\n'), KEEP_ALIVE_MS);
  response.on('close', () => {
    stop();
    clearInterval(beat);
  });
}
