import { GROOVES, type Groove, type GrooveId } from '../../notes/grooves';
import { GROOVE_STEP, grooveSteps, readGroove, type StepsOfGroove } from '../../notes/taken-groove';
import { clamp } from '../../time';
import { loopTicks, notesAction } from '../action';
import { choiceParam, paramsOf, sliderParam, takenParam } from '../params';

const READY = Object.keys(GROOVES) as [GrooveId, ...GrooveId[]];
const IDS = [...READY, 'taken'] as const;
const NAMES = { ...Object.fromEntries(READY.map((id) => [id, GROOVES[id].name])), taken: 'of a pattern' };

export const groove = notesAction({
  id: 'groove',
  family: 'feel',
  subject: 'notes',
  suitsSong: true,
  label: 'Groove',
  short: 'Groove',
  help: 'Lays a ready feel, or that of any pattern of the song, over the notes: each sixteenth of the bar comes a little early or late, and louder or softer. How much of its timing and of its loudness is taken can be set apart.',
  words: ['feel', 'pocket', 'template', 'laid back', 'push', 'shuffle', 'human', 'extract', 'from a pattern'],
  params: paramsOf({
    groove: choiceParam('Groove', IDS, 'late-backbeat', NAMES),
    timing: sliderParam('Timing', 0, 150, 100, '%'),
    velocity: sliderParam('Loudness', 0, 150, 100, '%'),
    taken: takenParam('Taken from'),
  }),
  main: ['groove', 'timing'],
  quick: [
    { label: 'Late backbeat', params: { groove: 'late-backbeat', timing: 100, velocity: 100 } },
    { label: 'Dragged ghosts', params: { groove: 'dragged-ghosts', timing: 100, velocity: 100 } },
  ],
  whyNot: (_part, { groove: id, taken }) =>
    id === 'taken' && readGroove(taken) === null ? 'Choose the pattern that the groove is taken from.' : null,
  run: (part, { groove: id, timing, velocity, taken }, { meters }) => {
    const steps = stepsOfGroove(id, taken);
    if (!steps) return { notes: part.notes };
    const { bars } = steps;
    const inBar = steps.late.length / bars;
    const stepAt = grooveSteps(meters);
    return {
      notes: part.notes.map((note) => {
        const { bar, step } = stepAt(note.start);
        const at = (bar % bars) * inBar + (step % inBar);
        const shift = Math.round((steps.late[at]! * timing) / 100);
        const factor = 1 + ((steps.loud[at]! - 100) * velocity) / 10_000;
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

/** The steps of a ready groove, or of the one that was taken from a pattern; null where none was. */
export function stepsOfGroove(id: GrooveId | 'taken', taken: string): StepsOfGroove | null {
  return id === 'taken' ? readGroove(taken) : inTicks(GROOVES[id]);
}

function inTicks({ late, loud }: Groove): StepsOfGroove {
  return { bars: 1, late: late.map((percent) => (percent * GROOVE_STEP) / 100), loud };
}
