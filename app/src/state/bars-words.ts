import type { BarSpan } from '@yibbo/core';

/** "Bar 9", "Bars 9 to 12". */
export function barsWords({ first, last }: BarSpan): string {
  return first === last ? `Bar ${first}` : `Bars ${first} to ${last}`;
}
