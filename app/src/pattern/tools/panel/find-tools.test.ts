import { findTools } from './find-tools';

const first = (query: string, among = 3) =>
  findTools(query)
    .slice(0, among)
    .map((tool) => (tool.kind === 'action' ? tool.action.id : tool.rule.id));

test.each([
  ['chop', 'split-lines'],
  ['louder', 'velocity-scale'],
  ['rotat', 'rotate'],
  ['tranpose', 'transpose'],
  ['quantise', 'quantize'],
  ['copy again', 'duplicate'],
  ['backwards', 'reverse'],
  ['glue together', 'join'],
])('%s finds %s', (query, id) => {
  expect(first(query)).toContain(id);
});

test('words that say nothing find nothing', () => {
  expect(findTools('xqzj')).toEqual([]);
  expect(findTools('')).toEqual([]);
});
