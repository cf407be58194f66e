import type { Note } from '../model/entities';

/** Notes with their time stretched from `from` on by `times` over `over`: exact where that divides, to the nearest tick else. Lengths are stretched
 *  too, or stay; none gets shorter than one tick. */
export function stretched(
  notes: readonly Note[],
  from: number,
  { times, over }: { readonly times: number; readonly over: number },
  lengthsToo: boolean,
): readonly Note[] {
  if (times === over) return notes;
  const moved = (tick: number) => from + Math.round(((tick - from) * times) / over);
  return notes.map((note) => {
    const start = moved(note.start);
    const length = lengthsToo ? Math.max(1, moved(note.start + note.length) - start) : note.length;
    return { ...note, start, length };
  });
}

/** Notes leaning early or late within a span: t' = a + L·((t − a)/L)^g for starts and ends, so that the span stays and what is in it thins out
 *  towards one side. `power` is g: above 1 early notes shrink and late ones grow, below 1 the reverse. */
export function leant(notes: readonly Note[], span: { readonly start: number; readonly end: number }, power: number): readonly Note[] {
  const length = span.end - span.start;
  if (power === 1 || length <= 0) return notes;
  const moved = (tick: number) =>
    tick <= span.start || tick >= span.end ? tick : span.start + Math.round(length * ((tick - span.start) / length) ** power);
  return notes.map((note) => {
    const start = moved(note.start);
    return { ...note, start, length: Math.max(1, moved(note.start + note.length) - start) };
  });
}
