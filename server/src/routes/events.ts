import type { Response } from 'express';
import type { SongNews } from '../live/live-songs';
import type { HereNews } from '../live/others-here';

const KEEP_ALIVE_MS = 25_000;

/** News for a window: of its song, of the other windows there, or that something that belongs to the person was put. */
export type WindowNews = SongNews | { readonly kind: 'belongings'; readonly revision: number } | ({ readonly kind: 'here' } & HereNews);

/** Tells a window of a song's revisions as they come, as server-sent events: the revision as a message, "deleted" when it is, and
 *  "belongings" with how many puts there have been, "here" with a window and where it is. */
export function eventStream(response: Response, revision: number, listen: (tell: (news: WindowNews) => void) => () => void): void {
  response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store' }).flushHeaders();
  const tell = (news: WindowNews) => response.write(written(news));
  tell({ kind: 'revision', revision });
  const stop = listen(tell);
  const beat = setInterval(() => response.write(': still here\n\n'), KEEP_ALIVE_MS);
  response.on('close', () => {
    stop();
    clearInterval(beat);
  });
}

function written(news: WindowNews): string {
  if (news.kind === 'deleted') return 'event: deleted\ndata: deleted\n\n';
  if (news.kind === 'here') return `event: here\ndata: ${JSON.stringify({ window: news.window, here: news.here })}\n\n`;
  return `${news.kind === 'belongings' ? 'event: belongings\n' : ''}data: ${news.revision}\n\n`;
}
