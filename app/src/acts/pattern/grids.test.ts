import { division, isOnGrid, lineAfter, type Division } from '@yibbo/core';
import fc from 'fast-check';
import { opened, PATTERN, STEP } from '../../../test/opened';
import { changeGrid, ownDivision, pinsOf, setDivision, type GridTarget } from './grids';
import { activeRow, rowsFor } from './rows';
import { selectPart, type OpenPart } from '../../state/session/selectors';
import { patternViewSet, type RowChoice } from '../../state/preferences/pattern-views';
import { preferencesSet } from '../../state/preferences/preferences';
import { cursorSet, fingerSet, sheetSet, spanSet, trayTabSet } from '../../state/session/session';

const partOf = (store: ReturnType<typeof opened>['store']): OpenPart => selectPart(store.getState())!;
const span = (from: number, to: number) => ({ start: from * STEP, end: to * STEP });

describe('the grid', () => {
  it('of a stretch of time takes the place of what it lies over and leaves the rest', () => {
    const { store, dispatch } = opened();
    dispatch(setDivision(span(0, 12), division('1/8', 'triplet')));
    dispatch(setDivision(span(4, 8), division('1/32')));
    expect(partOf(store).view.spanDivisions).toEqual([
      { ...span(0, 4), division: division('1/8', 'triplet') },
      { ...span(4, 8), division: division('1/32') },
      { ...span(8, 12), division: division('1/8', 'triplet') },
    ]);
    // Each stretch counts from where it begins, and its edges are lines.
    const { grid } = partOf(store);
    expect(lineAfter(grid, 4 * STEP)).toBe(4.5 * STEP);
    expect(lineAfter(grid, 8 * STEP)).toBeCloseTo((8 + 4 / 3) * STEP, 6);
    expect(isOnGrid(grid, 12 * STEP)).toBe(true);
    dispatch(setDivision(span(0, 12), null));
    expect(partOf(store).view.spanDivisions).toEqual([]);
  });

  it("of a row rules that row alone, is said beside the pattern's, and goes at a touch", () => {
    const { store, dispatch } = opened();
    dispatch(setDivision({ row: 60 }, division('1/4')));
    dispatch(changeGrid('finer'));
    const part = partOf(store);
    expect(part.division).toEqual(division('1/32'));
    expect(part.rowGrids.get(60)).toMatchObject({ numerator: 4 * STEP, denominator: 1 });
    expect(part.rowGrids.has(62)).toBe(false);
    expect(pinsOf(part, (pitch) => `key ${pitch}`)).toEqual(['key 60 1/4']);
    dispatch(setDivision({ row: 60 }, null));
    expect(ownDivision(partOf(store), { row: 60 })).toBeNull();
    expect(pinsOf(partOf(store), String)).toEqual([]);
  });
});

describe('settings of the view', () => {
  const divisions: fc.Arbitrary<Division> = fc.record({
    unit: fc.constantFrom('1 bar', '1/2', '1/8', '1/16', '1/64'),
    count: fc.integer({ min: 2, max: 15 }),
    inSpaceOf: fc.integer({ min: 1, max: 15 }),
  });
  const targets: fc.Arbitrary<GridTarget> = fc.oneof(
    fc.constant('pattern' as const),
    fc.record({ row: fc.integer({ min: 0, max: 127 }) }),
    fc.tuple(fc.integer({ min: 0, max: 10 }), fc.integer({ min: 1, max: 6 })).map(([from, steps]) => span(from, from + steps)),
  );
  const view = fc.record(
    {
      viewMode: fc.constantFrom('steps' as const, 'notes' as const),
      bar: fc.integer({ min: 0, max: 9 }),
      activeRow: fc.integer({ min: 0, max: 127 }),
      followsZoom: fc.boolean(),
      rowChoice: fc.constantFrom<RowChoice>('every', 'scale', 'kit', 'used'),
    },
    { requiredKeys: [] },
  );
  const habits = fc.record(
    {
      middleOctave: fc.constantFrom(3 as const, 4 as const),
      isSnapping: fc.boolean(),
      snapsBy: fc.constantFrom('distance' as const, 'line' as const),
      drawnLengths: fc.constantFrom<Record<string, 'last' | number>>({}, { song: 'last' }, { song: 777 }),
      runsKeepToKey: fc.boolean(),
      hitsAsMarks: fc.boolean(),
    },
    { requiredKeys: [] },
  );
  const acts = fc.oneof(
    fc.tuple(targets, fc.option(divisions)).map(([target, value]) => setDivision(target, value) as unknown),
    fc.constantFrom('coarser' as const, 'finer' as const, 'form' as const).map((change) => changeGrid(change)),
    view.map((changed) => patternViewSet({ patternId: PATTERN, view: changed })),
    habits.map((changed) => preferencesSet(changed)),
    fc.constantFrom(
      fingerSet('paints'),
      trayTabSet('view'),
      sheetSet({ kind: 'row' }),
      cursorSet({ tick: 9, pitch: 61 }),
      spanSet(span(1, 5)),
    ),
  );

  it('leave the song the very one it was, and nothing to undo', () => {
    fc.assert(
      fc.property(fc.array(acts, { maxLength: 40 }), (done) => {
        const { store, dispatch } = opened();
        const { document, history } = store.getState().song;
        for (const act of done) dispatch(act);
        expect(store.getState().song.document).toBe(document);
        expect(store.getState().song.history).toBe(history);
      }),
      { numRuns: 60 },
    );
  });
});

describe('rows', () => {
  it('that are chosen hold the notes there are or say so, and the current row is among them', () => {
    const { store } = opened();
    const part = partOf(store);
    const show = (rowChoice: RowChoice | null, pitches: number[]) =>
      rowsFor(
        { ...part, view: { ...part.view, rowChoice } },
        pitches.map((pitch) => ({ pitch })),
      ).map(({ pitch }) => pitch);
    expect(show('used', [60, 67, 60])).toEqual([67, 60]);
    expect(show(null, [60])).toHaveLength(128);
    // There is no scale to show without a key.
    expect(show('scale', [60])).toHaveLength(128);
    const rows = rowsFor(part, []);
    expect(activeRow(part, rows, [{ pitch: 64 }, { pitch: 61 }], null)).toBe(61);
    expect(activeRow(part, rows, [{ pitch: 64 }], 70)).toBe(70);
  });
});
