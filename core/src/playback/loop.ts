import type { TickSpan } from '../notes/span';
import type { PlayEvent } from './line-events';

/** Which pass of a loop a play tick falls into, and where in the song that is. Pass 0 is all up to the loop's first end, from wherever play
 *  began; beyond the loop's end play ticks go on counting. */
export function passAt(loop: TickSpan, playTick: number): { readonly pass: number; readonly songTick: number } {
  const length = loop.end - loop.start;
  const pass = playTick < loop.end ? 0 : Math.floor((playTick - loop.start) / length);
  return { pass, songTick: playTick - pass * length };
}

/** The events that start in [fromTick, toTick) of a looping song, pass by pass; none goes on over the loop's end. */
export function roundLoop(
  loop: TickSpan,
  fromTick: number,
  toTick: number,
  ask: (fromTick: number, toTick: number) => readonly PlayEvent[],
): PlayEvent[] {
  const length = loop.end - loop.start;
  const found: PlayEvent[] = [];
  for (let at = fromTick; at < toTick;) {
    const { pass, songTick } = passAt(loop, at);
    const later = pass * length;
    const end = Math.min(toTick, later + loop.end);
    for (const event of ask(songTick, end - later)) {
      // A roll that was struck before the loop's beginning is not struck in this pass.
      const isLeftOver = pass > 0 && event.rollTick !== undefined && event.rollTick < loop.start;
      if (!isLeftOver) found.push(inPass(event, later, later + loop.end));
    }
    at = end;
  }
  return found;
}

/** The notes already sounding where play begins inside a loop. */
export function chasedInLoop(loop: TickSpan, tick: number, ask: (tick: number) => readonly PlayEvent[]): PlayEvent[] {
  const { pass, songTick } = passAt(loop, tick);
  const later = pass * (loop.end - loop.start);
  return ask(songTick).flatMap((event) => {
    const began = event.began === undefined ? undefined : event.began + later;
    // Notes begun before this pass were cut at the end of the pass before it.
    if (pass > 0 && began !== undefined && began < later + loop.start) return [];
    return [cutAtLoop({ ...event, tick: event.tick + later, ...(began === undefined ? {} : { began }) }, later + loop.end)];
  });
}

/** An event of the song `later` ticks on in play time, ended where its pass ends. */
function inPass(event: PlayEvent, later: number, endTick: number): PlayEvent {
  const { rollTick } = event;
  return cutAtLoop({ ...event, tick: event.tick + later, ...(rollTick === undefined ? {} : { rollTick: rollTick + later }) }, endTick);
}

function cutAtLoop(event: PlayEvent, endTick: number): PlayEvent {
  return event.tick + event.lengthTicks > endTick ? { ...event, lengthTicks: endTick - event.tick } : event;
}
