import { bothChanged } from './both-changed';
import type { Change, EditEntry } from './change';

const change = (...entries: Change['entries']): Change => ({ id: 'c', label: 'c', at: 0, device: 'd', entries });
const edit = (ids: string[], ...fields: string[]): EditEntry => ({
  kind: 'edit',
  of: 'notes',
  in: 'p',
  ids,
  fields: Object.fromEntries(fields.map((field) => [field, [ids.map(() => 0), ids.map(() => 1)]])),
});

it.each([
  ['one field of two of three notes', change(edit(['a', 'b', 'c'], 'start')), change(edit(['b', 'c', 'd'], 'start')), 2],
  ['other fields of the same note', change(edit(['a'], 'start')), change(edit(['a'], 'pitch')), 0],
  ['two of three fields', change(edit(['a'], 'start', 'pitch', 'velocity')), change(edit(['a'], 'pitch', 'velocity')), 2],
  ['in several entries', change(edit(['a'], 'start'), edit(['a'], 'pitch')), change(edit(['a'], 'pitch'), edit(['a'], 'start')), 2],
  ['something else of the same id', change(edit(['a'], 'name')), change({ ...edit(['a'], 'name'), of: 'tracks' } as EditEntry), 0],
])('%s', (_what, one, other, count) => {
  expect([bothChanged(one, other), bothChanged(other, one)]).toEqual([count, count]);
});
