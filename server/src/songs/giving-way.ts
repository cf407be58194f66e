import { setImmediate as othersHaveHadTheirTurn } from 'node:timers/promises';

/** How long work goes on before others are let in. */
const SLICE_MS = 10;

/** Does work that comes in steps, however many, and lets in whoever else waits for this thread each time it has gone on for a while. Gives
 *  and throws what the work does. */
export async function givingWay<T>(work: Generator<void, T>): Promise<T> {
  let began = performance.now();
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
    if (performance.now() - began < SLICE_MS) continue;
    await othersHaveHadTheirTurn();
    began = performance.now();
  }
}
