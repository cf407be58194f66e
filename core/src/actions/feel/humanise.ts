import type { Id, Note } from '../../model/entities';
import { byStartThenPitch } from '../../model/collections';
import { inOrder } from '../../model/document';
import { groupedBy } from '../../model/grouped';
import { steadyChance, type SteadyChance } from '../../chance/steady';
import { chordsOf } from '../../notes/chords';
import { clamp, TICKS_PER_QUARTER } from '../../time';
import { loopTicks, notesAction, type NotesPart } from '../action';
import { amountTicks } from '../amounts';
import { choiceParam, paramsOf, sliderParam, wholeParam } from '../params';

export const humanise = notesAction({
  id: 'humanise',
  family: 'feel',
  subject: 'notes',
  label: 'Humanise',
  short: 'Humanise',
  help: 'Plays a little unevenly: starts, velocities and lengths stray at random, by no more than is set. Loose strays note by note; drifting goes ahead and falls behind over longer stretches, as drummers do. No note passes its neighbour on its row. The dice draw again; the same seed gives the same result.',
  words: ['human', 'random', 'loose', 'sloppy', 'feel', 'uneven', 'natural', 'drift', 'dice', 'seed'],
  params: paramsOf({
    timing: wholeParam('Timing', 0, 50, 8, 'ms'),
    velocity: wholeParam('Velocity', 0, 60, 8),
    length: sliderParam('Length', 0, 50, 0, '%'),
    kind: choiceParam('Timing strays', ['loose', 'drift'], 'drift', { loose: 'note by note', drift: 'drifting' }),
    chords: choiceParam('Notes of a chord', ['together', 'apart'], 'together'),
  }),
  quick: [
    { label: 'A little human', params: { timing: 5, velocity: 5, length: 0, kind: 'drift' } },
    { label: 'Humanise', params: { timing: 10, velocity: 10, length: 5, kind: 'drift' } },
  ],
  run: (part, { timing, velocity, length, kind, chords }, context) => {
    const chance = steadyChance(context.random);
    const drift = drifting(chance);
    const leaders = chords === 'together' ? leadersOf(part.notes) : new Map<Id, Note>();
    const room = roomOf(part);
    return {
      notes: part.notes.map((note) => {
        const leader = leaders.get(note.id) ?? note;
        const share = kind === 'loose' ? chance.triangular(`time ${leader.id}`) : drift(leader.start);
        const moved = Math.round(share * amountTicks(timing, 'ms', context, leader.start));
        const { least, most } = room.get(note.id)!;
        return {
          ...note,
          start: clamp(note.start + moved, least, most),
          velocity: velocity ? clamp(note.velocity + Math.round(chance.triangular(`loud ${note.id}`) * velocity), 1, 127) : note.velocity,
          length: length ? Math.max(1, Math.round(note.length * (1 + (chance.triangular(`long ${note.id}`) * length) / 100))) : note.length,
        };
      }),
    };
  },
});

/** The first note of the chord that each note belongs to. */
function leadersOf(notes: readonly Note[]): ReadonlyMap<Id, Note> {
  const leaders = new Map<Id, Note>();
  for (const chord of chordsOf(inOrder(notes, byStartThenPitch))) for (const { id } of chord) leaders.set(id, chord[0]!);
  return leaders;
}

/** Spans that the parts of a drift are held for, in beats: from a beat to eight bars. */
const HELD_BEATS = [1, 2, 4, 8, 16, 32] as const;

/** A drift in time, in (-1, 1): values held for spans that double, summed, so that near moments stray alike and far ones do not. */
function drifting({ uniform }: SteadyChance): (tick: number) => number {
  const known = HELD_BEATS.map(() => new Map<number, number>());
  const held = (span: number, index: number) => {
    const value = known[span]!.get(index) ?? uniform(`drift ${span} ${index}`) * 2 - 1;
    known[span]!.set(index, value);
    return value;
  };
  return (tick) =>
    HELD_BEATS.reduce((sum, beats, span) => sum + held(span, Math.floor(tick / (beats * TICKS_PER_QUARTER))), 0) / HELD_BEATS.length;
}

/** How early and how late each note may start, so that it passes no other on its row and stays where it can be heard: half the way to them. */
function roomOf(part: NotesPart): ReadonlyMap<Id, { readonly least: number; readonly most: number }> {
  const rows = groupedBy(inOrder(part.notes, byStartThenPitch), ({ pitch }) => pitch);
  const room = new Map<Id, { least: number; most: number }>();
  for (const row of rows.values()) {
    row.forEach((note, index) => {
      const [before, after] = [row[index - 1], row[index + 1]];
      const least = before ? note.start - Math.floor((note.start - before.start) / 2) : 0;
      const most = after ? note.start + Math.max(0, Math.ceil((after.start - note.start) / 2) - 1) : Infinity;
      room.set(note.id, { least, most: Math.min(most, Math.max(note.start, loopTicks(part, note.pitch) - 1)) });
    });
  }
  return room;
}
