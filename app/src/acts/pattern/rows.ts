import { clamp, drumName, isBlackKey, isInScale, least, middleKey, most, pitchName, soundById } from '@yibbo/core';
import type { OpenPart } from '../../state/session/selectors';
import type { RowChoice } from '../../state/preferences/pattern-views';

/** The choices of rows, in words. */
export const ROW_WORDS: Readonly<Record<RowChoice, string>> = {
  every: 'Every row',
  scale: 'Scale rows',
  kit: 'Kit rows',
  used: 'Rows with notes',
};

/** A row of the grid, top first. */
export interface GridRow {
  readonly pitch: number;
  readonly name: string;
  readonly isShaded: boolean;
  /** Whether the key's scale has it; null where no key is chosen, or for drums. */
  readonly isInScale: boolean | null;
  /** Whether the track's sound is at its best there. */
  readonly isUseful: boolean;
}

/** Anything with pitches: notes. */
type Pitches = readonly { readonly pitch: number }[];

type RowsOf = Pick<OpenPart, 'track' | 'key' | 'naming'> & { readonly view: Pick<OpenPart['view'], 'rowChoice'> };

/** The choices of rows there are for a part. */
export function rowChoices({ track, key }: Pick<RowsOf, 'track' | 'key'>): readonly RowChoice[] {
  if (track.kind === 'drums') return ['kit', 'used', 'every'];
  return key ? ['every', 'scale', 'used'] : ['every', 'used'];
}

/** The choice in use: what was chosen, where the part still has it. */
export function rowChoice(part: RowsOf): RowChoice {
  const choices = rowChoices(part);
  return part.view.rowChoice && choices.includes(part.view.rowChoice) ? part.view.rowChoice : choices[0]!;
}

/** The rows shown, as chosen: every key of the keyboard, the scale's, the kit's (and any others that are struck), or those with notes. */
export function rowsFor(part: RowsOf, notes: Pitches): GridRow[] {
  const choice = rowChoice(part);
  const used = new Set(notes.map(({ pitch }) => pitch));
  if (choice === 'kit') return kitRows(part, notes);
  const every = Array.from({ length: 128 }, (_, index) => rowAt(part, 127 - index));
  const named = part.track.kind === 'drums' ? every.map((row, index) => ({ ...row, isShaded: index % 2 === 1 })) : every;
  const shown = named.filter(({ pitch }) =>
    choice === 'every' ? true : choice === 'scale' ? isInScale(part.key!, pitch) : used.has(pitch),
  );
  return shown.length ? shown : named;
}

/** Semitones that Steps offers at least, to scroll through: two octaves. */
const STEP_ROWS = 24;

/** For Steps: of the rows chosen, those a quick line needs: at least two octaves round what is there, or round the middle of the sound's range
 *  while there is nothing. */
export function stepRowsFor(part: RowsOf, notes: Pitches): GridRow[] {
  const rows = rowsFor(part, notes);
  const choice = rowChoice(part);
  if (choice === 'kit' || (choice === 'used' && notes.length)) return rows;
  const pitches = notes.length ? notes.map(({ pitch }) => pitch) : [middlePitch(part)];
  const [lowest, highest] = [least(pitches) - 2, most(pitches) + 2];
  const more = Math.max(0, Math.ceil((STEP_ROWS - (highest - lowest)) / 2));
  const low = clamp(lowest - more, 0, 127 - STEP_ROWS);
  const high = Math.min(127, Math.max(highest + more, low + STEP_ROWS));
  return rows.filter(({ pitch }) => pitch >= low && pitch <= high);
}

/** Where a part without notes begins: middle C, or the middle of where its sound is at its best, if that is well away from it. */
export function middlePitch({ track }: Pick<RowsOf, 'track'>): number {
  const sound = soundById(track.soundId, track.kind);
  return sound.kind === 'drums' ? 60 : middleKey(sound);
}

/** How many rows have notes and are not among those shown. */
export function hiddenRows(rows: readonly GridRow[], notes: Pitches): number {
  const shown = new Set(rows.map(({ pitch }) => pitch));
  return new Set(notes.filter(({ pitch }) => !shown.has(pitch)).map(({ pitch }) => pitch)).size;
}

function rowAt(part: RowsOf, pitch: number): GridRow {
  const { track, key } = part;
  const isDrums = track.kind === 'drums';
  return {
    pitch,
    name: rowName(part, pitch),
    isShaded: isBlackKey(pitch),
    isInScale: key && !isDrums ? isInScale(key, pitch) : null,
    isUseful: isUseful(part, pitch),
  };
}

function kitRows(part: RowsOf, notes: Pitches): GridRow[] {
  const { rows } = part.track;
  const known = new Set(rows.map(({ pitch }) => pitch));
  const others = [...new Set(notes.map(({ pitch }) => pitch))].filter((pitch) => !known.has(pitch)).sort((a, b) => b - a);
  return [...rows.map(({ pitch }) => pitch), ...others].map((pitch, index) => ({ ...rowAt(part, pitch), isShaded: index % 2 === 1 }));
}

/** Whether a pitch lies where the track's sound is at its best. Every drum is useful. */
export function isUseful({ track }: Pick<RowsOf, 'track'>, pitch: number): boolean {
  const sound = soundById(track.soundId, track.kind);
  return sound.kind === 'drums' || (pitch >= sound.range[0] && pitch <= sound.range[1]);
}

/** A row's name, shown or not: by its own name, its drum's, or its note's as the key spells it. */
export function rowName({ track, naming }: Pick<RowsOf, 'track' | 'naming'>, pitch: number): string {
  const own = track.rows.find((row) => row.pitch === pitch)?.name;
  return own ?? (track.kind === 'drums' ? drumName(pitch) : pitchName(pitch, naming));
}

/** The current row: the one last taken; before any was, the lowest shown that has notes; while there are none, the kit's last row or the
 *  middle of the sound's range. */
export function activeRow(part: Pick<RowsOf, 'track'>, rows: readonly GridRow[], notes: Pitches, taken: number | null): number {
  const pitches = rows.map(({ pitch }) => pitch);
  if (taken !== null && pitches.includes(taken)) return taken;
  const used = new Set(notes.map(({ pitch }) => pitch));
  return (
    pitches.findLast((pitch) => used.has(pitch)) ??
    (part.track.kind === 'drums' ? pitches.at(-1) : pitches.find((pitch) => pitch <= middlePitch(part))) ??
    pitches.at(-1) ??
    60
  );
}
