import {
  barAfter,
  endOfSong,
  findById,
  marksSeenFrom,
  modulo,
  passAt,
  type Document,
  type Id,
  type LoopClock,
  type MeterAt,
  type PlayView,
  type TickSpan,
} from '@yibbo/core';

/** The score to play: a song as it is (or as a trial would have it) and how it goes round. */
export interface Score {
  readonly document: Document;
  readonly view: PlayView;
  readonly clock: LoopClock;
  /** Where play ends by itself; null where it goes round. */
  readonly endTick: number | null;
}

/** The score of a pattern going round, heard with the patterns that belong to the same moment. */
export function patternScore(document: Document, placementId: Id): Score | null {
  const placement = findById(document.placements, placementId);
  const pattern = findById(document.patterns, placement?.patternId);
  if (!placement || !pattern) return null;
  return {
    document,
    view: { kind: 'pattern', placementId },
    clock: { fromTick: placement.start, lengthTicks: pattern.length, tempos: document.song.tempos },
    endTick: null,
  };
}

/** The score of a song: round its loop while that is on, else to its end. `only` names the placements to play; null is all. */
export function songScore(document: Document, only: ReadonlySet<Id> | null = null): Score {
  const { loop, tempos } = document.song;
  const end = Math.max(1, endOfSong(document));
  const heard = only ? { ...document, placements: document.placements.filter(({ id }) => only.has(id)) } : document;
  if (!loop?.on) return { document: heard, view: { kind: 'song' }, clock: { fromTick: 0, lengthTicks: end, tempos }, endTick: end };
  const clock = { originTick: loop.start, fromTick: loop.start, lengthTicks: loop.end - loop.start, tempos };
  return { document: heard, view: { kind: 'song', loop }, clock, endTick: null };
}

/** Timing of the score's click: its meters, and the range that repeats, or null. */
export function clickPlan({ document, view }: Score): { readonly meters: readonly MeterAt[]; readonly loop: TickSpan | null } {
  const { meters } = document.song;
  if (view.kind === 'song') return { meters, loop: view.loop ?? null };
  const placement = findById(document.placements, view.placementId);
  const pattern = findById(document.patterns, placement?.patternId);
  if (!placement || !pattern) return { meters, loop: null };
  return { meters: marksSeenFrom(meters, placement), loop: { start: 0, end: pattern.length } };
}

/** Where a play tick of a score stands in the song: play ticks of a loop count on, round after round. */
export function songTickIn({ view }: Pick<Score, 'view'>, playTick: number): number {
  return view.kind === 'song' && view.loop ? passAt(view.loop, playTick).songTick : playTick;
}

/** Where play goes on when another score takes over at a play tick: at the same place of the song; from the song into a pattern, and back,
 *  at the same place of the pattern. */
export function tickAfter(before: Score, after: Score, playTick: number): number {
  const tick = songTickIn(before, playTick);
  if (before.view.kind === after.view.kind) return tick;
  const { document, view } = before.view.kind === 'pattern' ? before : after;
  const placement = view.kind === 'pattern' ? findById(document.placements, view.placementId) : undefined;
  const pattern = findById(document.patterns, placement?.patternId);
  if (!placement || !pattern) return 0;
  if (after.view.kind === 'pattern') return modulo(tick - placement.start + placement.offset, pattern.length);
  return Math.max(placement.start, placement.start - placement.offset + modulo(tick, pattern.length));
}

/** The play tick of the next bar line: of the song, or where its loop or the pattern begins again before that. */
export function nextBarTick(score: Score, playTick: number): number {
  const { document, view } = score;
  const { meters } = document.song;
  if (view.kind === 'song') {
    const songTick = songTickIn(score, playTick);
    const line = Math.min(barAfter(meters, songTick), view.loop ? view.loop.end : Infinity);
    return playTick + line - songTick;
  }
  const { fromTick, lengthTicks } = score.clock;
  const inLap = modulo(playTick, lengthTicks);
  return playTick + Math.min(barAfter(meters, fromTick + inLap) - fromTick, lengthTicks) - inLap;
}
