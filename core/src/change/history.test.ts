import fc from 'fast-check';
import type { ChangeLabel } from './change';
import { historyLine, historyState, ownHistoryState, stepsTo } from './history';

const label = (id: string, more: Partial<ChangeLabel> = {}): ChangeLabel => ({ id, label: id, at: 0, device: 'me', ...more });

it('law: undo and redo come to what two piles would, with saved points anywhere', () => {
  let redone = 0;
  fc.assert(
    fc.property(fc.array(fc.constantFrom('do', 'undo', 'undo', 'redo', 'point'), { maxLength: 30 }), (acts) => {
      const labels: ChangeLabel[] = [];
      // On each pile lies the step, and the Change that did or undid it last.
      let done: { step: string; by: string }[] = [];
      let undone: { step: string; by: string }[] = [];
      for (const [index, act] of acts.entries()) {
        const id = `c${index}`;
        if (act === 'point') labels.push(label(id, { point: 'P' }));
        else if (act === 'do') {
          labels.push(label(id));
          done = [...done, { step: id, by: id }];
          undone = [];
        } else {
          const [from, to] = act === 'undo' ? [done, undone] : [undone, done];
          const last = from.pop();
          if (!last) continue;
          labels.push(label(id, { undoes: last.by }));
          to.push({ step: last.step, by: id });
          if (act === 'redo') redone++;
        }
      }
      const wanted = { undo: done.at(-1)?.by ?? null, redo: undone.at(-1)?.by ?? null };
      expect(historyState(labels)).toEqual(wanted);
      expect(ownHistoryState(labels, 'me')).toEqual(wanted);
      expect(ownHistoryState(labels, 'you')).toEqual({ undo: null, redo: null });
      const line = historyLine(labels).filter(({ point }) => point === null);
      expect(line.map(({ id, isDone }) => [id, isDone])).toEqual([
        ...done.map(({ by }) => [by, true]),
        ...[...undone].reverse().map(({ by }) => [by, false]),
      ]);
      line.forEach(({ id }, at) => expect(stepsTo(line, id)).toBe(at - done.length + 1));
      expect(stepsTo(line, 'never')).toBe(0);
    }),
    { numRuns: 300 },
  );
  expect(redone).toBeGreaterThan(25);
});

it('a step that two windows took back at once is gone once, and the steps before it stay', () => {
  const labels = [label('a'), label('b'), label('u', { undoes: 'b' }), label('w', { undoes: 'b' })];
  // The second undo found nothing left: it is a step without anything in it, which undo passes over by taking it back.
  expect(historyState(labels)).toEqual({ undo: 'w', redo: null });
  expect(historyState([...labels, label('x', { undoes: 'w' })])).toEqual({ undo: 'a', redo: 'x' });
});
