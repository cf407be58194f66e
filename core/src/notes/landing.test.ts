import fc from 'fast-check';
import { anyNotes, counter, note, run, songWith } from '../../test/make';
import { countHit, landedOn } from '.';

const overlaps = (a: { pitch: number; start: number; length: number }, b: typeof a) =>
  a.pitch === b.pitch && a.start < b.start + b.length && b.start < a.start + a.length;

/** Notes on three rows, so that they meet. */
const fewRows = (most: number) => anyNotes(most).map((notes) => notes.map((each) => ({ ...each, pitch: 60 + (each.pitch % 3) })));

describe('notes that are put on others', () => {
  it('leave alone what they do not reach into; replaced, the others are gone; pushed, all are there and none is under them', () => {
    let hits = 0;
    fc.assert(
      fc.property(fewRows(16), fewRows(4), (others, some) => {
        const put = some.map((each) => ({ ...each, id: `put ${each.id}` }));
        const hit = others.filter((each) => put.some((one) => overlaps(one, each)));
        hits += hit.length > 0 ? 1 : 0;
        expect(countHit(others, put)).toBe(hit.length);
        expect(landedOn(others, put, 'merge')).toBe(others);
        expect(landedOn(others, put, 'replace')).toEqual(others.filter((each) => !hit.includes(each)));
        const pushed = landedOn(others, put, 'push');
        expect(pushed.map(({ id }) => id)).toEqual(others.map(({ id }) => id));
        pushed.forEach((each, index) => {
          expect(put.some((one) => overlaps(one, each))).toBe(false);
          expect(each.start).toBeGreaterThanOrEqual(others[index]!.start);
          expect({ ...each, start: 0 }).toEqual({ ...others[index]!, start: 0 });
        });
        if (hit.length === 0) expect(pushed).toBe(others);
      }),
      { numRuns: 300 },
    );
    expect(hits).toBeGreaterThan(60);
  });

  it('a duplicate, a nudge or an octave lands as it is told to', () => {
    const newId = counter('n');
    const beat = (start: number, fields = {}) => note({ id: newId(), start: start * 20160, length: 20160, ...fields });
    const [first, second, third, above] = [beat(0), beat(1), beat(2), beat(1, { pitch: 72 })];
    const document = songWith([first, second, third, above]);
    const starts = (notes: readonly { start: number; pitch: number }[], pitch = 60) =>
      notes.filter((each) => each.pitch === pitch).map(({ start }) => start / 20160);
    const duplicated = (landing: 'merge' | 'replace' | 'push') =>
      run(document, 'duplicate', { roundTo: 'beat', landing }, [first.id]).notes;
    expect(starts(duplicated('merge'))).toEqual([0, 1, 1, 2]);
    expect(starts(duplicated('replace'))).toEqual([0, 1, 2]);
    expect(starts(duplicated('push'))).toEqual([0, 1, 2, 3]);
    expect(starts(duplicated('push'), 72)).toEqual([1]);
    expect(starts(run(document, 'nudge', { count: 1, unit: 'beat', landing: 'replace' }, [first.id]).notes)).toEqual([1, 2]);
    expect(run(document, 'transpose', { semitones: 12, landing: 'replace' }, [second.id]).notes.map(({ id }) => id)).not.toContain(
      above.id,
    );
    // Notes that move together do not land on each other.
    expect(starts(run(document, 'nudge', { count: 1, unit: 'beat', landing: 'replace' }, [first.id, second.id, third.id]).notes)).toEqual([
      1, 2, 3,
    ]);
  });
});
