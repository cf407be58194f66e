import { FIGURES } from '../../notes/figures';
import { figureParam } from '../params';

const NAMES = Object.fromEntries(Object.entries(FIGURES).map(([id, { name }]) => [id, name]));

/** One of the ready figures, or none of them: "own". */
export function readyFigureParam(title: string, start = 'own') {
  return figureParam(title, ['own', ...Object.keys(FIGURES)], { ...NAMES, own: 'none' }, start);
}

/** One of the ready figures, the rhythm of a pattern, or neither of them, in words. */
export function anyFigureParam(title: string, start: string, own: string) {
  return figureParam(title, ['own', 'taken', ...Object.keys(FIGURES)], { ...NAMES, own, taken: 'of a pattern' }, start);
}
