import { actionById, draggedTo, type ActionId, type Drag } from '../src';
import { actionContext, note, PATTERN, run, songWith } from './make';

const QUARTER = 20160;
const long = note({ id: 'long', length: 4 * QUARTER, pitch: 64 });
const document = songWith([long, note({ id: 'other', start: 2 * QUARTER, length: QUARTER, pitch: 60 })]);

/** The values a drag ends on, and the action run with them. */
function dragged(actionId: ActionId, drag: Partial<Drag> & Pick<Drag, 'path'>, noteIds: readonly string[] = []) {
  const performance = { action: actionById(actionId), params: {}, patternId: PATTERN, noteIds, seed: 1 };
  const found = draggedTo(document, performance, { isFree: false, ...drag }, actionContext());
  return found && { ...found, result: run(document, actionId, found.params, found.noteIds) };
}

const at = (beats: number, pitch = 64, inRow = 0) => ({ tick: beats * QUARTER, pitch, inRow });

describe('actions controlled by a drag', () => {
  it('first cut: the note under the finger is cut where it is, by lines of the grid, and its pieces repeat that', () => {
    const cut = dragged('first-cut', { path: [at(0.1), at(1.05)] })!;
    expect(cut.noteIds).toEqual(['long']);
    expect(cut.params).toEqual({ count: 4, unit: 'grid' });
    expect(cut.result.notes.filter(({ pitch }) => pitch === 64).map(({ start }) => start / QUARTER)).toEqual([0, 1, 2, 3]);
    expect(dragged('first-cut', { path: [at(0.1), at(0.8)], isFree: true })!.params).toEqual({ count: 0.8 * QUARTER, unit: 'tick' });
    expect(dragged('first-cut', { path: [at(5)] })).toBeNull();
    // Where no line falls inside, it falls where the finger is.
    const short = songWith([note({ start: 1000, length: 3000 })]);
    const performance = { action: actionById('first-cut'), params: {}, patternId: PATTERN, noteIds: [], seed: 1 };
    const free = draggedTo(short, performance, { path: [{ tick: 2500, pitch: 60 }], isFree: false }, actionContext());
    expect(free!.params).toEqual({ count: 1500, unit: 'tick' });
  });

  it('a line across: all that sound there end at it, and it says where it stands', () => {
    const ended = dragged('ends-at', { path: [at(0), at(2.55, 90)] })!;
    expect(ended.result.notes.map(({ start, length }) => (start + length) / QUARTER)).toEqual([2.5, 2.5]);
    expect(ended.result.line).toBe(2.5 * QUARTER);
    expect(dragged('split-at', { path: [at(2.5)] })!.result.notes).toHaveLength(4);
  });

  it('a bend is drawn on the note that is pressed, a semitone for a row, as few points as say it; typed, it is the same', () => {
    const path = Array.from({ length: 21 }, (_, step) => at(step / 5, 64 + Math.floor(step / 10), (step % 10) / 10 - 0.5));
    const bent = dragged('bend-line', { path })!;
    expect(bent.noteIds).toEqual(['long']);
    const [line] = bent.result.notes.flatMap(({ bend }) => (bend ? [bend] : []));
    expect(line!.length).toBeLessThan(6);
    expect([line![0]!.cents, line!.at(-1)!.cents]).toEqual([-50, 150]);
    expect(line!.at(-1)!.tick).toBe(4 * QUARTER);
    const typed = run(document, 'bend-line', { text: '0 -200, 30 0' }, ['long']).notes.find(({ id }) => id === 'long')!;
    expect(typed.bend).toEqual([
      { tick: 0, cents: -200, shape: 'straight' },
      { tick: 1.2 * QUARTER, cents: 0, shape: 'straight' },
    ]);
    for (const text of ['x', '0', '0 0 0', '120 0', '0 9000', ''])
      expect(run(document, 'bend-line', { text }, ['long']).whyNot).not.toBeNull();
  });

  it('split at lines says what would cut where its lines do not', () => {
    const offers = run(document, 'split-lines', { at: 'bar' }, ['other']).refusal!.offers!;
    expect(offers[0]).toMatchObject({ actionId: 'split-lines', params: { at: '1/8' } });
    for (const { actionId, params } of offers)
      expect(run(document, actionId as ActionId, params, ['other']).notes.length).toBeGreaterThan(2);
  });
});
