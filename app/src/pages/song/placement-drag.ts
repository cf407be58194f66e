import {
  counted,
  barBeatAt,
  barTicks,
  findById,
  landingReport,
  meterAt,
  movedPlacements,
  nearestBar,
  placementEndLimit,
  songLines,
  type Document,
  type Id,
  type LandingReport,
  type Placement,
  type PlacementLanding,
} from '@yibbo/core';
import type { PagePlace } from './page-places';

/** The effect of a drag of placements. */
export interface Going {
  /** Where it would put them. */
  readonly ghosts: readonly Placement[];
  readonly words: string;
  readonly ticks: number;
  readonly trackSteps: number;
  /** Where the dragged end would be; null where whole placements are moved. */
  readonly endTick: number | null;
}

interface DragParts {
  readonly document: Document;
  readonly selected: readonly Id[];
  readonly press: { readonly id: Id; readonly isEnd: boolean; readonly from: PagePlace };
  readonly at: PagePlace;
  readonly landing: PlacementLanding;
}

/** The effect of a drag at its present place. */
export function goingTo(parts: DragParts): Going {
  return parts.press.isEnd ? endGoingTo(parts) : allGoingTo(parts);
}

function endGoingTo({ document, press, at }: DragParts): Going {
  const placement = findById(document.placements, press.id);
  if (!placement) return { ghosts: [], words: 'It is gone', ticks: 0, trackSteps: 0, endTick: null };
  const { meters } = document.song;
  const wanted = Math.max(nearestBar(meters, at.tick), placement.start + 1);
  // It stops where the next one of its track begins, and is seen to.
  const limit = placementEndLimit(document, placement);
  const endTick = Math.min(wanted, limit);
  const bars = barsWords((endTick - placement.start) / barTicks(meterAt(meters, placement.start)));
  const words = wanted > limit ? `${bars} long: the next one begins there` : `${bars} long, to bar ${barBeatAt(meters, endTick).bar}`;
  return { ghosts: [{ ...placement, length: endTick - placement.start }], words, ticks: 0, trackSteps: 0, endTick };
}

function allGoingTo({ document, selected, press, at, landing }: DragParts): Going {
  const { meters } = document.song;
  const first = findById(document.placements, press.id);
  const wanted = at.isChip ? at.tick : (first?.start ?? 0) + at.tick - press.from.tick;
  const ticks = nearestBar(meters, wanted) - (first?.start ?? 0);
  const trackSteps = at.track < 0 || at.isChip ? 0 : at.track - Math.max(0, press.from.track);
  const ghosts = movedPlacements(document, selected, ticks, trackSteps);
  const there = ghosts.find(({ id }) => id === press.id) ?? ghosts[0];
  const report = landingReport(document, ghosts, landing);
  const words = [there ? placeWords(document, there) : '', landingWords(document, report, landing)].filter(Boolean).join(': ');
  return { ghosts, words, ticks, trackSteps, endTick: null };
}

/** "Bar 9, Chorus, Bass". */
function placeWords(document: Document, { start, trackId }: Placement): string {
  const { bar } = barBeatAt(document.song.meters, start);
  const section = songLines(document).find((line) => start >= line.start && start < line.end)?.section?.name;
  return [`Bar ${bar}`, section, findById(document.tracks, trackId)?.name].filter(Boolean).join(', ');
}

function barsWords(bars: number): string {
  const count = Math.round(bars * 100) / 100;
  return counted(count, 'bar');
}

/** The effect on placements underneath: how many, how far, and whether the song grows. */
export function landingWords({ song }: Document, report: LandingReport, landing: PlacementLanding): string {
  if (report.under === 0) return '';
  const lie = `${counted(report.under, 'lies', 'lie')} there`;
  if (landing === 'merge') return `${lie}, both sound`;
  const inBars = (ticks: number) => barsWords(ticks / barTicks(meterAt(song.meters, 0)));
  if (landing === 'replace') {
    const parts = [report.gone ? `${report.gone} replaced` : '', report.cut ? `${report.cut} cut` : ''];
    return parts.filter(Boolean).join(', ');
  }
  const grows = report.grows > 0 ? `, the song grows by ${inBars(report.grows)}` : '';
  return `${counted(report.moved, 'moves', 'move')} on by ${inBars(report.by)}${grows}`;
}
