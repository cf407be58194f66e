import { GROOVES, type Groove, type GrooveId } from '../../notes/grooves';
import { barAfter, barBefore, clamp, TICKS_PER_QUARTER } from '../../time';
import { loopTicks, notesAction } from '../action';
import { choiceParam, paramsOf, sliderParam } from '../params';

/** A step of a groove, in ticks: a sixteenth. */
const STEP = TICKS_PER_QUARTER / 4;
const IDS = Object.keys(GROOVES) as [GrooveId, ...GrooveId[]];
const NAMES = Object.fromEntries(IDS.map((id) => [id, GROOVES[id].name]));

export const groove = notesAction({
  id: 'groove',
  family: 'feel',
  subject: 'notes',
  suitsSong: true,
  label: 'Groove',
  short: 'Groove',
  help: 'Lays a ready feel over the notes: each sixteenth of the bar comes a little early or late, and louder or softer. How much of its timing and of its loudness is taken can be set apart.',
  words: ['feel', 'pocket', 'template', 'laid back', 'push', 'shuffle', 'human'],
  params: paramsOf({
    groove: choiceParam('Groove', IDS, 'late-backbeat', NAMES),
    timing: sliderParam('Timing', 0, 150, 100, '%'),
    velocity: sliderParam('Loudness', 0, 150, 100, '%'),
  }),
  main: ['groove', 'timing'],
  quick: [
    { label: 'Late backbeat', params: { groove: 'late-backbeat', timing: 100, velocity: 100 } },
    { label: 'Dragged ghosts', params: { groove: 'dragged-ghosts', timing: 100, velocity: 100 } },
  ],
  run: (part, { groove: id, timing, velocity }, { meters }) => {
    const { late, loud }: Groove = GROOVES[id];
    return {
      notes: part.notes.map((note) => {
        const bar = barBefore(meters, note.start);
        const step = Math.round((note.start - bar) / STEP);
        // What is nearer to the next bar is its first step.
        const at = bar + step * STEP >= barAfter(meters, note.start) ? 0 : step % late.length;
        const shift = Math.round((late[at]! * timing * STEP) / 10_000);
        const factor = 1 + ((loud[at]! - 100) * velocity) / 10_000;
        const most = Math.max(note.start, loopTicks(part, note.pitch) - 1);
        return {
          ...note,
          start: clamp(note.start + shift, 0, most),
          velocity: clamp(Math.round(note.velocity * factor), 1, 127),
        };
      }),
    };
  },
});
