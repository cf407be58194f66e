import { gridOfRow, isOnGrid } from '../time';
import { selectionRule } from './rule';
import { paramsOf } from '../actions/params';

export const offGrid = selectionRule({
  id: 'off-grid',
  label: 'Off the grid',
  short: 'Off grid',
  help: 'Notes that start on no line of the grid in use, each by the grid of its own row.',
  words: ['sloppy', 'late', 'early', 'loose'],
  params: paramsOf({}),
  pick: (notes, _selected, _params, grids) =>
    notes.filter(({ start, pitch }) => !isOnGrid(gridOfRow(grids, pitch), start)).map(({ id }) => id),
});
