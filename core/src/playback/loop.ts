import type { TickSpan } from '../notes/span';
import type { PlayEvent } from './line-events';

/** Which round of a loop a play tick falls into, and where in the song that is. Round 0 is all up to the loop's first end, from wherever play
 *  began; beyond the loop's end play ticks go on counting. */
export function roundAt(loop: TickSpan, playTick: number): { readonly round: number; readonly songTick: number } {
  const length = loop.end - loop.start;
  const round = playTick < loop.end ? 0 : Math.floor((playTick - loop.start) / length);
  return { round, songTick: playTick - round * length };
}

/** What begins in [fromTick, toTick) of a song that goes round a loop: round by round what the song says, nothing over the loop's end. */
export function roundLoop(
  loop: TickSpan,
  fromTick: number,
  toTick: number,
  ask: (fromTick: number, toTick: number) => readonly PlayEvent[],
): PlayEvent[] {
  const length = loop.end - loop.start;
  const found: PlayEvent[] = [];
  for (let at = fromTick; at < toTick;) {
    const { round, songTick } = roundAt(loop, at);
    const later = round * length;
    const end = Math.min(toTick, later + loop.end);
    for (const event of ask(songTick, end - later)) {
      // A roll that was struck before the loop's beginning is not struck in this round.
      const isLeftOver = round > 0 && event.rollTick !== undefined && event.rollTick < loop.start;
      if (!isLeftOver) found.push(inRound(event, later, later + loop.end));
    }
    at = end;
  }
  return found;
}

/** What is sounding already where play begins inside a loop. */
export function chasedInLoop(loop: TickSpan, tick: number, ask: (tick: number) => readonly PlayEvent[]): PlayEvent[] {
  const { round, songTick } = roundAt(loop, tick);
  const later = round * (loop.end - loop.start);
  return ask(songTick).flatMap((event) => {
    const began = event.began === undefined ? undefined : event.began + later;
    // What began before the round did was cut where the round before it ended.
    if (round > 0 && began !== undefined && began < later + loop.start) return [];
    return [cutAtLoop({ ...event, tick: event.tick + later, ...(began === undefined ? {} : { began }) }, later + loop.end)];
  });
}

/** An event of the song `later` ticks on in play time, ended where its round ends. */
function inRound(event: PlayEvent, later: number, endTick: number): PlayEvent {
  const { rollTick } = event;
  return cutAtLoop({ ...event, tick: event.tick + later, ...(rollTick === undefined ? {} : { rollTick: rollTick + later }) }, endTick);
}

function cutAtLoop(event: PlayEvent, endTick: number): PlayEvent {
  return event.tick + event.lengthTicks > endTick ? { ...event, lengthTicks: endTick - event.tick } : event;
}
