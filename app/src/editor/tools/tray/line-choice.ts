import type { TrayTab } from '../../../state/session/session';

type Kind = 'drums' | 'pitched';

const SAME = (labels: readonly string[]): Readonly<Record<Kind, readonly string[]>> => ({ drums: labels, pitched: labels });

/** The tools and rules each tab's line begins with, by label or by a rule's id, the most useful first. */
export const LINE_STARTS: Readonly<Record<TrayTab, Readonly<Record<Kind, readonly string[]>>>> = {
  time: SAME(['Quantize', 'Rotate on', 'Rotate back', 'Half the time', 'Twice the time', 'Reverse']),
  length: SAME(['Shorter', 'Longer', 'Split in 2', 'First cut', 'Join', 'Extend to the next', 'Set length: try with settings']),
  pitch: {
    drums: ['Semitone down', 'Semitone up', 'To one row: try with settings', 'Invert', 'Octave down', 'Octave up'],
    pitched: ['Octave down', 'Semitone down', 'Semitone up', 'Octave up', 'Scale step down', 'Scale step up'],
  },
  feel: {
    drums: ['Softer', 'Louder', 'Accent every 2nd', 'Roll of 2', 'Chance 50 %', 'Mute notes'],
    pitched: ['Softer', 'Louder', 'Vary velocity', 'Mute notes', 'Ramp up', 'Roll of 2'],
  },
  copy: SAME(['Duplicate', 'Copy', 'Paste', 'Delete', 'Repeat to the end', 'Cut']),
  make: {
    drums: [
      'Fill every 2',
      'Make a rhythm: try with settings',
      'Make a beat: try with settings',
      'Fill every 4',
      'Fill the row: try with settings',
      'Type a phrase: try with settings',
    ],
    pitched: [
      'Chord pads …',
      'Make chords: try with settings',
      'Parts from this …',
      'Arpeggio: try with settings',
      'Strike a rhythm over chords: try with settings',
      'Type a phrase: try with settings',
      'Fill every 2',
    ],
  },
  select: {
    drums: ['row', 'every-kth', 'on-beat', 'off-beat', 'loudness', 'others'],
    pitched: ['chord-mates', 'in-chord', 'on-beat', 'off-beat', 'every-kth', 'others'],
  },
  view: {
    drums: ['Next rows shown', 'Velocity lane', 'Fit all notes', 'Hits as marks', 'Drawing …', 'Length …'],
    pitched: ['Next rows shown', 'Key …', 'Velocity lane', 'Fit all notes', 'Backdrop', 'Drawing …'],
  },
};

/** A tool that a line begins with gives way to one that has been used this much more often. */
const HEAD_START = 3;

/** The tools that fit a line: those used most, with a head start for those it begins with. They stand in their own order, whichever they are, so
 *  that a tool keeps its place as long as it can. `room` is how many fit. */
export function lineChoice<T>(
  tools: readonly T[],
  nameOf: (tool: T) => string,
  starts: readonly string[],
  uses: Readonly<Record<string, number>>,
  room: number,
): readonly T[] {
  const weight = (tool: T) => {
    const rank = starts.indexOf(nameOf(tool));
    const isStart = rank >= 0 && rank < room;
    // Among equals the one named first stays.
    return (uses[nameOf(tool)] ?? 0) + (isStart ? HEAD_START : 0) - (rank < 0 ? starts.length : rank) / 100;
  };
  const chosen = new Set([...tools].sort((a, b) => weight(b) - weight(a)).slice(0, Math.max(0, room)));
  return tools.filter((tool) => chosen.has(tool));
}
