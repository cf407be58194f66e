import type { TickSpan } from '../../notes/span';
import { copies } from '../../notes/repeat';
import { tickOfBar, type MeterAt } from '../../time';
import { loopTicks, notesAction, type NotesPart } from '../action';
import { paramsOf, wholeParam } from '../params';

export const bestBar = notesAction({
  id: 'best-bar',
  family: 'copy',
  subject: 'notes',
  label: 'Fill with the best bar',
  short: 'Best bar',
  help: 'Takes one bar of several and fills the others with it. Step through the bars while it plays: each is heard before you keep one.',
  words: ['best', 'bar', 'take', 'pick', 'fill', 'loop', 'copy', 'same'],
  params: paramsOf({ bar: wholeParam('Bar', 1, 64, 1) }),
  run: (part, { bar }, { meters, newId }) => {
    const bars = barsOf(part, meters);
    const chosen = bars[Math.min(bar, bars.length) - 1]!;
    const isIn = (tick: number, { start, end }: TickSpan) => tick >= start && tick < end;
    // Rows that go round by themselves have no bars, and what lies beyond the end is not heard.
    const isApart = ({ start, pitch }: NotesPart['notes'][number]) =>
      loopTicks(part, pitch) !== part.lengthTicks || start >= part.lengthTicks;
    const source = part.notes.filter((note) => !isApart(note) && isIn(note.start, chosen));
    const made = bars.flatMap((other, index) =>
      other === chosen
        ? []
        : copies(source, 1, other.start - chosen.start, (id) => newId(id, index)).filter(({ start }) => isIn(start, other)),
    );
    const ticksLater = bars.flatMap(({ start }) => (start === chosen.start ? [] : start - chosen.start));
    return { notes: [...part.notes.filter(isApart), ...source, ...made], copied: { ...chosen, ticksLater } };
  },
  whyNot: (part, { bar }, { meters }) => {
    const bars = barsOf(part, meters);
    if (bars.length < 2) return 'The pattern has only one bar. Make it longer first.';
    return bar > bars.length ? `The pattern has ${bars.length} bars.` : null;
  },
});

/** The bars of a pattern; the last may be cut short by its end. */
function barsOf({ lengthTicks }: NotesPart, meters: readonly MeterAt[]): TickSpan[] {
  const bars: TickSpan[] = [];
  for (let start = 0, number = 2; start < lengthTicks; number++) {
    const end = Math.min(lengthTicks, tickOfBar(meters, number));
    bars.push({ start, end });
    start = end;
  }
  return bars;
}
