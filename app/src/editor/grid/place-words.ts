import { barBeatWords, type Note, type Place } from '@yibbo/core';
import { rowName } from '../../acts/pattern/rows';
import type { OpenPart } from '../../state/session/selectors';

/** A place of the grid in words, with the note that is there: "C♯4, 1.2, empty", "Kick, 1.3, hit, loud 100". */
export function placeWords(part: OpenPart, notes: readonly Note[], { tick, pitch }: Place): string {
  return [rowName(part, pitch), barBeatWords(part.meters, tick), ...noteWords(part, notes, { tick, pitch })].join(', ');
}

function noteWords(part: OpenPart, notes: readonly Note[], { tick, pitch }: Place): string[] {
  const there = notes.find((note) => note.pitch === pitch && note.start <= tick && note.start + note.length > tick);
  if (!there) return ['empty'];
  const isDrum = part.track.kind === 'drums';
  const begins = there.start === tick ? (isDrum ? 'hit' : 'note') : 'held';
  return [begins, `loud ${there.velocity}`, ...(there.muted ? ['muted'] : [])];
}
