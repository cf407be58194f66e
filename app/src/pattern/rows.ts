import { drumName, isBlackKey, pitchName, type Note, type Track } from '@yibbo/core';

/** A row of the grid, top first. */
export interface GridRow {
  readonly pitch: number;
  readonly name: string;
  readonly isShaded: boolean;
}

/** Every key of the keyboard for a pitched track; the kit's rows, and any others that are struck, for drums. */
export function rowsFor(track: Track, notes: readonly Note[]): GridRow[] {
  if (track.kind === 'drums') return drumRows(track, notes);
  return Array.from({ length: 128 }, (_, index) => pitchedRow(127 - index));
}

/** For Steps: the rows a quick line needs, an octave and a half round what is there. */
export function stepRowsFor(track: Track, notes: readonly Note[]): GridRow[] {
  if (track.kind === 'drums') return drumRows(track, notes);
  const pitches = notes.map(({ pitch }) => pitch);
  const low = Math.max(0, (pitches.length ? Math.min(...pitches) : 60) - 2);
  const high = Math.min(127, Math.max(...pitches, low + 14) + 2);
  return Array.from({ length: high - low + 1 }, (_, index) => pitchedRow(high - index));
}

function pitchedRow(pitch: number): GridRow {
  return { pitch, name: pitchName(pitch), isShaded: isBlackKey(pitch) };
}

function drumRows(track: Track, notes: readonly Note[]): GridRow[] {
  const known = new Set(track.rows.map(({ pitch }) => pitch));
  const others = [...new Set(notes.map(({ pitch }) => pitch))].filter((pitch) => !known.has(pitch)).sort((a, b) => b - a);
  const rows = [...track.rows, ...others.map((pitch) => ({ pitch, name: drumName(pitch) }))];
  return rows.map((row, index) => ({ ...row, isShaded: index % 2 === 1 }));
}

export function rowName(rows: readonly GridRow[], pitch: number): string {
  return rows.find((row) => row.pitch === pitch)?.name ?? pitchName(pitch);
}
