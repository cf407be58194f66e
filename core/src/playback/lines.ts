import { findById, type Document } from '../model/document';
import type { Id, Pattern, Placement, Track } from '../model/entities';
import type { TickSpan } from '../notes/span';
import { modulo } from '../time';

/** The source being played: the song from its placements, over and over a loop where one is given; or the patterns that belong to one
 *  placement's moment, each looping by itself for as long as play lasts. */
export type PlayView = { readonly kind: 'song'; readonly loop?: TickSpan | null } | { readonly kind: 'pattern'; readonly placementId: Id };

/** One pattern looping on one track between two ticks of the play time. */
export interface PlayLine {
  readonly track: Track;
  readonly pattern: Pattern;
  readonly placementId: Id;
  readonly startTick: number;
  /** Infinity where it loops without end. */
  readonly endTick: number;
  readonly offsetTicks: number;
}

/** The lines of a view. With `pattern`, play tick 0 is the beginning of the shown pattern and of all that stand with it, but for how far they
 *  are nudged against it, and nothing ever ends. */
export function playLines(document: Document, view: PlayView): PlayLine[] {
  const lineOf = lineMaker(document);
  if (view.kind === 'song') return document.placements.flatMap((each) => lineOf(each, each.start, each.start + each.length));
  const shown = findById(document.placements, view.placementId);
  if (!shown) return [];
  const together = document.tracks.flatMap((track) => {
    if (track.id === shown.trackId) return [shown];
    const own = document.placements.filter(({ trackId }) => trackId === track.id);
    const isThere = ({ start, length }: Placement, tick: number) => start <= tick && start + length > tick;
    // One that was nudged begins a little later than the rest; it belongs to this moment all the same.
    const near = shown.start + loopOf(document, shown) / 2;
    return own.find((each) => isThere(each, shown.start)) ?? own.find((each) => isThere(each, near)) ?? [];
  });
  return together.flatMap((placement) => {
    const ahead = nearest(shown.start - shown.offset - placement.start + placement.offset, loopOf(document, placement));
    return lineOf({ ...placement, offset: Math.max(0, ahead) }, Math.max(0, -ahead), Infinity);
  });
}

/** How far a placement stands from the beginning of its pattern when another begins: ahead of it, or behind where negative. */
function nearest(ticks: number, loop: number): number {
  const ahead = modulo(ticks, loop);
  return ahead > loop / 2 ? ahead - loop : ahead;
}

function loopOf(document: Document, { patternId }: Placement): number {
  return findById(document.patterns, patternId)?.length ?? 1;
}

type MakeLine = (placement: Placement, startTick: number, endTick: number) => PlayLine[];

/** Makes lines of placements, with tracks and patterns looked up by id. */
function lineMaker({ tracks, patterns }: Document): MakeLine {
  const trackById = new Map(tracks.map((track) => [track.id, track]));
  const patternById = new Map(patterns.map((pattern) => [pattern.id, pattern]));
  return (placement, startTick, endTick) => {
    const track = trackById.get(placement.trackId);
    const pattern = patternById.get(placement.patternId);
    if (!track || !pattern || placement.muted) return [];
    return [{ track, pattern, placementId: placement.id, startTick, endTick, offsetTicks: placement.offset }];
  };
}

/** The tracks that are heard: soloed ones where there are any, else all that are not muted. */
export function isAudible(document: Document, track: Track): boolean {
  return document.tracks.some(({ soloed }) => soloed) ? track.soloed : !track.muted;
}
