import fc from 'fast-check';
import { anyNotes, note, PATTERN, songWith } from '../../test/make';
import { byStartThenPitch, notesOf, type Document } from '../model';
import {
  apply,
  applyOwn,
  diff,
  goesWith,
  historyLine,
  historyState,
  ownHistoryState,
  invert,
  layOnTop,
  readChanges,
  stepsTo,
  type Change,
  type ChangeLabel,
} from '.';

const stamp = { id: 'c', at: 0, device: 'd', label: 'Edit' };
const changeBetween = (before: Document, after: Document, id = 'c'): Change => ({ ...stamp, id, entries: diff(before, after) });

/** Two states of one song: some notes stay, some change, some go, some come. */
const twoSongs = fc.tuple(anyNotes(), anyNotes()).map(([before, after]) => [songWith(before), songWith(after)] as const);

describe('a Change', () => {
  it('is the difference: applied it gives the new state, inverted the old one again', () => {
    fc.assert(
      fc.property(twoSongs, ([before, after]) => {
        const change = changeBetween(before, after);
        expect(applyOwn(before, change)).toEqual(after);
        expect(applyOwn(after, invert(change, { ...stamp, id: 'u' }))).toEqual(before);
      }),
    );
  });

  it('finds its rows in whatever order it names them, moved or not, and refuses one that is named twice', () => {
    const edit = (notes: readonly { id: string; start: number; velocity: number }[], field: 'start' | 'velocity', values: number[]) => ({
      ...stamp,
      entries: [
        {
          kind: 'edit' as const,
          of: 'notes' as const,
          in: PATTERN,
          ids: notes.map(({ id }) => id),
          fields: { [field]: [notes.map((each) => each[field]), values] as const },
        },
      ],
    });
    fc.assert(
      fc.property(
        anyNotes(12),
        fc.constantFrom('start', 'velocity'),
        fc.array(fc.integer({ min: 1, max: 127 }), { minLength: 12 }),
        (notes, field, values) => {
          fc.pre(notes.length > 1);
          const document = songWith(notes);
          const named = [...notesOf(document, PATTERN)].reverse().slice(0, Math.ceil(notes.length / 2));
          const given = values.slice(0, named.length);
          const after = notesOf(applyOwn(document, edit(named, field, given)), PATTERN);
          const expected = notesOf(document, PATTERN).map((each) => {
            const place = named.indexOf(each);
            return place < 0 ? each : { ...each, [field]: given[place] };
          });
          expect(after).toEqual([...expected].sort(byStartThenPitch));
          const twice = edit([named[0]!, named[0]!], field, [1, 2]);
          expect(apply(document, twice)).toMatchObject({ ok: false, mismatch: { code: 'missing', id: named[0]!.id } });
        },
      ),
    );
  });

  it('survives its way through JSON', () => {
    fc.assert(
      fc.property(twoSongs, ([before, after]) => {
        const sent = readChanges([JSON.parse(JSON.stringify(changeBetween(before, after)))]);
        expect(sent).toMatchObject({ ok: true });
        expect(applyOwn(before, (sent as unknown as { changes: Change[] }).changes[0]!)).toEqual(after);
      }),
    );
  });

  it('keeps every list in order', () => {
    fc.assert(
      fc.property(twoSongs, ([before, after]) => {
        const notes = notesOf(applyOwn(before, changeBetween(before, after)), PATTERN);
        expect([...notes].sort(byStartThenPitch)).toEqual(notes);
      }),
    );
  });

  it('refuses what does not fit, naming entity and field, and changes nothing', () => {
    const document = songWith([note()]);
    const edit = (fields: Record<string, [unknown[], unknown[]]>, id = 'n'): Change => ({
      ...stamp,
      entries: [{ kind: 'edit', of: 'notes', in: PATTERN, ids: [id], fields }],
    });
    expect(apply(document, edit({ pitch: [[61], [62]] }))).toEqual({
      ok: false,
      mismatch: { code: 'differs', of: 'notes', id: 'n', field: 'pitch' },
    });
    expect(apply(document, edit({ pitch: [[60], [128]] }))).toMatchObject({ mismatch: { code: 'invalid', field: 'pitch' } });
    expect(apply(document, edit({ pitch: [[60], [62]] }, 'gone'))).toMatchObject({ mismatch: { code: 'missing', id: 'gone' } });
    expect(apply(document, { ...stamp, entries: [{ kind: 'create', of: 'notes', entities: [note()] }] })).toMatchObject({
      mismatch: { code: 'alreadyThere' },
    });
    expect(
      apply(document, { ...stamp, entries: [{ kind: 'create', of: 'notes', entities: [note({ id: 'm', patternId: 'none' })] }] }),
    ).toMatchObject({ mismatch: { code: 'parentMissing' } });
    expect(apply(document, { ...stamp, entries: [{ kind: 'remove', of: 'patterns', entities: document.patterns }] })).toMatchObject({
      mismatch: { code: 'stillInUse' },
    });
  });
});

describe('two windows', () => {
  const base = songWith([note()]);
  const with_ = (fields: Partial<ReturnType<typeof note>>) => songWith([note(fields)]);

  it('both edits stay where they touch different fields; on the same field the later arrival wins', () => {
    const first = applyOwn(base, changeBetween(base, with_({ velocity: 40 })));
    const { document, lost } = layOnTop(first, changeBetween(base, with_({ velocity: 90, pitch: 64 })));
    expect(notesOf(document, PATTERN)[0]).toMatchObject({ velocity: 90, pitch: 64 });
    expect(lost).toEqual([]);
  });

  it('removal beats edit, and what was lost is told', () => {
    const removed = applyOwn(base, changeBetween(base, songWith([])));
    const { document, lost } = layOnTop(removed, changeBetween(base, with_({ pitch: 64 })));
    expect(notesOf(document, PATTERN)).toEqual([]);
    expect(lost).toEqual([{ of: 'notes', id: 'n' }]);
  });

  it('undo leaves a field alone that has changed since, and tells', () => {
    const mine = changeBetween(base, with_({ pitch: 64, velocity: 40 }));
    const since = applyOwn(applyOwn(base, mine), changeBetween(with_({ pitch: 64, velocity: 40 }), with_({ pitch: 70, velocity: 40 })));
    const { document, lost } = layOnTop(since, invert(mine, { ...stamp, id: 'u' }), 'present');
    expect(notesOf(document, PATTERN)[0]).toMatchObject({ pitch: 70, velocity: 100 });
    expect(lost).toEqual([{ of: 'notes', id: 'n', field: 'pitch' }]);
  });

  it('whatever arrives in whatever state, nothing throws and what comes out is a whole song', () => {
    fc.assert(
      fc.property(twoSongs, anyNotes(), ([before, after], other) => {
        const { document, change } = layOnTop(songWith(other), changeBetween(before, after));
        expect(applyOwn(songWith(other), change)).toEqual(document);
      }),
    );
  });
});

describe('the history', () => {
  const labels = (...steps: [string, string?][]): ChangeLabel[] =>
    steps.map(([id, undoes]) => ({ id, label: id, at: 0, device: 'd', ...(undoes ? { undoes } : {}) }));

  it('undoes back through what is done, redoes what was undone, and a new step ends redo', () => {
    expect(historyState(labels(['a'], ['b']))).toEqual({ undo: 'b', redo: null });
    expect(historyState(labels(['a'], ['b'], ['u', 'b']))).toEqual({ undo: 'a', redo: 'u' });
    expect(historyState(labels(['a'], ['b'], ['u', 'b'], ['v', 'a']))).toEqual({ undo: null, redo: 'v' });
    expect(historyState(labels(['a'], ['b'], ['u', 'b'], ['r', 'u']))).toEqual({ undo: 'r', redo: null });
    expect(historyState(labels(['a'], ['u', 'a'], ['c']))).toEqual({ undo: 'c', redo: null });
  });
});

describe('the history of two devices', () => {
  const labels = (...steps: [string, string, string?][]): ChangeLabel[] =>
    steps.map(([device, id, undoes]) => ({ id, label: id, at: 0, device, ...(undoes ? { undoes } : {}) }));
  const both = (...steps: [string, string, string?][]) => ['me', 'you'].map((device) => ownHistoryState(labels(...steps), device));

  it('each takes back its own, and does it again though the other went on; what the other took back is done with', () => {
    const start: [string, string][] = [
      ['me', 'a'],
      ['you', 'b'],
      ['me', 'c'],
      ['you', 'd'],
    ];
    expect(both(...start)).toEqual([
      { undo: 'c', redo: null },
      { undo: 'd', redo: null },
    ]);
    expect(both(...start, ['me', 'u', 'c'], ['you', 'e'])).toEqual([
      { undo: 'a', redo: 'u' },
      { undo: 'e', redo: null },
    ]);
    expect(both(...start, ['you', 'u', 'c'])[0]).toEqual({ undo: 'a', redo: null });
    expect(both(...start, ['me', 'u', 'c'], ['me', 'f'])[0]).toEqual({ undo: 'f', redo: null });
  });

  it('law: with one device alone it is the history of all', () =>
    fc.assert(
      fc.property(fc.array(fc.boolean(), { maxLength: 12 }), (undoes) => {
        const all: ChangeLabel[] = [];
        for (const [index, isUndo] of undoes.entries()) {
          const { undo } = historyState(all);
          all.push({ id: `c${index}`, label: '', at: 0, device: 'me', ...(isUndo && undo ? { undoes: undo } : {}) });
        }
        expect(ownHistoryState(all, 'me')).toEqual(historyState(all));
      }),
    ));
});

describe('the history as one line', () => {
  const label = (id: string, words: string, more: Partial<ChangeLabel> = {}): ChangeLabel => ({
    id,
    label: words,
    at: 0,
    device: 'd',
    ...more,
  });
  const read = (labels: readonly ChangeLabel[]) =>
    historyLine(labels).map(({ words, isDone, point }) => `${words}${point ? '*' : ''}${isDone ? '' : '?'}`);

  it('a run of Changes is one step, done or undone, unless it still goes on', () => {
    const run = { together: 'r' };
    const labels = [label('a', 'Draw'), label('b', 'Step 1', run), label('c', 'Step 2', run), label('d', 'Move')];
    expect(read(labels)).toEqual(['Draw', 'Step 2', 'Move']);
    expect(historyLine(labels, 'r').map(({ id }) => id)).toEqual(['a', 'b', 'c', 'd']);
    const undone = [
      ...labels,
      label('u', 'Undo: Move', { undoes: 'd' }),
      label('v', 'Undo: Step 2', { undoes: 'c', ...run }),
      label('w', 'Undo: Step 1', { undoes: 'b', ...run }),
    ];
    expect(read(undone)).toEqual(['Draw', 'Step 2?', 'Move?']);
    expect(goesWith(undone, 'v', { together: 'r' })).toBe(true);
    expect([goesWith(undone, 'a', { together: 'r' }), goesWith(undone, 'a', {}), goesWith(undone, null, run)]).toEqual([
      false,
      false,
      false,
    ]);
  });

  it('says what is done, what is undone, and where points were saved, however often that went to and fro', () => {
    const labels = [label('a', 'Draw'), label('p', 'Saved point: One', { point: 'One' }), label('b', 'Move'), label('c', 'Split')];
    expect(read(labels)).toEqual(['Draw', 'Saved point: One*', 'Move', 'Split']);
    const undone = [...labels, label('u', 'Undo: Split', { undoes: 'c' }), label('v', 'Undo: Move', { undoes: 'b' })];
    expect(read(undone)).toEqual(['Draw', 'Saved point: One*', 'Move?', 'Split?']);
    expect(historyState(undone)).toEqual({ undo: 'a', redo: 'v' });
    const again = [...undone, label('r', 'Redo: Move', { undoes: 'v' })];
    expect(read(again)).toEqual(['Draw', 'Saved point: One*', 'Move', 'Split?']);
    // Something new leaves the undone step behind; a saved point does not.
    expect(read([...again, label('q', 'Saved point: Two', { point: 'Two' })])).toEqual([
      'Draw',
      'Saved point: One*',
      'Move',
      'Saved point: Two*',
      'Split?',
    ]);
    expect(read([...again, label('d', 'Join')])).toEqual(['Draw', 'Saved point: One*', 'Move', 'Join']);
  });

  it('counts how far a step is: undos back, redos on', () => {
    const line = historyLine([
      label('a', 'A'),
      label('b', 'B'),
      label('p', 'P', { point: 'P' }),
      label('c', 'C'),
      label('u', 'Undo: C', { undoes: 'c' }),
    ]);
    expect(['a', 'b', 'u', 'nothing'].map((id) => stepsTo(line, id))).toEqual([-1, 0, 1, 0]);
  });
});
