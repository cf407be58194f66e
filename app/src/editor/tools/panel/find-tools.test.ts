import { ACTIONS, SELECTION_RULES } from '@yibbo/core';
import { findTools, type FoundTool } from './find-tools';
import { PLACES } from './places';

const nameOf = (tool: FoundTool) => (tool.kind === 'action' ? tool.action.id : tool.kind === 'rule' ? tool.rule.id : tool.place.label);
const first = (query: string, among = 3) => findTools(query).slice(0, among).map(nameOf);

test.each([
  ['chop', 'split-lines'],
  ['louder', 'velocity-scale'],
  ['rotat', 'rotate'],
  ['tranpose', 'transpose'],
  ['quantise', 'quantize'],
  ['copy again', 'duplicate'],
  ['backwards', 'reverse'],
  ['glue together', 'join'],
  ['zoom', 'Zoom in in time'],
  ['lane', 'Lanes …'],
  ['backdrop', 'Backdrop'],
  ['key', 'Key …'],
  ['record', 'WAV file …'],
  ['metronome', 'Song …'],
  ['history', 'History …'],
  ['chain', 'History …'],
  ['name', 'Track …'],
  ['downbeat', 'on-bar'],
  ['top note', 'in-chord'],
  ['quieter', 'velocity-scale'],
  ['snap', 'Snap on or off'],
  ['track', 'Track …'],
  ['climbing', 'Recipe: Climbing run'],
  ['stutter', 'Recipe: Stutter'],
])('%s finds %s', (query, id) => {
  expect(first(query)).toContain(id);
});

test('an action comes before a recipe of the same words; recipes of one’s own are found as they are now', () => {
  expect(first('half the time', 1)).toEqual(['stretch']);
  const own = (name: string) => [{ name, steps: [{ actionId: 'transpose', params: {} }] }];
  const found = (query: string, recipes: Parameters<typeof findTools>[1]) => findTools(query, recipes).map(nameOf);
  expect(found('marmalade', own('Marmalade'))).toContain('Recipe: Marmalade');
  expect(found('marmalade', own('Treacle'))).not.toContain('Recipe: Marmalade');
  expect(found('marmalade', [])).toEqual([]);
});

test('words that say nothing find nothing', () => {
  expect(findTools('xqzj')).toEqual([]);
  expect(findTools('')).toEqual([]);
});

test('every action, rule, sheet and switch is found by its own name, first or nearly so', () => {
  const named = [
    ...ACTIONS.map(({ id, label }) => [label, id]),
    ...SELECTION_RULES.map(({ id, label }) => [label, id]),
    ...PLACES.map(({ label }) => [label, label]),
  ] as [string, string][];
  const missed = named.filter(([label, name]) => !first(label, 4).includes(name));
  expect(missed).toEqual([]);
});
