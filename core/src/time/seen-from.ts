/** Marks of tempo or meter as seen from the beginning of a pattern that is placed at `start` with its first `offset` ticks left out: what rules where
 *  the placement begins rules from tick 0, later ones follow where the pattern meets them. Empty where there are none. */
export function marksSeenFrom<M extends { readonly tick: number }>(
  marks: readonly M[],
  { start, offset }: { readonly start: number; readonly offset: number },
): readonly M[] {
  const ruling = marks.findLast(({ tick }) => tick <= start) ?? marks[0];
  if (!ruling) return [];
  const later = marks.filter(({ tick }) => tick > start).map((mark) => ({ ...mark, tick: mark.tick - start + offset }));
  return [{ ...ruling, tick: 0 }, ...later];
}
