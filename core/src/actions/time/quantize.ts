import type { Note } from '../../model/entities';
import { nearestSwungLine, STRAIGHT, swungLine } from '../../notes/swing';
import { barTicks, beatTicks, gridAt, gridOfRow, lineIndexAt, meterAt, roundEvenly, type Grid, type MeterAt } from '../../time';
import { steadyChance } from '../../chance/steady';
import { notesAction } from '../action';
import { amountParam, gridOfAmount } from '../amounts';
import { choiceParam, paramsOf, sliderParam } from '../params';

const params = paramsOf({
  to: amountParam('To the lines of'),
  what: choiceParam('What moves', ['starts', 'ends', 'both', 'lengths'], 'starts', { lengths: 'lengths only' }),
  strength: sliderParam('Strength', 0, 100, 100, '%'),
  swing: sliderParam('Swing', STRAIGHT, 75, STRAIGHT, '%'),
  random: sliderParam('Random timing', 0, 50, 0, '% of a step'),
  beyond: sliderParam('Only notes further off than', 0, 50, 0, '% of a step'),
});

/** A grid to pull towards, and how hard. */
interface Pull {
  readonly grid: Grid;
  /** Where its lines end and another meter begins with a line of its own. */
  readonly until?: number;
  readonly strength: number;
  readonly swing: number;
}

export const quantize = notesAction({
  id: 'quantize',
  family: 'time',
  subject: 'notes',
  label: 'Quantize',
  short: 'Quantize',
  help: 'Pulls starts, ends or lengths towards the lines of a grid. At 100 % they land on it, at 50 % they go half the way. Swing delays every second line: 50 % is straight, 66 % a triplet feel. Notes that are close enough can be left alone, and a little randomness added.',
  words: ['snap', 'tighten', 'align', 'straighten', 'correct', 'swing', 'shuffle'],
  params,
  main: ['to', 'strength'],
  quick: [{ label: 'Quantize', icon: 'quantize', params: {} }],
  run: ({ notes }, { to, what, strength, swing, random, beyond }, context) => {
    const chance = steadyChance(context.random);
    const plain: Pull = { grid: gridOfAmount(to, context), strength, swing };
    const pullOf = (note: Note): Pull => {
      if (to === 'grid') {
        const own = context.rowGrids?.size || context.grid.spans ? gridAt(gridOfRow(context, note.pitch), note.start) : plain.grid;
        return { ...plain, grid: own };
      }
      return (to === 'bar' || to === 'beat') && context.meters.length > 1
        ? { ...plain, ...linesOfMeter(to, note.start, context.meters) }
        : plain;
    };
    return {
      notes: notes.map((note) => {
        const pull = pullOf(note);
        const step = pull.grid.numerator / pull.grid.denominator;
        const drift = Math.round((chance.uniform(note.id) * 2 - 1) * (random / 100) * step);
        if (beyond > 0 && offBy(note, what, pull) <= (beyond / 100) * step) return note;
        const moved = what === 'lengths' ? withLength(note, pull) : withEdges(note, what, pull);
        return drift === 0 || what === 'lengths' ? moved : { ...moved, start: Math.max(0, moved.start + drift) };
      }),
    };
  },
});

/** How far what would move is from where it is pulled to, in ticks. */
function offBy(note: Note, what: 'starts' | 'ends' | 'both' | 'lengths', pull: Pull): number {
  const whole = { ...pull, strength: 100 };
  if (what === 'lengths') return Math.abs(withLength(note, whole).length - note.length);
  const end = note.start + note.length;
  const start = Math.abs(targetOf(note.start, pull) - note.start);
  const atEnd = Math.abs(targetOf(end, pull) - end);
  return what === 'starts' ? start : what === 'ends' ? atEnd : Math.max(start, atEnd);
}

/** The lines of bars or beats where a note starts: counted from where its meter begins, up to the next meter. */
function linesOfMeter(to: 'bar' | 'beat', tick: number, meters: readonly MeterAt[]): Pick<Pull, 'grid' | 'until'> {
  const meter = meterAt(meters, tick);
  const from = meters.findLast((each) => each.tick <= tick)?.tick ?? 0;
  const until = meters.find((each) => each.tick > tick)?.tick;
  const grid: Grid = { numerator: to === 'bar' ? barTicks(meter) : beatTicks(meter), denominator: 1, from };
  return until === undefined ? { grid } : { grid, until };
}

/** The line a tick is pulled to: the closest swung one, or the beginning of the next meter where that is closer or comes first. */
function targetOf(tick: number, { grid, swing, until }: Pull): number {
  const line = nearestSwungLine(grid, tick, swing);
  if (until === undefined) return line;
  return line >= until || until - tick <= Math.abs(line - tick) ? until : line;
}

function pulled(tick: number, target: number, strength: number): number {
  return tick + roundEvenly(((target - tick) * strength) / 100);
}

/** A note with its start, its end or both pulled. Moving the start alone keeps the length; an end never comes before the next
 *  line after the start. */
function withEdges(note: Note, what: 'starts' | 'ends' | 'both', pull: Pull): Note {
  const { strength } = pull;
  const start = what === 'ends' ? note.start : pulled(note.start, targetOf(note.start, pull), strength);
  if (what === 'starts') return start === note.start ? note : { ...note, start };
  const end = note.start + note.length;
  const length = Math.max(1, pulled(end, Math.max(nextSwungLine(pull, start), targetOf(end, pull)), strength) - start);
  return start === note.start && length === note.length ? note : { ...note, start, length };
}

/** The first swung line after a tick. A line that swing delays may still come after a tick that is past where it stands without. */
function nextSwungLine({ grid, swing }: Pull, tick: number): number {
  const index = lineIndexAt(grid, tick);
  return [index, index + 1].map((each) => swungLine(grid, each, swing)).find((line) => line > tick) ?? swungLine(grid, index + 2, swing);
}

/** A note whose length is pulled towards whole steps, at least one; its start stays. */
function withLength(note: Note, { grid, strength }: Pull): Note {
  const step = grid.numerator / grid.denominator;
  const steps = Math.max(1, Math.round(note.length / step));
  const length = Math.max(1, pulled(note.length, Math.round(steps * step), strength));
  return length === note.length ? note : { ...note, length };
}
