import { clamp, modulo } from '../time';

/** How a line is led from where a drag began to where it is. */
export const SHAPES = ['hand', 'straight', 'bow', 'wave', 'zigzag', 'blocks'] as const;
export type Shape = (typeof SHAPES)[number];
/** Number of turns along a drag, for shapes that go to and fro. */
export const MOST_TURNS = 32;

/** Height of a shape at `along` (0 at the beginning of a drag, 1 at its end), from 0 (where it began) to 1 (where it is): straight runs
 *  from one to the other, a bow rises and comes back once, waves, zigzags and blocks do so `turns` times. By hand has no height of its own. */
export function shapeHeight(shape: Exclude<Shape, 'hand'>, along: number, turns: number): number {
  const at = clamp(along, 0, 1);
  const inTurn = modulo(at * turns, 1);
  switch (shape) {
    case 'straight':
      return at;
    case 'bow':
      return Math.sin(Math.PI * at);
    case 'wave':
      return (1 - Math.cos(2 * Math.PI * inTurn)) / 2;
    case 'zigzag':
      return 1 - Math.abs(2 * inTurn - 1);
    case 'blocks':
      return inTurn < 0.5 ? 0 : 1;
  }
}
