import type { Document } from '../model/document';
import type { Id, Track } from '../model/entities';
import { slicedFrom } from '../notes/bend';
import type { PlayEvent } from '../playback/line-events';
import { secondsAt, tickAtSeconds, type TempoAt } from '../time';

/** A stretch of time, its end not in it, in ticks. */
interface Stretch {
  readonly start: number;
  readonly end: number;
}

/** Heard notes of the tracks that open with a row of another: cut to where they stand open, as far as notes can say it. Tracks that do not close
 *  all the way, or are held down, keep their notes whole: they are counted, for a file of notes has no words for them. */
export function openedNotes(
  document: Document,
  heard: readonly PlayEvent[],
): { readonly events: readonly PlayEvent[]; readonly cut: number; readonly tracksLeftOut: number } {
  const opened = document.tracks.filter((track): track is Opened => track.opensWith?.on === true);
  if (opened.length === 0) return { events: heard, cut: 0, tracksLeftOut: 0 };
  const cutting = new Map<Id, readonly Stretch[]>(
    opened.filter(({ opensWith }) => opensWith.depth === 1).map((track) => [track.id, openStretches(track, heard, document.song.tempos)]),
  );
  let cut = 0;
  const events = heard.flatMap((event) => {
    const stretches = cutting.get(event.trackId);
    if (!stretches) return [event];
    const pieces = piecesIn(event, stretches);
    if (pieces.length !== 1 || pieces[0] !== event) cut += 1;
    return pieces;
  });
  return { events, cut, tracksLeftOut: opened.length - cutting.size };
}

type Opened = Track & { readonly opensWith: NonNullable<Track['opensWith']> };

/** When a track stands open, in order: from each stroke of its row for as long as it says; strokes that come before the end of the last keep it open. */
function openStretches(
  { opensWith: { trackId, pitch, openMs } }: Opened,
  heard: readonly PlayEvent[],
  tempos: readonly TempoAt[],
): Stretch[] {
  const strokes = heard.filter((event) => event.trackId === trackId && event.pitch === pitch).map(({ tick }) => tick);
  const stretches: Stretch[] = [];
  for (const start of strokes.sort((a, b) => a - b)) {
    const end = Math.max(start + 1, Math.round(tickAtSeconds(tempos, secondsAt(tempos, start) + openMs / 1000)));
    const last = stretches.at(-1);
    if (last && start <= last.end) stretches[stretches.length - 1] = { start: last.start, end: Math.max(last.end, end) };
    else stretches.push({ start, end });
  }
  return stretches;
}

/** The parts of a note that lie in stretches, in order; the very note where all of it does. */
function piecesIn(event: PlayEvent, stretches: readonly Stretch[]): PlayEvent[] {
  const end = event.tick + event.lengthTicks;
  return stretches.flatMap((stretch) => {
    const [from, to] = [Math.max(event.tick, stretch.start), Math.min(end, stretch.end)];
    if (from >= to) return [];
    if (from === event.tick && to === end) return [event];
    const bend = event.bend ? { bend: slicedFrom(event.bend, from - event.tick) } : {};
    return [{ ...event, tick: from, lengthTicks: to - from, ...bend }];
  });
}
