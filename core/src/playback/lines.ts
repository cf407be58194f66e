import { findById, type Document } from '../model/document';
import type { Id, Pattern, Placement, Track } from '../model/entities';

/** What is being played: the song from its placements, or the patterns that belong to one placement's moment, each
 *  going round by itself for as long as play lasts. */
export type PlayView = { readonly kind: 'song' } | { readonly kind: 'pattern'; readonly placementId: Id };

/** One pattern going round on one track between two ticks of the play time. */
export interface PlayLine {
  readonly track: Track;
  readonly pattern: Pattern;
  readonly placementId: Id;
  readonly startTick: number;
  /** Infinity where it goes round without end. */
  readonly endTick: number;
  readonly offsetTicks: number;
}

/** The lines of a view. With `pattern`, play tick 0 is the beginning of every pattern and nothing ever ends. */
export function playLines(document: Document, view: PlayView): PlayLine[] {
  if (view.kind === 'song')
    return document.placements.flatMap((placement) => lineOf(document, placement, placement.start, placement.start + placement.length));
  const shown = findById(document.placements, view.placementId);
  if (!shown) return [];
  const together = document.tracks.flatMap((track) => {
    if (track.id === shown.trackId) return [shown];
    const own = document.placements.filter(({ trackId }) => trackId === track.id);
    return own.find(({ start, length }) => start <= shown.start && start + length > shown.start) ?? [];
  });
  return together.flatMap((placement) => lineOf(document, { ...placement, offset: 0 }, 0, Infinity));
}

function lineOf(document: Document, placement: Placement, startTick: number, endTick: number): PlayLine[] {
  const track = findById(document.tracks, placement.trackId);
  const pattern = findById(document.patterns, placement.patternId);
  if (!track || !pattern || placement.muted) return [];
  return [{ track, pattern, placementId: placement.id, startTick, endTick, offsetTicks: placement.offset }];
}

/** The tracks that are heard: soloed ones where there are any, else all that are not muted. */
export function isAudible(document: Document, track: Track): boolean {
  return document.tracks.some(({ soloed }) => soloed) ? track.soloed : !track.muted;
}
