import { LONGEST_ECHO } from '../audio/room';
import { SAMPLE_RATE } from '../audio/rate';
import { findById, type Document } from '../model/document';
import { bpmAt, modulo, TICKS_PER_QUARTER } from '../time';
import { passAt } from './loop';
import type { PlayView } from './lines';

/** How long the echo takes where a song does not say: a dotted eighth. */
export const USUAL_ECHO = (TICKS_PER_QUARTER * 3) / 4;

/** How long the echo takes from a play tick on, in seconds. */
export interface EchoEvent {
  readonly tick: number;
  readonly seconds: number;
}

interface Seen {
  readonly view: PlayView;
}

/** The echo where play begins at a tick. */
export function echoAt(document: Document, tick: number, { view }: Seen): EchoEvent {
  return { tick, seconds: secondsAtSong(document, songTickOf(document, view, tick)) };
}

/** Where the echo changes in [fromTick, toTick), for it follows the tempo; windows that touch give what their union gives. */
export function echoes(document: Document, fromTick: number, toTick: number, { view }: Seen): EchoEvent[] {
  const { tempos } = document.song;
  if (tempos.length === 1) return [];
  const found: EchoEvent[] = [];
  for (let at = Math.ceil(fromTick); at < toTick;) {
    const songTick = songTickOf(document, view, at);
    const end = Math.min(toTick, at + lapLeft(document, view, at));
    if (isLapStart(document, view, at)) found.push({ tick: at, seconds: secondsAtSong(document, songTick) });
    for (const { tick } of tempos) {
      const changesAt = at + tick - songTick;
      const isNew = changesAt > at || (changesAt === at && !isLapStart(document, view, at));
      if (isNew && changesAt < end) found.push({ tick: changesAt, seconds: secondsAtSong(document, tick) });
    }
    at = end;
  }
  return found;
}

/** Halved until there is room for it. */
function secondsAtSong(document: Document, songTick: number): number {
  const { tempos, echo = USUAL_ECHO } = document.song;
  let seconds = (60 / bpmAt(tempos, songTick) / TICKS_PER_QUARTER) * echo;
  while (seconds * SAMPLE_RATE > LONGEST_ECHO) seconds /= 2;
  return seconds;
}

/** The pattern that loops, where one does: where it begins in the song, and how long it is. */
function loopOf(document: Document, view: PlayView): { readonly start: number; readonly length: number } | null {
  if (view.kind === 'song') return null;
  const placement = findById(document.placements, view.placementId);
  const pattern = findById(document.patterns, placement?.patternId);
  return placement && pattern ? { start: placement.start, length: pattern.length } : null;
}

function songTickOf(document: Document, view: PlayView, tick: number): number {
  if (view.kind === 'song') return view.loop ? passAt(view.loop, tick).songTick : tick;
  const loop = loopOf(document, view);
  return loop ? loop.start + modulo(tick, loop.length) : tick;
}

/** Ticks left of the pass a tick is in. */
function lapLeft(document: Document, view: PlayView, tick: number): number {
  if (view.kind === 'song') return view.loop ? view.loop.end - songTickOf(document, view, tick) : Infinity;
  const loop = loopOf(document, view);
  return loop ? loop.length - modulo(tick, loop.length) : Infinity;
}

function isLapStart(document: Document, view: PlayView, tick: number): boolean {
  if (view.kind === 'song')
    return view.loop ? passAt(view.loop, tick).pass > 0 && songTickOf(document, view, tick) === view.loop.start : false;
  const loop = loopOf(document, view);
  return loop !== null && tick > 0 && modulo(tick, loop.length) === 0;
}
