import {
  barBeatWords,
  counted,
  lengthWords,
  leveled,
  paintedNotes,
  spanOf,
  tappedNote,
  velocityWords,
  type Gesture,
  type GestureSetting,
  type Note,
} from '@yibbo/core';
import type { OpenPart } from '../../state/session/selectors';

/** A running gesture's effect in words, shown above the finger. */
export function gestureWords(
  gesture: Gesture,
  part: OpenPart,
  rowLabel: (pitch: number) => string,
  lifted: readonly Note[],
  setting: GestureSetting,
  /** The effect of moved notes on those they land on, in words. */
  landing = '',
): string | null {
  const length = (ticks: number) => lengthWords(ticks, part.meter);
  const signed = (value: number, say: (value: number) => string) => `${value < 0 ? '−' : '+'}${say(Math.abs(value))}`;
  switch (gesture.state) {
    case 'pressing':
      return gesture.target.kind === 'empty'
        ? `${rowLabel(gesture.from.pitch)} · ${barBeatWords(part.meters, tappedNote(gesture.from, setting).start)}`
        : null;
    case 'drawing':
      return `${rowLabel(gesture.note.pitch)} · ${barBeatWords(part.meters, gesture.note.start)} · ${length(gesture.note.length)} · vel ${gesture.note.velocity}`;
    case 'painting': {
      const run = paintedNotes(gesture.path, (at) => tappedNote(at, setting));
      const last = run.at(-1);
      return last ? `${counted(run.length, 'note')} · ${rowLabel(last.pitch)} · ${barBeatWords(part.meters, last.start)}` : 'Paint a run';
    }
    case 'moving': {
      const start = spanOf(lifted).start + gesture.ticks;
      const pitch = gesture.semitones ? ` · ${signed(gesture.semitones, String)} semitones` : '';
      const time = gesture.ticks || !gesture.semitones ? ` · ${signed(gesture.ticks, length)}` : '';
      return `to ${barBeatWords(part.meters, Math.max(0, start))}${time}${pitch}${landing}`;
    }
    case 'resizing':
      return `${gesture.edge === 'end' ? 'End' : 'Start'} ${signed(gesture.ticks, length)}`;
    case 'leveling':
      return velocityWords(leveled(lifted, gesture.rise));
    case 'leading':
      return barBeatWords(part.meters, Math.max(0, Math.round(gesture.path.at(-1)!.tick)));
    case 'erasing':
      return `Erase ${gesture.noteIds.length}`;
    case 'selecting':
      return 'Select what the frame touches';
    default:
      return null;
  }
}
