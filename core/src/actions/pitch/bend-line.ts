import { BEND_SHAPES, MAX_BEND_CENTS, MAX_BEND_POINTS, type BendPoint } from '../../model/entities';
import { pointsOfLine } from '../../lanes/curve';
import { bent } from '../../notes/bend';
import { noteUnder } from '../../notes/under';
import { clamp } from '../../time';
import { notesAction, type Drag } from '../action';
import { choiceParam, paramsOf, textParam } from '../params';

/** Cents that a drawn line snaps to while the grid holds; points closer to the line than this are dropped. */
const STEP_CENTS = 25;
const WITHIN_CENTS = 20;

export const bendLine = notesAction({
  id: 'bend-line',
  family: 'pitch',
  subject: 'notes',
  label: 'Draw a bend',
  short: 'Draw',
  help: 'Draws a pitch line into notes with a finger: drag along a note, above it to bend up, below it to bend down. Or type it: how far into the note in percent, and how many cents, one pair after the other.',
  words: ['glide', 'slide', 'pitch', 'curve', 'draw', 'freehand', 'whammy', 'wobble'],
  params: paramsOf({ text: textParam('Line', '0 -200, 30 0'), shape: choiceParam('On its way', BEND_SHAPES, 'straight') }),
  dragControl: {
    hint: 'Drag along a note: above it bends up, below it down.',
    on: (drag, { notes }) => noteUnder(notes, drag.path[0]!)?.id ?? null,
    params: (drag, { notes }) => {
      const note = noteUnder(notes, drag.path[0]!);
      return note ? { text: textOf(drag, note) } : null;
    },
  },
  run: ({ notes }, { text, shape }) => {
    const line = readLine(text);
    if (line === null || line.length === 0) return { notes };
    return {
      notes: bent(notes, (length) =>
        line.map(({ percent, cents }): BendPoint => ({ tick: Math.round((length * percent) / 100), cents, shape })),
      ),
    };
  },
  whyNot: (_part, { text }) => {
    const line = readLine(text);
    if (line === null) return 'A line is pairs of numbers: "0 -200, 30 0" begins two semitones below and is there at 30 % of the note.';
    return line.length === 0 ? 'Drag along a note to draw its line, or type one.' : null;
  },
});

interface LinePoint {
  readonly percent: number;
  readonly cents: number;
}

/** A typed line; null where it is none. */
function readLine(text: string): LinePoint[] | null {
  const pairs = text.split(',').filter((pair) => pair.trim() !== '');
  const points = pairs.map((pair) => {
    const [percent, cents, ...more] = pair
      .trim()
      .split(/\s+/)
      .map((word) => Number(word.replace('−', '-')));
    return { percent, cents, isPair: more.length === 0 };
  });
  if (points.length > MAX_BEND_POINTS) return null;
  const areRight = points.every(
    ({ percent = NaN, cents = NaN, isPair }) => isPair && percent >= 0 && percent <= 100 && Math.abs(cents) <= MAX_BEND_CENTS,
  );
  if (!areRight) return null;
  return points.map(({ percent, cents }) => ({ percent: percent!, cents: Math.round(cents!) })).sort((a, b) => a.percent - b.percent);
}

/** The bend line a drag along a note draws, as typed text: where the drag goes back over itself, the last stroke wins. */
function textOf({ path, isFree }: Drag, note: { readonly start: number; readonly length: number; readonly pitch: number }): string {
  const step = isFree ? 1 : STEP_CENTS;
  const drawn = new Map<number, number>();
  for (const { tick, pitch, inRow = 0 } of path) {
    const percent = clamp(Math.round(((tick - note.start) / note.length) * 100), 0, 100);
    const cents = Math.round((100 * (pitch + inRow - note.pitch)) / step) * step;
    drawn.set(percent, clamp(cents, -MAX_BEND_CENTS, MAX_BEND_CENTS));
  }
  const percents = [...drawn.keys()].sort((a, b) => a - b);
  const points = pointsOfLine(percents, (percent) => drawn.get(percent)!, 'straight', WITHIN_CENTS);
  return points.map(({ tick: percent, value }) => `${percent} ${value}`).join(', ');
}
