import { OF_FIGURES } from '@yibbo/core';

/** Changed settings of a rhythm: one that a figure has of its own lets go of the figure. */
export function besideFigure(changed: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>> {
  return Object.keys(changed).some((name) => OF_FIGURES.has(name)) ? { figure: 'own', ...changed } : changed;
}
