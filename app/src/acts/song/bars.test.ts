import { meterAt, barTicks } from '@yibbo/core';
import fc from 'fast-check';
import { opened } from '../../../test/opened';
import { undo } from '../document/undo';
import { stretchSet } from '../../state/session/session';
import { copyBars, deleteBars, insertBars, setMeterAt } from './stretch';
import { stretchOf } from './sections';

/** Where each bar of the first hundred begins, counted bar by bar from the meters alone. */
function barLines(meters: Parameters<typeof meterAt>[0]): number[] {
  const lines = [0];
  for (let bar = 0; bar < 100; bar++) {
    const from = lines.at(-1)!;
    const whole = from + barTicks(meterAt(meters, from));
    const next = meters.find(({ tick }) => tick > from)?.tick ?? Infinity;
    lines.push(Math.min(whole, next));
  }
  return lines;
}

it('law: after any acts, undone or not, what is marked and what its sheet acts on are the bars that it says', () =>
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.constantFrom('less', 'more', 'insert', 'copy', 'undo', 'redo', 'mark'), fc.integer({ min: 1, max: 6 })), {
        maxLength: 12,
      }),
      (acts) => {
        const { store, dispatch } = opened();
        const song = () => store.getState().song.document!.song;
        dispatch(stretchSet({ first: 2, last: 2 }));
        for (const [act, number] of acts) {
          const bars = store.getState().session.stretch!;
          const line = barLines(song().meters)[bars.first - 1]!;
          const { numerator, denominator } = meterAt(song().meters, line);
          if (act === 'mark') dispatch(stretchSet({ first: number, last: number + 1 }));
          else if (act === 'insert') dispatch(insertBars(bars, 'x'));
          else if (act === 'copy') dispatch(copyBars(bars, 'linked', 'x'));
          else if (act === 'undo') void dispatch(undo());
          else if (act === 'redo') void dispatch(undo('redo'));
          else dispatch(setMeterAt(line, { numerator: Math.max(2, numerator + (act === 'less' ? -1 : 1)), denominator }));
        }
        const { first, last } = store.getState().session.stretch!;
        const lines = barLines(song().meters);
        const span = stretchOf(store.getState().song.document!, { bars: { first, last } })!;
        expect([span.start, span.end]).toEqual([lines[first - 1], lines[last]]);
        // And deleting takes just that time out: whatever stood behind it stands there now.
        dispatch(setMeterAt(lines[last + 20]!, { numerator: 5, denominator: 4 }));
        const marked = song().meters.at(-1)!.tick;
        dispatch(deleteBars(span, 'x'));
        expect(marked - song().meters.at(-1)!.tick).toBe(lines[last]! - lines[first - 1]!);
      },
    ),
    { numRuns: 60 },
  ));
