/** Whether two JSON values say the same; undefined and null count as one ("not there"). */
export function sameValue(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (a === undefined || a === null || b === undefined || b === null) return (a ?? null) === (b ?? null);
  if (typeof a !== 'object' || typeof b !== 'object') return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const left = a as Record<string, unknown>;
  const right = b as Record<string, unknown>;
  for (const key of Object.keys(left)) if (!sameValue(left[key], right[key])) return false;
  for (const key of Object.keys(right)) if (!Object.hasOwn(left, key) && !sameValue(undefined, right[key])) return false;
  return true;
}
