import {
  actionById,
  applyOwn,
  checkDocument,
  findAction,
  idsOfRun,
  invert,
  notesAction,
  notesOf,
  paramsOf,
  perform,
  seededRandom,
  TICKS_PER_QUARTER,
  type NotesAction,
} from '../src';
import { actionContext, note, PATTERN, run, songWith, stamp } from './make';

const BAR = 4 * TICKS_PER_QUARTER;

it('an action may lengthen its pattern, place it again, and make a track with a pattern and notes; undo is exact', () => {
  const document = songWith([note({ id: 'a' })], 1);
  const [track, pattern, placement] = [document.tracks[0]!, document.patterns[0]!, document.placements[0]!];
  const twoBars: NotesAction = notesAction({
    id: 'two-bars',
    family: 'make',
    subject: 'notes',
    label: 'Two bars',
    short: 'Two bars',
    help: '.',
    words: [],
    params: paramsOf({}),
    run: ({ notes }, _params, { newId }) => {
      const trackId = newId('track', 0);
      const patternId = newId('pattern', 0);
      return {
        notes: [...notes, { ...notes[0]!, id: newId('a', 0), start: BAR }],
        others: {
          put: {
            patterns: [
              { ...pattern, length: 2 * BAR },
              { ...pattern, id: patternId },
            ],
            tracks: [{ ...track, id: trackId, order: 1 }],
            placements: [
              { ...placement, id: newId('placement', 0), start: 4 * BAR },
              { ...placement, id: newId('placement', 1), trackId, patternId },
            ],
            notes: [{ ...notes[0]!, id: newId('a', 1), patternId }],
          },
          remove: { placements: [placement.id] },
        },
      };
    },
  });
  const request = { action: twoBars, params: {}, patternId: PATTERN, noteIds: [], seed: 1 };
  const { change } = perform(document, request, actionContext(), stamp);
  const after = applyOwn(document, change);
  expect(checkDocument(after)).toBeNull();
  expect(after.patterns.map(({ length }) => length).sort((a, b) => a - b)).toEqual([BAR, 2 * BAR]);
  expect(notesOf(after, PATTERN).map(({ start }) => start)).toEqual([0, BAR]);
  expect(after.tracks).toHaveLength(2);
  expect(after.placements.map(({ start }) => start)).toEqual([0, 4 * BAR]);
  expect(applyOwn(after, invert(change, { ...stamp, id: 'u', label: '' }))).toEqual(document);
});

it('what is made has the same id while settings change, so that its draws of chance stay as they are', () => {
  const chancy = songWith([note({ id: 'a', length: BAR, chance: 50 })], 1);
  const pieces = (parts: number) => run(chancy, 'split-parts', { parts }, [], { newId: idsOfRun('trial') }).notes.map(({ id }) => id);
  expect(pieces(8).slice(0, 3)).toEqual(pieces(3));
  expect(new Set(pieces(64)).size).toBe(64);
  const again = run(chancy, 'split-parts', { parts: 3 }, [], { newId: idsOfRun('another') }).notes.map(({ id }) => id);
  expect(again.slice(1)).not.toEqual(pieces(3).slice(1));
  // Written out and then cut, a roll's hits and their pieces are all different notes.
  const rolled = songWith([note({ id: 'a', length: BAR, roll: { hits: 3, shape: 'even' } })], 1);
  const cut = run(rolled, 'split-parts', { parts: 8 }, [], { newId: idsOfRun('trial') }).notes;
  expect(new Set(cut.map(({ id }) => id)).size).toBe(cut.length);
  expect(cut.length).toBeGreaterThan(8);
});

it('a Change made in two runs says how both were made, with divisions in place of the grid', () => {
  const document = songWith([note({ id: 'a' })], 1);
  const first = run(document, 'nudge', { count: 2 });
  const second = run(first.after, 'duplicate', {}, ['a'], { grid: { numerator: 20160, denominator: 11 } });
  expect([first.change, second.change].flatMap(({ made }) => made)).toEqual([
    { actionId: 'nudge', params: { count: 2, unit: '5040 ticks', landing: 'merge' }, seed: 1, noteIds: [] },
    { actionId: 'duplicate', params: { roundTo: '20160/11 ticks', landing: 'merge' }, seed: 1, noteIds: ['a'] },
  ]);
  expect(findAction('nudge')).toBe(actionById('nudge'));
  expect(findAction('constructor')).toBeUndefined();
});

it('no two of 200,000 made ids are the same, wherever they come from', () => {
  const random = seededRandom(7);
  const newId = idsOfRun('run');
  const made = Array.from({ length: 200_000 }, () => newId(`${random()} ${random()}`, 1));
  expect(new Set(made).size).toBe(made.length);
});
