import fc from 'fast-check';
import { ACTIONS, canBeKept, heardAt, heardFrom, TICKS_PER_QUARTER, type Treatment } from '../src';
import { anyNotes, anyParams, note, songWith } from './make';

const STEP = TICKS_PER_QUARTER / 4;
const kept = (id: string, actionId: string, params: Treatment['params'], more: Partial<Treatment> = {}): Treatment => ({
  id,
  parentId: 'pattern',
  order: Number(id.slice(1)),
  actionId,
  params,
  on: true,
  ...more,
});

describe('where what is heard comes from', () => {
  const song = songWith([
    note({ id: 'low', start: 0, length: 4 * STEP, pitch: 60 }),
    note({ id: 'late', start: 8 * STEP, length: STEP, pitch: 62 }),
  ]);
  const [placement] = song.placements;
  const from = (treatments: readonly Treatment[], step: number, pitch: number) => {
    const found = heardFrom({ ...song, treatments: [...treatments] }, placement!, { tick: step * STEP, pitch });
    return found && [found.written?.id ?? null, found.treatments.map(({ id }) => id)];
  };

  it('is the written note, with what moved it or made more of it, in order; what leaves it alone is not named', () => {
    const list = [
      kept('t0', 'transpose', { semitones: 12 }),
      kept('t1', 'split-parts', { parts: 4 }),
      kept('t2', 'nudge', { count: 1, unit: '1/16' }, { noteIds: ['late'] }),
      kept('t3', 'velocity-scale', { percent: 100 }),
    ];
    expect(from(list, 2, 72)).toEqual(['low', ['t0', 't1']]);
    expect(from(list, 9, 74)).toEqual(['late', ['t0', 't1', 't2']]);
    expect(from(list, 8, 74)).toBeNull();
    expect(from(list, 0, 60)).toBeNull();
    expect(from([{ ...list[0]!, on: false }], 0, 60)).toBeNull();
    expect(from(list, 7, 72)).toBeNull();
  });

  it('is no written note where a row is made of nothing', () => {
    const made = kept('t0', 'rhythm', { hits: 4 }, { row: 72 });
    expect(from([made], 4, 72)).toEqual([null, ['t0']]);
    expect(from([made], 0, 60)).toEqual(['low', []]);
  });

  it('finds every note that is heard, and a written one for each, whatever is kept', () => {
    const keepable = ACTIONS.filter((action) => canBeKept(action) && action.takes !== 'row');
    const any = fc
      .constantFrom(...keepable)
      .chain((action) => anyParams(action).map((params) => kept('t0', action.id, params as Treatment['params'])));
    fc.assert(
      fc.property(anyNotes(6), any, (notes, treatment) => {
        const treated = { ...songWith(notes), treatments: [treatment] };
        const at = treated.placements[0]!;
        const written = new Set(notes.map(({ id }) => id));
        for (const heard of heardAt(treated, at) ?? []) {
          const found = heardFrom(treated, at, { tick: heard.start, pitch: heard.pitch });
          expect(found).not.toBeNull();
          expect(written.has(found!.written?.id ?? '')).toBe(true);
        }
      }),
    );
  });
});
